import { sortsBy } from '../../core/content/table-sort';
import type { Field } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import type { IndexTable } from '../../store/index-tables/shape';
import type { Names } from '../../store/queries/name-order';
import type { SortedBy } from '../../store/queries/table-query';
import type { Installation } from '../runtime/installation';

/** Where the names of what a field refers to lie. */
function namesBehind({ keyMap }: Installation, field: Field): Names {
  const { scheme, leadsTo } = kindFor(field);
  if (scheme !== undefined) return { scheme: keyMap.of(scheme) };
  return { types: leadsTo ? leadsTo.map((type) => keyMap.of(type)) : [null] };
}

/** What the rows of an index table are sorted by that are sorted by a field; nothing where they cannot be. */
export function sortedBy(
  installation: Installation,
  indexTable: IndexTable,
  field: Field | undefined,
): SortedBy | undefined {
  const indexed = indexTable.fields.get(field?.id ?? '');
  if (!field || !indexed) return undefined;
  const sorts = sortsBy(field);
  if (sorts === 'names') return { names: { field: indexed, names: namesBehind(installation, field) } };
  return sorts && indexed.sort !== undefined ? { column: indexed.sort } : undefined;
}
