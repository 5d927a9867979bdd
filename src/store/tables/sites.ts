import { counted, integer, orNull, table, text } from './table';

/** Sites: each a tree of pages with addresses, a leading language and a clock of its own. */
export const sites = table('sites', {
  id: counted,
  uuid: text,
  key: text,
  label: text,
  base: text,
  locale: text,
  timeZone: text,
  picture: orNull(text),
  madeAt: integer,
});
