import { integer, key, table } from './table';

/** Derived: the languages (by their numbers among those of the model) in which something of a record is older than its source. */
export const olderTranslations = table('older_translations', {
  record: key(integer),
  language: key(integer),
});
