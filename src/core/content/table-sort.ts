import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';

/**
 * How a table is sorted by a field that is indexed: by its values; or by the names of what they refer to, of
 * several by the one that comes first. Nothing where it is not indexed, or keeps only whether there is a value.
 */
export function sortsBy(field: Field | undefined): 'values' | 'names' | undefined {
  if (!field?.indexed) return undefined;
  const { sort, ids } = kindFor(field).indexShape;
  if (sort !== 'none') return 'values';
  return ids ? 'names' : undefined;
}
