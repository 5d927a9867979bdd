import { sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import type { KeptRecord } from './records';
import { listingKeys as listingKeyTable } from './tables/listing-keys';

export const keyOfListing = async (reader: Reader, record: number): Promise<string> =>
  (await reader.find(listingKeyTable, { record }))?.key ?? '';

export const listingKeys = (reader: Reader): Promise<{ record: number; key: string }[]> =>
  reader.all(sql`SELECT record, key FROM listing_keys`);

export const setListingKey = (tx: WriteTransaction, record: number, key: string): Promise<void> =>
  tx.put(listingKeyTable, [{ record, key }]);

/** Every listing as visitors see it at a moment. */
export const liveListings = (
  reader: Reader,
  now: number,
): Promise<(Pick<KeptRecord, 'id'> & { uuid: Id; body: string })[]> =>
  reader.all(
    sql`SELECT r.id, r.uuid, v.body FROM live v JOIN records r ON r.id = v.record WHERE r.sort = 'listing' AND r.binned_at IS NULL AND v.starts <= ${now} AND v.ends > ${now}`,
  );
