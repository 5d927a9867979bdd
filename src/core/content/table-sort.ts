import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';

/**
 * How a table is sorted by a field that is indexed: by its values; by the names of what they refer to, of several by
 * the one that comes first; or by whether it has a value, where its values have no order. Nothing where it is not indexed.
 */
export function sortsBy(field: Field | undefined): 'values' | 'names' | 'presence' | undefined {
  if (!field?.indexed) return undefined;
  const { sort, ids } = kindFor(field).indexShape;
  if (sort !== 'none') return 'values';
  return ids ? 'names' : 'presence';
}
