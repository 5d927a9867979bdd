import { anyOf, sql } from './sql';
import { FOREVER } from '../core/content/states';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import type { RecordSort } from './tables/records';
import { refs as refTable, type RefSide } from './tables/refs';

/**
 * One reference of a record. `role` says how, `target` is the id of what it refers to, `until` (ms since
 * 1970) when it ends.
 */
export interface RefRow {
  source: number;
  side: RefSide;
  role: string;
  target: Id;
  until: number;
}

/** The end of references from what is worked on. */
export const OPEN = FOREVER;

/** Replaces all that some records refer to. Where a reference is given twice, the one that holds longer counts. */
export async function putRefs(
  tx: WriteTransaction,
  sources: readonly number[],
  refs: readonly RefRow[],
): Promise<void> {
  await tx.run(sql`DELETE FROM refs WHERE source IN ${anyOf(sources)}`);
  await addRefs(tx, refs);
}

/** Adds to what records refer to. */
export const addRefs = (tx: WriteTransaction, refs: readonly RefRow[]): Promise<void> =>
  tx.insertAll(
    refTable,
    [...refs].sort((a, b) => b.until - a.until),
    'INSERT OR IGNORE',
  );

/** Forgets what the records of a type (by integer key) refer to in some ways. */
export const dropRefs = (tx: WriteTransaction, type: number, roles: readonly string[]): Promise<number> =>
  tx.run(
    sql`DELETE FROM refs WHERE role IN ${anyOf(roles)} AND source IN (SELECT id FROM records WHERE type = ${type})`,
  );

/** What some records refer to, as it is kept, leaving out what ended before `now`. */
export const refsOfMany = (reader: Reader, sources: readonly number[], now: number): Promise<RefRow[]> =>
  reader.all(
    sql`SELECT source, side, role, target, until FROM refs WHERE source IN ${anyOf(sources)} AND until > ${now}`,
  );

export interface Referrer {
  source: number;
  uuid: Id;
  sort: RecordSort;
  type: Id | null;
  role: string;
  title: string;
}

const referring = sql`f.source, r.uuid, r.sort, t.uuid AS type, f.role, w.title FROM refs f CROSS JOIN records r ON r.id = f.source
  LEFT JOIN ids t ON t.n = r.type CROSS JOIN working w ON w.record = f.source`;

/** The records outside the bin that refer to something, on a side. */
export const referrers = (reader: Reader, target: Id, side: RefSide): Promise<Referrer[]> =>
  reader.all(
    sql`SELECT ${referring} WHERE f.target = ${target} AND f.side = ${side} AND r.binned_at IS NULL`,
  );

/** The same of several things at once, each referrer with what it refers to. */
export const referrersOfMany = (
  reader: Reader,
  targets: readonly Id[],
  side: RefSide,
): Promise<(Referrer & { target: Id })[]> =>
  reader.all(
    sql`SELECT f.target, ${referring} WHERE f.target IN ${anyOf(targets)} AND f.side = ${side} AND r.binned_at IS NULL`,
  );

/** The integer keys of records that refer to any of some things in what is worked on, the bin counted. */
export const recordsReferringTo = async (reader: Reader, targets: readonly Id[]): Promise<number[]> =>
  (
    await reader.all<{ source: number }>(
      sql`SELECT DISTINCT source FROM refs WHERE side = 0 AND target IN ${anyOf(targets)}`,
    )
  ).map(({ source }) => source);

/** The integer keys of records that refer to something on either side, in order: those after one, at most so many. */
export const recordsNaming = async (
  reader: Reader,
  target: Id,
  { after = 0, most = -1 }: { after?: number; most?: number } = {},
): Promise<number[]> =>
  (
    await reader.all<{ source: number }>(
      sql`SELECT DISTINCT source FROM refs WHERE target = ${target} AND source > ${after} ORDER BY source LIMIT ${most}`,
    )
  ).map(({ source }) => source);

/** The pages and shared blocks that refer, as visitors see them, to an entry of one of some types (by integer key). */
export const arrangedReferringToTypes = (
  reader: Reader,
  types: readonly number[],
): Promise<{ source: number; uuid: Id; sort: 'page' | 'shared' }[]> =>
  reader.all(
    sql`SELECT DISTINCT f.source, p.uuid, p.sort FROM records p CROSS JOIN refs f ON f.source = p.id AND f.side = 1
       CROSS JOIN records e ON e.uuid = f.target AND +e.sort = 'entry' AND +e.type IN ${anyOf(types)}
       WHERE p.sort IN ('page', 'shared')`,
  );

/**
 * The shared blocks that refer, as visitors see them now, to each of some things; in one role alone where it
 * is named.
 */
export const sharedNaming = (
  reader: Reader,
  now: number,
  targets: readonly Id[],
  role?: string,
): Promise<{ target: Id; shared: Id }[]> => {
  const as = role === undefined ? sql`` : sql`AND f.role = ${role}`;
  return reader.all(
    sql`SELECT DISTINCT f.target, r.uuid AS shared FROM refs f CROSS JOIN records r ON r.id = f.source AND r.sort = 'shared'
     CROSS JOIN live v ON v.record = f.source AND v.starts <= ${now} AND v.ends > ${now}
     WHERE f.target IN ${anyOf(targets)} AND f.side = 1 ${as} AND r.binned_at IS NULL`,
  );
};
