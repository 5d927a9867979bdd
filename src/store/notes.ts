import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import { notes } from './tables/notes';
import type { NewRow } from './tables/table';

export interface NoteRow {
  id: number;
  uuid: Id;
  record: number;
  answers: number | null;
  path: string;
  quote: string;
  words: string;
  at: number;
  person: number | null;
  by: string | null;
  settledAt: number | null;
  settledBy: string | null;
}

const select = sql`SELECT n.id, n.uuid, n.record, n.answers, n.path, n.quote, n.words, n.at, n.person, p.name AS by,
  n.settled_at AS settledAt, s.name AS settledBy
  FROM notes n LEFT JOIN people p ON p.id = n.person LEFT JOIN people s ON s.id = n.settled_by`;

/** The notes at a record with their answers, in the order in which they were written. */
export const notesAt = (reader: Reader, record: number): Promise<NoteRow[]> =>
  reader.all<NoteRow>(sql`${select} WHERE n.record = ${record} ORDER BY n.id`);

export const noteByUuid = (reader: Reader, uuid: Id): Promise<NoteRow | undefined> =>
  reader.one<NoteRow>(sql`${select} WHERE n.uuid = ${uuid}`);

export async function countNotes(reader: Reader, record: number): Promise<number> {
  const found = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM notes WHERE record = ${record}`,
  );
  return found?.n ?? 0;
}

export const putNote = (tx: WriteTransaction, note: NewRow<typeof notes.columns>): Promise<number> =>
  tx.insert(notes, note);

export const settleNote = (
  tx: WriteTransaction,
  id: number,
  settled: { at: number; by: number } | null,
): Promise<number> =>
  tx.update(notes, { id }, { settledAt: settled?.at ?? null, settledBy: settled?.by ?? null });

/** How many notes that are not settled stand at each of some records. */
export const openNotes = async (reader: Reader, records: readonly number[]): Promise<Map<number, number>> =>
  new Map(
    (
      await reader.all<{ record: number; n: number }>(
        sql`SELECT record, count(*) AS n FROM notes
         WHERE record IN ${anyOf(records)} AND answers IS NULL AND settled_at IS NULL GROUP BY record`,
      )
    ).map(({ record, n }) => [record, n]),
  );
