import { integer, key, table, text } from './table';

/** Links that let somebody choose a password, once; of the word only the hash. */
export const links = table('links', {
  word: key(text),
  person: integer,
  endsAt: integer,
});
