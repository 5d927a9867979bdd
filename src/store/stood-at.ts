import type { Id } from '../core/ids';
import type { Reader } from './database';
import { sql } from './sql';

/**
 * Whether a page at an address of a site, or an entry that is found there, was seen by visitors before a moment and is not
 * seen any more.
 */
export async function stoodAt(
  reader: Reader,
  site: number,
  address: string,
  entry: Id | undefined,
  now: number,
): Promise<boolean> {
  const gone = await reader.one<{ n: number }>(
    sql`SELECT 1 AS n FROM records r CROSS JOIN live v ON v.record = r.id AND v.ends <= ${now}
     WHERE r.id IN (SELECT record FROM page_places WHERE site = ${site} AND address = ${address}
       UNION ALL SELECT id FROM records WHERE uuid = ${entry ?? ''}) LIMIT 1`,
  );
  return gone !== undefined;
}
