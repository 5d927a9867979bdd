import { integer, key, table } from './table';

/** Derived: the values of fields that take several, for the rows of index tables. */
export const multiValues = table('multi_values', {
  side: key(integer),
  field: key(integer),
  value: key(integer),
  row: key(integer),
});
