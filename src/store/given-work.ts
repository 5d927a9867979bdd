import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import { givenWork } from './tables/given-work';
import type { RecordSort } from './tables/records';
import type { RowOf } from './tables/table';

export interface GivenRow {
  record: number;
  to: Id;
  toName: string;
  day: string | null;
  words: string;
  at: number;
  by: string | null;
}

/** To whom some records are given. */
export const givenAmong = (reader: Reader, records: readonly number[]): Promise<GivenRow[]> =>
  reader.all<GivenRow>(
    sql`SELECT g.record, t.uuid AS "to", t.name AS toName, g.day, g.words, g.at, b.name AS by
     FROM given_work g JOIN people t ON t.id = g.person LEFT JOIN people b ON b.id = g.given_by WHERE g.record IN ${anyOf(records)}`,
  );

export const putGiven = (tx: WriteTransaction, given: RowOf<typeof givenWork.columns>): Promise<void> =>
  tx.put(givenWork, [given]);
export const endGiven = (tx: WriteTransaction, record: number): Promise<number> =>
  tx.remove(givenWork, { record });

/** A record as it stands on somebody's first screen. */
export interface RecordToSee {
  id: Id;
  sort: RecordSort;
  type: Id | null;
  title: string;
  revision: number;
  faults: number;
  at: number;
  by: string | null;
}

const told = sql`r.uuid AS id, r.sort, t.uuid AS type, w.title, w.revision, w.faults`;
const of = sql`JOIN working w ON w.record = r.id LEFT JOIN ids t ON t.n = r.type`;

/** What is given to somebody: what is due first, then what has no day. */
export const givenTo = (
  reader: Reader,
  person: number,
  most: number,
): Promise<(RecordToSee & { day: string | null; words: string })[]> =>
  reader.all(
    sql`SELECT ${told}, g.at, b.name AS by, g.day, g.words FROM given_work g JOIN records r ON r.id = g.record ${of}
     LEFT JOIN people b ON b.id = g.given_by WHERE g.person = ${person} AND r.binned_at IS NULL
     ORDER BY g.day IS NULL, g.day, g.at LIMIT ${most}`,
  );

/** What waits for review, what waits longest first. */
export const waitingForReview = (reader: Reader, most: number): Promise<RecordToSee[]> =>
  reader.all(
    sql`SELECT ${told}, w.changed_at AS at, p.name AS by FROM working w INDEXED BY working_review CROSS JOIN records r ON r.id = w.record
     LEFT JOIN ids t ON t.n = r.type LEFT JOIN people p ON p.id = w.changed_by
     WHERE w.stage = 'review' AND r.binned_at IS NULL ORDER BY w.changed_at LIMIT ${most}`,
  );

/** How much waits for review. */
export async function countWaiting(reader: Reader): Promise<number> {
  const found = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM working w INDEXED BY working_review CROSS JOIN records r ON r.id = w.record WHERE w.stage = 'review' AND r.binned_at IS NULL`,
  );
  return found?.n ?? 0;
}

/** What one did something to last, as far as it is there: through the newest acts. */
export const touchedBy = (
  reader: Reader,
  person: number,
  { acts, most }: { acts: number; most: number },
): Promise<
  (RecordToSee & { stage: 'draft' | 'review'; differs: number; record: number; brokeAt: number | null })[]
> =>
  reader.all(
    sql`SELECT ${told}, r.id AS record, max(a.at) AS at, NULL AS by, w.stage, w.broke_at AS brokeAt,
       NOT EXISTS (SELECT 1 FROM live l WHERE l.record = r.id AND l.body = w.body) AS differs
     FROM (SELECT id, at FROM acts INDEXED BY acts_person WHERE person = ${person} ORDER BY id DESC LIMIT ${acts}) a
     CROSS JOIN act_changes c ON c.act = a.id CROSS JOIN records r ON r.uuid = c.target ${of}
     WHERE r.binned_at IS NULL GROUP BY r.id ORDER BY at DESC LIMIT ${most}`,
  );

/** Why some records were last kept, and by whom before that: what was given back to those who wrote it. */
export const lastWhy = async (
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, { why: string; by: string | null; at: number }>> =>
  new Map(
    (
      await reader.all<{ record: number; why: string; by: string | null; at: number }>(
        sql`SELECT w.record, v.why, p.name AS by, v.at FROM working w JOIN revisions v ON v.record = w.record AND v.number = w.revision
         LEFT JOIN people p ON p.id = v.person WHERE w.record IN ${anyOf(records)}`,
      )
    ).map(({ record, ...rest }) => [record, rest]),
  );

/** What goes out or comes down between two moments, in order of time. */
export const turning = (
  reader: Reader,
  from: number,
  to: number,
  most: number,
): Promise<(RecordToSee & { goes: 'out' | 'down' })[]> =>
  reader.all(
    sql`SELECT * FROM (
       SELECT ${told}, l.starts AS at, p.name AS by, 'out' AS goes FROM live l CROSS JOIN records r ON r.id = l.record ${of}
         LEFT JOIN people p ON p.id = l.published_by WHERE l.starts > ${from} AND l.starts <= ${to} AND r.binned_at IS NULL
       UNION ALL
       SELECT ${told}, l.ends, p.name, 'down' FROM live l CROSS JOIN records r ON r.id = l.record ${of}
         LEFT JOIN people p ON p.id = l.published_by
         WHERE l.ends > ${from} AND l.ends <= ${to} AND r.binned_at IS NULL
           AND NOT EXISTS (SELECT 1 FROM live n WHERE n.record = l.record AND n.starts = l.ends))
     ORDER BY at LIMIT ${most}`,
  );
