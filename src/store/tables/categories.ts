import { integer, key, orNull, table, text } from './table';

/** Categories and tags of every scheme; `id` is the integer key of their own id. */
export const categories = table('categories', {
  id: key(integer),
  uuid: text,
  scheme: integer,
  parent: orNull(integer),
  position: text,
  key: text,
  slug: text,
  label: text,
  /** What sorts by it. */
  labelSort: text,
  body: text,
  revision: integer,
  changedAt: integer,
  changedBy: orNull(integer),
});
