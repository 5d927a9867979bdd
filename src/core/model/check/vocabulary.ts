import type { ContentType, Field } from '../document';
import { propertiesOf, vocabulary } from '../vocabulary';
import { error, warning, type ModelFault } from './fault';

/** What is wrong with how a type maps to the vocabulary: what names no field that can say it, and what is needed. */
export function vocabularyFaults(
  { id: about, label, vocabulary: mapping }: ContentType,
  fields: readonly Field[],
  path: string,
): ModelFault[] {
  if (!mapping) return [];
  const what = vocabulary[mapping.is].label.toLowerCase();
  const known = new Map(propertiesOf(mapping.is));
  return [
    ...Object.entries(mapping.fields).flatMap(([key, id]) => {
      const at = `${path}/vocabulary/fields/${key}`;
      const property = known.get(key);
      const field = fields.find((each) => each.id === id);
      if (!property) return [warning(at, 'unknown', `${what} has no “${key}”.`, { about })];
      if (!field)
        return [error(at, 'gone', `“${property.label}” of ${label} names a field that is gone.`, { about })];
      return property.kinds.includes(field.kind)
        ? []
        : [error(at, 'kind', `“${field.label}” cannot say “${property.label}”.`, { about })];
    }),
    ...[...known].flatMap(([key, property]) =>
      property.required && mapping.fields[key] === undefined
        ? [
            warning(
              `${path}/vocabulary`,
              'needed',
              `${label} is ${what} to search engines, which make nothing of it without “${property.label}”.`,
              { about },
            ),
          ]
        : [],
    ),
  ];
}
