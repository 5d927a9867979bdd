import type { Id } from '../core/ids';
import type { Asker, Tx } from './database';
import type { KeptRecord } from './records';

export const keyOfListing = async (asker: Asker, record: number): Promise<string> =>
  (await asker.one<{ key: string }>('SELECT key FROM listing_keys WHERE record = $1', [record]))?.key ?? '';

export const listingKeys = (asker: Asker): Promise<{ record: number; key: string }[]> => asker.all('SELECT record, key FROM listing_keys');

export const setListingKey = (tx: Tx, record: number, key: string): Promise<number> => 
  tx.run('INSERT INTO listing_keys (record, key) VALUES ($1, $2) ON CONFLICT (record) DO UPDATE SET key = $2', [record, key]);

/** Every listing as visitors see it at a moment. */
export const liveListings = (asker: Asker, now: number): Promise<(Pick<KeptRecord, 'id'> & { uuid: Id; body: string })[]> =>
  asker.all('SELECT r.id, r.uuid, v.body FROM live v JOIN records r ON r.id = v.record WHERE r.sort = \'listing\' AND r.binned_at IS NULL AND v.starts <= $1 AND v.ends > $1', [now]);
