import { integer, key, orNull, table, text } from './table';

/** Every model that was put in force, whole. */
export const modelRevisions = table('model_revisions', {
  number: key(integer),
  body: text,
  /** How often the choices of fields were put into another order: pairs of a field's id and a number. */
  reordered: orNull(text),
  at: integer,
  person: orNull(integer),
});
