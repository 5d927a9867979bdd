import { integer, key, table, text } from './table';

/** What visitors sought and did not find, by language, and how often. */
export const soughtInVain = table('sought_in_vain', {
  words: key(text),
  language: key(text),
  n: integer,
  lastAt: integer,
});
