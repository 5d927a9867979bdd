import { integer, key, table, text } from './table';

/** The keys by which a model document names listings. */
export const listingKeys = table('listing_keys', {
  record: key(integer),
  key: text,
});
