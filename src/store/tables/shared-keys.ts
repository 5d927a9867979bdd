import { integer, key, table, text } from './table';

/** The keys by which a model document names shared blocks; one never changes. */
export const sharedKeys = table('shared_keys', {
  record: key(integer),
  key: text,
});
