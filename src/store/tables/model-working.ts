import { integer, key, table, text } from './table';

/** The one working copy of the model, with the revision in force that it was begun from. */
export const modelWorking = table('model_working', {
  one: key(integer),
  base: integer,
  number: integer,
  body: text,
  changedAt: integer,
  person: integer,
});
