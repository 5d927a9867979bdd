import { integer, key, orNull, table, text } from './table';

/** Records that somebody is to see to, with a day by which and a few words. */
export const givenWork = table('given_work', {
  record: key(integer),
  person: integer,
  day: orNull(text),
  words: text,
  at: integer,
  givenBy: orNull(integer),
});
