import { integer, key, orNull, table, text } from './table';

/** Every model that was put in force, whole. */
export const modelRevisions = table('model_revisions', {
  number: key(integer),
  body: text,
  at: integer,
  person: orNull(integer),
});
