import { counted, integer, orNull, table, text } from './table';

/** What people did: one row for each act, kept for good. */
export const acts = table('acts', {
  id: counted,
  uuid: text,
  at: integer,
  person: orNull(integer),
  what: text,
  why: orNull(text),
  undoes: orNull(integer),
});
