import { anyOf, sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader } from './database';
import type { RecordSort } from './tables/records';
import { parseSought, soughtAsMatch } from '../core/content/sought-words';

export interface Found {
  uuid: Id;
  sort: RecordSort;
  type: Id | null;
  title: string;
}

/** Records whose title has words that begin as those sought, the best first; the bin is left out. */
export async function findRecords(reader: Reader, words: string, most: number): Promise<Found[]> {
  const sought = soughtAsMatch(parseSought(words));
  if (!sought) return [];
  return reader.all(
    sql`SELECT r.uuid, r.sort, t.uuid AS type, w.title FROM (SELECT rowid, rank FROM record_search WHERE record_search MATCH ${sought} ORDER BY rank LIMIT ${most}) f
     JOIN records r ON r.id = f.rowid JOIN working w ON w.record = r.id LEFT JOIN ids t ON t.n = r.type WHERE r.binned_at IS NULL ORDER BY f.rank`,
  );
}

/**
 * Entries of some types (by integer key) by the words in their titles; without words, those made last. The
 * bin is left out.
 */
export function findEntriesOf(
  reader: Reader,
  types: readonly number[],
  words: string,
  most: number,
): Promise<{ uuid: Id; type: Id; title: string }[]> {
  const sought = soughtAsMatch(parseSought(words));
  // The plus keeps the planner from walking all entries of a type and asking the search of each.
  return sought
    ? reader.all(
        sql`SELECT r.uuid, t.uuid AS type, w.title FROM record_search f JOIN records r ON r.id = f.rowid
         JOIN working w ON w.record = r.id JOIN ids t ON t.n = r.type
         WHERE record_search MATCH ${sought} AND +r.sort = 'entry' AND +r.binned_at IS NULL
           AND +r.type IN ${anyOf(types)} ORDER BY rank LIMIT ${most}`,
      )
    : reader.all(
        sql`SELECT r.uuid, t.uuid AS type, w.title FROM records r JOIN working w ON w.record = r.id
         JOIN ids t ON t.n = r.type WHERE r.sort = 'entry' AND r.binned_at IS NULL
           AND r.type IN ${anyOf(types)} ORDER BY r.id DESC LIMIT ${most}`,
      );
}

/**
 * Records of a sort (and of a type, by integer key) that visitors see at a moment (ms), by the words in their titles; without
 * words, those made last. The bin is left out.
 */
export function findSeen(
  reader: Reader,
  { sort, type, words, now }: { sort: RecordSort; type: number | null; words: string; now: number },
  most: number,
): Promise<{ record: number; uuid: Id; title: string }[]> {
  const sought = soughtAsMatch(parseSought(words));
  const ofType = type === null ? sql`` : sql`AND +r.type = ${type}`;
  const seen = sql`r.binned_at IS NULL AND EXISTS (SELECT 1 FROM live v WHERE v.record = r.id AND v.starts <= ${now} AND v.ends > ${now})`;
  return sought
    ? reader.all(
        sql`SELECT r.id AS record, r.uuid, w.title FROM record_search f JOIN records r ON r.id = f.rowid CROSS JOIN working w ON w.record = r.id
         WHERE record_search MATCH ${sought} AND +r.sort = ${sort} ${ofType} AND ${seen} ORDER BY rank LIMIT ${most}`,
      )
    : reader.all(
        sql`SELECT r.id AS record, r.uuid, w.title FROM records r CROSS JOIN working w ON w.record = r.id
         WHERE r.sort = ${sort} ${type === null ? sql`` : sql`AND r.type = ${type}`} AND ${seen} ORDER BY r.id DESC LIMIT ${most}`,
      );
}
