import { integer, key, table, text } from './table';

/** How often each page was read on each day. */
export const visits = table('visits', {
  page: key(text),
  day: key(text),
  n: integer,
});
