import { counted, integer, textOf, orNull, table, text } from './table';

export type RecordSort = 'entry' | 'page' | 'listing' | 'medium' | 'shared';

/** What people make: entries, pages, listings and media. */
export const records = table('records', {
  id: counted,
  uuid: text,
  sort: textOf<RecordSort>(),
  type: orNull(integer),
  madeAt: integer,
  madeBy: orNull(integer),
  binnedAt: orNull(integer),
  binnedBy: orNull(integer),
});
