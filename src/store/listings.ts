import { anyOf, sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { listingKeys as listingKeyTable } from './tables/listing-keys';

/** The keys of some listings, by their integer keys. */
export const keysOfListings = async (
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, string>> =>
  new Map(
    (
      await reader.all<{ record: number; key: string }>(
        sql`SELECT record, key FROM listing_keys WHERE record IN ${anyOf(records)}`,
      )
    ).map(({ record, key }) => [record, key]),
  );

/** The keys of some listings, by their ids. */
export const keysByListing = async (reader: Reader, ids: readonly Id[]): Promise<Map<Id, string>> =>
  new Map(
    (
      await reader.all<{ uuid: Id; key: string }>(
        sql`SELECT r.uuid, k.key FROM records r CROSS JOIN listing_keys k ON k.record = r.id WHERE r.uuid IN ${anyOf(ids)}`,
      )
    ).map(({ uuid, key }) => [uuid, key]),
  );

export const listingKeys = (reader: Reader): Promise<{ record: number; key: string }[]> =>
  reader.all(sql`SELECT record, key FROM listing_keys`);

export const setListingKey = (tx: WriteTransaction, record: number, key: string): Promise<void> =>
  tx.put(listingKeyTable, [{ record, key }]);

/** A listing as visitors see it, with what it is called now. */
export interface LiveListingRow {
  id: number;
  uuid: Id;
  label: string;
  body: string;
}

/** Every listing as visitors see it at a moment. */
export const liveListings = (reader: Reader, now: number): Promise<LiveListingRow[]> =>
  reader.all(
    sql`SELECT r.id, r.uuid, w.title AS label, v.body FROM records r CROSS JOIN working w ON w.record = r.id
     CROSS JOIN live v ON v.record = r.id AND v.starts <= ${now} AND v.ends > ${now}
     WHERE r.sort = 'listing' AND r.binned_at IS NULL`,
  );

/** What listings say that visitors see at a moment or will see later. */
export const listingsToCome = async (reader: Reader, now: number): Promise<string[]> =>
  (
    await reader.all<{ body: string }>(
      sql`SELECT v.body FROM records r CROSS JOIN live v ON v.record = r.id AND v.ends > ${now}
       WHERE r.sort = 'listing' AND r.binned_at IS NULL`,
    )
  ).map(({ body }) => body);
