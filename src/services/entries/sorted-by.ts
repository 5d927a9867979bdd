import { SORTED_WITHOUT_INDEX, sortsBy } from '../../core/content/table-sort';
import type { Field } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import type { IndexTable } from '../../store/index-tables/shape';
import type { Names } from '../../store/queries/name-order';
import type { SortedBy } from '../../store/queries/table-query';
import { indexTableIn, type Installation } from '../runtime/installation';
import { invalidInput, type Refusal } from '../runtime/refusal';

/** Where the names of what a field refers to lie. */
function namesBehind(installation: Installation, field: Field): Names {
  const { keyMap, model } = installation;
  const { scheme, leadsTo } = kindFor(field);
  if (scheme !== undefined) return { scheme: keyMap.of(scheme) };
  const only = leadsTo?.length === 1 ? model.contentType(leadsTo[0] ?? '') : undefined;
  if (only) return { of: indexTableIn(installation, only) };
  return { types: leadsTo ? leadsTo.map((type) => keyMap.of(type)) : [null] };
}

/** Of how many rows those are sorted at most that are sorted by some fields: there is no bound where all have an index. */
export const sortBound = (fields: readonly (Field | undefined)[]): { most?: number } =>
  fields.every((field) => !field || field.indexed) ? {} : { most: SORTED_WITHOUT_INDEX };

/** Why more rows are not sorted than that. */
export const tooManyToSort = (): Refusal =>
  invalidInput([
    {
      path: '/sort',
      code: 'bound',
      message: `More than ${SORTED_WITHOUT_INDEX.toLocaleString('en')} rows are sorted only by fields with “Filter and sort by it” turned on (in Shape). Add a filter that leaves fewer, or sort by another column.`,
    },
  ]);

/** What the rows of an index table are sorted by that are sorted by a field; nothing where they cannot be. */
export function sortedBy(
  installation: Installation,
  indexTable: IndexTable,
  field: Field | undefined,
  direction: 'up' | 'down',
): SortedBy | undefined {
  const indexed = indexTable.fields.get(field?.id ?? '');
  if (!field || !indexed) return undefined;
  const sorts = sortsBy(field);
  if (sorts === 'names')
    return { names: { field: indexed, names: namesBehind(installation, field), direction } };
  if (sorts === 'presence')
    return { presence: indexed.value, first: direction === 'up' ? 'filled' : 'empty' };
  return sorts && indexed.sort !== undefined ? { column: indexed.sort } : undefined;
}
