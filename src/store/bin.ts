import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { dropLiveWords } from './live-words';
import { dropWords } from './record-words';
import { anyOf, sql } from './sql';
import type { RecordSort } from './tables/records';

/** A record in the bin, with where it stood: for a page the address of the page above it, and its own last piece. */
export interface BinnedRow {
  record: number;
  uuid: Id;
  sort: RecordSort;
  type: Id | null;
  title: string;
  at: number;
  by: string | null;
  above: string | null;
  slug: string | null;
  /** How many pages below it went with it. */
  below: number;
}

/** Pages below one that lie in the bin since the same moment; they come back with it. */
const together = (
  record: ReturnType<typeof sql>,
  at: ReturnType<typeof sql>,
) => sql`WITH RECURSIVE under(id) AS (
  SELECT p.record FROM page_places p CROSS JOIN records x ON x.id = p.record WHERE p.parent = ${record} AND x.binned_at = ${at}
  UNION SELECT p.record FROM under u JOIN page_places p ON p.parent = u.id CROSS JOIN records x ON x.id = p.record WHERE x.binned_at = ${at})`;

/** What is told by itself: a page that went together with the one above it is told with that. */
const apart = sql`NOT EXISTS (SELECT 1 FROM page_places q CROSS JOIN records a ON a.id = q.parent WHERE q.record = r.id AND a.binned_at = r.binned_at)`;

/** What lies in the bin, what was laid there last first: those before a moment and a key (0 for all). */
export const binnedRows = (
  reader: Reader,
  { before, most }: { before: { at: number; record: number }; most: number },
): Promise<BinnedRow[]> =>
  reader.all<BinnedRow>(
    sql`SELECT r.id AS record, r.uuid, r.sort, t.uuid AS type, w.title, r.binned_at AS at, p.name AS by, a.address AS above, q.slug,
       (${together(sql`r.id`, sql`r.binned_at`)} SELECT count(*) FROM under) AS below
     FROM records r INDEXED BY records_in_bin CROSS JOIN working w ON w.record = r.id LEFT JOIN ids t ON t.n = r.type
     LEFT JOIN people p ON p.id = r.binned_by LEFT JOIN page_places q ON q.record = r.id LEFT JOIN page_places a ON a.record = q.parent
     WHERE r.binned_at IS NOT NULL AND ${apart}
       ${before.at > 0 ? sql`AND (r.binned_at, r.id) < (${before.at}, ${before.record})` : sql``}
     ORDER BY r.binned_at DESC, r.id DESC LIMIT ${most}`,
  );

export async function countBinned(reader: Reader): Promise<number> {
  const found = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM records r INDEXED BY records_in_bin WHERE r.binned_at IS NOT NULL AND ${apart}`,
  );
  return found?.n ?? 0;
}

/** A page and those below it that went into the bin with it, from the top down. */
export const binnedTogether = async (reader: Reader, record: number, at: number): Promise<number[]> => [
  record,
  ...(
    await reader.all<{ id: number }>(sql`${together(sql`${record}`, sql`${at}`)} SELECT id FROM under`)
  ).map(({ id }) => id),
];

/** Records laid in the bin before a moment, or (of those given) the ones in it: the first of them. */
export const binnedToForget = (
  reader: Reader,
  { before, only, most }: { before: number; only?: readonly Id[]; most: number },
): Promise<{ record: number; uuid: Id; sort: RecordSort; type: Id | null }[]> =>
  reader.all(
    sql`SELECT r.id AS record, r.uuid, r.sort, t.uuid AS type FROM records r LEFT JOIN ids t ON t.n = r.type
     WHERE r.binned_at IS NOT NULL AND r.binned_at < ${before} ${only ? sql`AND r.uuid IN ${anyOf(only)}` : sql``}
     ORDER BY r.binned_at, r.id LIMIT ${most}`,
  );

/** Pages that lie in the bin below some records: without these they could never come back. */
export const binnedBelow = (
  reader: Reader,
  records: readonly number[],
): Promise<{ record: number; uuid: Id; sort: RecordSort; type: Id | null }[]> =>
  reader.all(
    sql`WITH RECURSIVE under(id) AS (
       SELECT record FROM page_places WHERE parent IN ${anyOf(records)}
       UNION SELECT p.record FROM under u JOIN page_places p ON p.parent = u.id)
     SELECT r.id AS record, r.uuid, r.sort, t.uuid AS type FROM under u JOIN records r ON r.id = u.id LEFT JOIN ids t ON t.n = r.type
     WHERE r.binned_at IS NOT NULL`,
  );

/** Forgets records for good, with their versions, places and names. What was done to them stays known. */
export async function forgetRecords(
  tx: WriteTransaction,
  records: readonly { record: number; uuid: Id }[],
): Promise<void> {
  const keys = anyOf(records.map(({ record }) => record));
  await tx.run(sql`DELETE FROM page_places WHERE record IN ${keys}`);
  await tx.run(sql`DELETE FROM record_search WHERE rowid IN ${keys}`);
  const numbers = records.map(({ record }) => record);
  await dropWords(tx, numbers);
  await dropLiveWords(tx, numbers);
  await tx.run(sql`DELETE FROM version_names WHERE target IN ${anyOf(records.map(({ uuid }) => uuid))}`);
  await tx.run(sql`DELETE FROM records WHERE id IN ${keys}`);
}

/** A category that was taken away, by the act that did it. */
export interface GoneCategory {
  id: Id;
  act: Id;
  at: number;
  by: string | null;
  /** How it was before, as JSON. */
  before: string;
}

/** Categories that were taken away since a moment, the last first; those that are there again are left out by whoever knows. */
export const goneCategories = (reader: Reader, since: number, most: number): Promise<GoneCategory[]> =>
  reader.all<GoneCategory>(
    sql`SELECT c.target AS id, a.uuid AS act, a.at, p.name AS by, c.before
     FROM act_changes c INDEXED BY categories_gone CROSS JOIN acts a ON a.id = c.act LEFT JOIN people p ON p.id = a.person
     WHERE c.sort = 'category' AND c.after IS NULL AND a.at >= ${since} AND c.before IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM acts u WHERE u.undoes = a.id)
     ORDER BY c.act DESC LIMIT ${most}`,
  );

/** What things in the bin are called, by their ids. */
export const binnedTitles = (reader: Reader, ids: readonly Id[]): Promise<{ uuid: Id; title: string }[]> =>
  reader.all(
    sql`SELECT r.uuid, w.title FROM records r JOIN working w ON w.record = r.id
     WHERE r.uuid IN ${anyOf(ids)} AND +r.binned_at IS NOT NULL`,
  );
