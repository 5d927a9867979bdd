import { integer, key, table, text } from './table';

/** What people called versions of records and categories, by the number of the version. */
export const versionNames = table('version_names', {
  target: key(text),
  number: key(integer),
  name: text,
});
