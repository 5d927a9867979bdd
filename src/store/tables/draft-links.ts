import { integer, key, table, text, textOf } from './table';

/** How much a link to drafts shows: a page, that with all below it, or every page of its site. */
export type DraftScope = 'page' | 'branch' | 'site';

/** Links by which somebody without an account sees drafts, until they end. */
export const draftLinks = table('draft_links', {
  word: key(text),
  uuid: text,
  page: text,
  scope: textOf<DraftScope>(),
  person: integer,
  madeAt: integer,
  endsAt: integer,
});
