import { integer, key, orNull, table, text } from './table';

/** Every working version that was kept. */
export const revisions = table('revisions', {
  record: key(integer),
  number: key(integer),
  title: text,
  body: text,
  at: integer,
  person: orNull(integer),
  why: text,
  model: integer,
});
