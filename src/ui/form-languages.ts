import { displayNames } from '../core/content/formatters';
import { localisedOf } from '../core/content/localized-values';
import { pointer, type Fault } from '../core/faults';
import { isJsonObject, type JsonObject } from '../core/json';
import type { Values } from '../core/content/values';
import type { Field } from '../core/model/document';

/** What something says at the door: values by field key, translations by locale and field key. */
export interface SerializedLocalizedValues {
  values: JsonObject;
  translations: JsonObject;
}

/**
 * What is said in another language stands in the draft beside the rest, under a name that no field can have,
 * so that each is merged by itself.
 */
const named = (locale: string, key: string): string => `${locale}_${key}`;

/** A language by its name in English. */
export const languageName = (locale: string): string =>
  displayNames('en', { type: 'language' }).of(locale) ?? locale;

/**
 * The localised fields of a type as they are filled in for another language: nothing is required there, since
 * the main language stands in.
 */
export const fieldsIn = (fields: readonly Field[], locale: string): Field[] =>
  localisedOf(fields).map((field) => {
    const { required: _required, showWhen: _showWhen, ...rest } = field;
    return {
      ...rest,
      id: `${locale} ${field.id}`,
      key: named(locale, field.key),
      label: `${field.label}, in ${languageName(locale)}`,
    } as Field;
  });

/**
 * What is said in a language, by field id, of the values of a form: where something is not translated, the main
 * language stands in.
 */
export const spokenIn = (fields: readonly Field[], values: Values, locale: string): Values =>
  locale === ''
    ? values
    : {
        ...values,
        ...Object.fromEntries(
          fieldsIn(fields, locale).flatMap(({ id }, i): [string, Values[string]][] => {
            const own = localisedOf(fields)[i];
            return own && values[id] !== undefined ? [[own.id, values[id]]] : [];
          }),
        ),
      };

/** The fields of a form that is filled in for a language; without one, for the main language. */
export const fieldsFor = (fields: readonly Field[], locale: string): readonly Field[] =>
  locale ? fieldsIn(fields, locale) : fields;

/** An answer with what it says in other languages among its values, as the draft edits it. */
export function withLanguages<A extends SerializedLocalizedValues>(
  answer: A,
  fields: readonly Field[],
  locales: readonly string[],
): A {
  const localised = localisedOf(fields);
  const localized = locales.flatMap((locale) => {
    const values = answer.translations[locale];
    return localised.map(
      ({ key }) => [named(locale, key), isJsonObject(values) ? (values[key] ?? null) : null] as const,
    );
  });
  return { ...answer, values: { ...answer.values, ...Object.fromEntries(localized) } };
}

/** Changes of the draft as a patch: which of them are values, which translations. */
export function localizedPatchOf(
  changes: JsonObject,
  locales: readonly string[],
): Partial<SerializedLocalizedValues> {
  const values: JsonObject = {};
  const translations: Record<string, JsonObject> = {};
  for (const [name, value] of Object.entries(changes)) {
    const locale = locales.find((each) => name.startsWith(`${each}_`));
    if (locale === undefined) values[name] = value;
    else translations[locale] = { ...translations[locale], [name.slice(locale.length + 1)]: value };
  }
  return {
    ...(Object.keys(values).length > 0 ? { values } : {}),
    ...(Object.keys(translations).length > 0 ? { translations } : {}),
  };
}

/** Faults at translations, at the names under which these stand in the form. */
export const faultsInForm = (faults: readonly Fault[]): Fault[] =>
  faults.map((fault) => {
    const [, locale, key, rest = ''] = /^\/translations\/([^/]+)\/([^/]+)(\/.*)?$/.exec(fault.path) ?? [];
    return locale && key ? { ...fault, path: pointer('/values', named(locale, key)) + rest } : fault;
  });
