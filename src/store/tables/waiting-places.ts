import { integer, key, orNull, table, text } from './table';

/** Where pages are to stand from a moment on; `starts` is 0 where that is told by when the page is next published. */
export const waitingPlaces = table('waiting_places', {
  record: key(integer),
  starts: key(integer),
  parent: orNull(integer),
  position: text,
  slug: text,
});
