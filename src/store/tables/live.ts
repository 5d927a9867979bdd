import { counted, integer, orNull, table, text } from './table';

/** The versions of records that visitors see, saw or will see, each from `starts` until `ends` (ms since 1970). */
export const live = table('live', {
  id: counted,
  record: integer,
  starts: integer,
  ends: integer,
  title: text,
  body: text,
  publishedAt: integer,
  publishedBy: orNull(integer),
  model: integer,
});
