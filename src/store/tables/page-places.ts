import { integer, key, orNull, table, text } from './table';

/** Where each page stands in the tree of its site. */
export const pagePlaces = table('page_places', {
  record: key(integer),
  site: integer,
  parent: orNull(integer),
  position: text,
  slug: text,
  address: text,
});
