import { integer, key, table } from './table';

/** Pages that hold the words of one category's page. */
export const categoryWords = table('category_words', {
  record: key(integer),
  category: integer,
});
