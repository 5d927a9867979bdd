import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';

/** How many rows a table sorts by a field for which no index is kept. */
export const SORTED_WITHOUT_INDEX = 10_000;

/**
 * How a table is sorted by a field: by its values; by the names of what they refer to, of several by the one that comes
 * first; or by whether it has a value, where its values have no order. Nothing where there is no field.
 */
export function sortsBy(field: Field | undefined): 'values' | 'names' | 'presence' | undefined {
  if (!field) return undefined;
  const { sort, ids } = kindFor(field).indexShape;
  if (sort !== 'none') return 'values';
  return ids ? 'names' : 'presence';
}
