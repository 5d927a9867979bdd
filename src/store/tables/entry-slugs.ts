import { integer, key, table, text } from './table';

/** The last pieces of the addresses of entries, which never change once given. */
export const entrySlugs = table('entry_slugs', {
  record: key(integer),
  type: integer,
  slug: text,
});
