import { counted, integer, orNull, table, text } from './table';

/** What people wrote at a record, a field of it or some words; and answers to that. */
export const notes = table('notes', {
  id: counted,
  uuid: text,
  record: integer,
  /** The note that it answers. */
  answers: orNull(integer),
  path: text,
  quote: text,
  words: text,
  at: integer,
  person: orNull(integer),
  settledAt: orNull(integer),
  settledBy: orNull(integer),
});
