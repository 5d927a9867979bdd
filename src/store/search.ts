import type { Id } from '../core/ids';
import type { Reader } from './database';
import type { RecordSort } from './records';
import { searchWords } from './queries/table-query';

export interface Found {
  uuid: Id;
  sort: RecordSort;
  type: Id | null;
  title: string;
}

/** Records whose title has words that begin as those sought, the best first; the bin is left out. */
export async function findRecords(reader: Reader, words: string, most: number): Promise<Found[]> {
  const sought = searchWords(words);
  if (!sought) return [];
  return reader.all(
    `SELECT r.uuid, r.sort, t.uuid AS type, w.title FROM (SELECT rowid, rank FROM record_search WHERE record_search MATCH $1 ORDER BY rank LIMIT $2) f
     JOIN records r ON r.id = f.rowid JOIN working w ON w.record = r.id LEFT JOIN ids t ON t.n = r.type WHERE r.binned_at IS NULL ORDER BY f.rank`,
    [sought, most],
  );
}
