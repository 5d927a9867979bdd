/** Columns of fields are named apart from those that every table has: a field may have any key. */
const FIELD = 'field:';

export const fieldColumn = (key: string): string => `${FIELD}${key}`;

/** The key of the field that a column shows; nothing for one that every table has. */
export const keyOfColumn = (column: string): string | undefined =>
  column.startsWith(FIELD) ? column.slice(FIELD.length) : undefined;

const BY_ALL = ['title', 'changed'];

/** The column by which a table is sorted, with a minus before it for the other direction, from how that is asked. */
export function columnSorted(sort: string): string {
  const key = sort.replace(/^-/, '');
  return BY_ALL.includes(key) ? sort : `${sort.startsWith('-') ? '-' : ''}${fieldColumn(key)}`;
}

/** How a table is asked to be sorted by a column. */
export const sortAsked = (column: string): string => column.replace(FIELD, '');
