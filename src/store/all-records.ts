import { sortKey } from '../core/content/sort-key';
import type { Span, Stage } from '../core/content/states';
import type { Reader, WriteTransaction } from './database';
import { anyOf, raw, sql } from './sql';
import { tellingSpans } from './index-tables/rows';
import type { IndexTable } from './index-tables/shape';
import { allRecords } from './tables/all-records';
import type { RecordSort } from './tables/records';

/** A record as it lies among all. */
export interface AnyRecord {
  entry: number;
  sort: RecordSort;
  type: number | null;
  title: string;
  changed: number;
  stage: Stage;
  binned: boolean;
  spans: readonly Span[];
  /** The day or moment it is of (ISO 8601), where its type says one. */
  date: string | null;
}

/** What every record has, asked as a type's index table is: one without fields. */
export const allRecordsTable = (locale: string): IndexTable => ({
  work: allRecords.name,
  live: '',
  fields: new Map(),
  titleSort: 'title_sort',
  locale,
  holds: 'entries',
});

/** Writes how some records lie among all, at a moment (ms). */
export const putAllRecords = (
  tx: WriteTransaction,
  locale: string,
  rows: readonly AnyRecord[],
  now: number,
): Promise<void> =>
  tx.put(
    allRecords,
    rows.map(({ spans, binned, ...row }) => {
      const [live, next] = tellingSpans(spans, now);
      return {
        ...row,
        titleSort: sortKey(row.title, locale),
        binned: binned ? 1 : 0,
        liveFrom: live?.starts ?? null,
        liveUntil: live?.ends ?? null,
        nextFrom: next?.starts ?? null,
        nextUntil: next?.ends ?? null,
      };
    }),
  );

/** The days or moments that some records are of (ISO 8601), by their integer keys; those that are of none are left out. */
export const datesOf = async (reader: Reader, records: readonly number[]): Promise<Map<number, string>> =>
  new Map(
    (
      await reader.all<{ entry: number; date: string }>(
        sql`SELECT entry, date FROM all_records WHERE entry IN ${anyOf(records)} AND date IS NOT NULL`,
      )
    ).map(({ entry, date }) => [entry, date]),
  );

/** Takes the days that the entries of a type (by integer key) are of from a column of its index table; from none, they are of none. */
export const takeDates = (
  tx: WriteTransaction,
  { work }: IndexTable,
  type: number,
  column: string | undefined,
): Promise<number> =>
  column === undefined
    ? tx.run(sql`UPDATE all_records SET date = NULL WHERE type = ${type}`)
    : tx.run(
        sql`UPDATE all_records SET date = (SELECT s.${raw(column)} FROM ${raw(work)} s WHERE s.entry = all_records.entry) WHERE type = ${type}`,
      );
