import { integer, key, table, text } from './table';

/** The integer keys that stand inside for ids. */
export const ids = table('ids', {
  n: key(integer),
  uuid: text,
});
