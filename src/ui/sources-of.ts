import { localisedOf } from '../core/content/localized-values';
import type { JsonObject } from '../core/json';
import type { Field } from '../core/model/document';
import { fieldsIn } from './form-languages';
import type { FieldSource } from './source-column';

/**
 * What stands beside the fields of a form in another language, by their keys in the form: what the main language says
 * there, and whether it changed since the translation was written.
 */
export function sourcesOf(
  fields: readonly Field[],
  locale: string,
  /** What the form holds, by key. */
  given: JsonObject,
  /** Keys of the fields whose translation is older. */
  older: readonly string[],
  /** What else is told of a field. */
  more: (field: Field) => Partial<FieldSource> = () => ({}),
): ReadonlyMap<string, FieldSource> {
  const own = localisedOf(fields);
  return new Map(
    fieldsIn(fields, locale).flatMap(({ key }, i): [string, FieldSource][] => {
      const field = own[i];
      return field
        ? [
            [
              key,
              {
                field,
                value: given[field.key],
                older: older.includes(field.key),
                before: undefined,
                ...more(field),
              },
            ],
          ]
        : [];
    }),
  );
}
