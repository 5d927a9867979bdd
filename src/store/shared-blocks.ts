import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import { sharedKeys as sharedKeyTable } from './tables/shared-keys';

/** The keys of all shared blocks, those in the bin too, each with the id of what it names. */
export const sharedKeys = (
  reader: Reader,
): Promise<{ record: number; uuid: Id; key: string; binned: 0 | 1 }[]> =>
  reader.all(
    sql`SELECT k.record, r.uuid, k.key, r.binned_at IS NOT NULL AS binned FROM shared_keys k CROSS JOIN records r ON r.id = k.record`,
  );

export const setSharedKey = (tx: WriteTransaction, record: number, key: string): Promise<void> =>
  tx.put(sharedKeyTable, [{ record, key }]);

/** The integer keys of the shared blocks outside the bin, by what they are called; the first so many. */
export const sharedRecords = async (reader: Reader, most: number): Promise<number[]> =>
  (
    await reader.all<{ id: number }>(
      sql`SELECT r.id FROM records r CROSS JOIN working w ON w.record = r.id
       WHERE r.sort = 'shared' AND r.binned_at IS NULL ORDER BY w.title COLLATE NOCASE, r.id LIMIT ${most}`,
    )
  ).map(({ id }) => id);

/** On how many pages outside the bin some shared blocks stand in what is worked on, and in how many sites those are. */
export const pagesHoldingShared = async (
  reader: Reader,
  shared: readonly Id[],
): Promise<Map<Id, { pages: number; sites: number }>> =>
  new Map(
    (
      await reader.all<{ target: Id; pages: number; sites: number }>(
        sql`SELECT f.target, count(DISTINCT f.source) AS pages, count(DISTINCT p.site) AS sites
         FROM refs f CROSS JOIN records r ON r.id = f.source CROSS JOIN page_places p ON p.record = f.source
         WHERE f.target IN ${anyOf(shared)} AND f.side = 0 AND f.role = 'shared:' AND r.binned_at IS NULL GROUP BY f.target`,
      )
    ).map(({ target, pages, sites }) => [target, { pages, sites }]),
  );

/**
 * A page of one of some types, with whether a shared block stands on it in what is worked on and in what
 * visitors see.
 */
export interface PageForShared {
  record: number;
  uuid: Id;
  type: Id;
  site: number;
  title: string;
  address: string;
  stands: 0 | 1;
  seen: 0 | 1;
}

/**
 * The pages on which a shared block stands, or that are of a type (by integer key) that may hold it, with
 * words in their titles or addresses: those on which it stands first, then by address; and how many there
 * are.
 */
export async function pagesForShared(
  reader: Reader,
  shared: Id,
  { types, words, from, most }: { types: readonly number[]; words: string; from: number; most: number },
): Promise<{ total: number; rows: PageForShared[] }> {
  const like = `%${words.replace(/[!%_]/g, '!$&')}%`;
  const found = sql`FROM page_places p CROSS JOIN records r ON r.id = p.record JOIN ids t ON t.n = r.type
    CROSS JOIN working w ON w.record = r.id
    LEFT JOIN refs f ON f.target = ${shared} AND f.source = r.id AND f.side = 0 AND f.role = 'shared:'
    LEFT JOIN category_words g ON g.record = r.id
    WHERE r.binned_at IS NULL AND g.record IS NULL AND (f.source IS NOT NULL OR r.type IN ${anyOf(types)})
      AND (w.title LIKE ${like} ESCAPE '!' OR p.address LIKE ${like} ESCAPE '!')`;
  const counted = await reader.one<{ total: number }>(sql`SELECT count(*) AS total ${found}`);
  const rows = await reader.all<PageForShared>(
    sql`SELECT r.id AS record, r.uuid, t.uuid AS type, p.site, w.title, p.address, f.source IS NOT NULL AS stands,
       EXISTS (SELECT 1 FROM refs s WHERE s.target = ${shared} AND s.source = r.id AND s.side = 1) AS seen
     ${found} ORDER BY stands DESC, p.address, r.id LIMIT ${most} OFFSET ${from}`,
  );
  return { total: counted?.total ?? 0, rows };
}
