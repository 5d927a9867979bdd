import type { Reader } from './database';
import { LANGUAGE } from './key-map';
import { rowKey, sideNumber, sides, type IndexTable } from './index-tables/shape';
import type { Json, JsonObject } from '../core/json';
import { languagesOfWords } from './record-words';
import { anyOf, joined, raw, sql, type Sql } from './sql';

/** One row that is derived from a record: in which table, of which record, and what it says. */
export interface DerivedFact {
  record: number;
  table: string;
  says: Json;
}

/** Columns that tell how something stands by the clock of the day they were written. */
const byTheClock = new Set(['live_from', 'live_until', 'next_from', 'next_until']);

async function indexFacts(
  reader: Reader,
  indexTable: IndexTable,
  records: readonly number[],
): Promise<DerivedFact[]> {
  const facts: DerivedFact[] = [];
  const fields = [...indexTable.fields.values()];
  const columns = new Set(fields.flatMap((field) => field.columns.map(({ name }) => name)));
  const several = fields.filter(({ many }) => many).map(({ n }) => n);
  // What a field that is gone left there stays, and says nothing.
  const revisionMatches = (column: string) => !/^[frst]\d/.test(column) || columns.has(column);
  for (const side of sides) {
    const rows = await reader.all<JsonObject>(
      sql`SELECT * FROM ${raw(indexTable[side])} WHERE entry IN ${anyOf(records)}`,
    );
    for (const row of rows) {
      const kept = Object.entries(row)
        .filter(([column]) => revisionMatches(column) && (side === 'live' || !byTheClock.has(column)))
        .sort(([a], [b]) => (a < b ? -1 : 1));
      facts.push({ record: Number(row.entry), table: indexTable[side], says: Object.fromEntries(kept) });
    }
    const many = await reader.all<{ entry: number; field: number; value: number }>(
      sql`SELECT s.entry, m.field, m.value FROM ${raw(indexTable[side])} s JOIN multi_values m
       ON m.row = s.${raw(rowKey[side])} AND m.side = ${sideNumber[side]}
         AND (m.field IN ${anyOf(several)} OR m.field = (SELECT n FROM ids WHERE uuid = ${LANGUAGE}))
       WHERE s.entry IN ${anyOf(records)} ORDER BY 1, 2, 3`,
    );
    for (const { entry, field, value } of many)
      facts.push({ record: entry, table: 'multi_values', says: [side, field, value] });
  }
  return facts;
}

/** Everything that is derived from some records as it is kept now, leaving out references that are over at `now`. */
export async function derivedFacts(
  reader: Reader,
  indexTables: readonly IndexTable[],
  records: readonly number[],
  now: number,
): Promise<DerivedFact[]> {
  const among = anyOf(records);
  const plain = async (table: string, question: Sql): Promise<DerivedFact[]> =>
    (await reader.all<{ record: number } & JsonObject>(question)).map(({ record, ...says }) => ({
      record,
      table,
      says,
    }));
  const index = await Promise.all(indexTables.map((each) => indexFacts(reader, each, records)));
  return [
    ...(await plain('working', sql`SELECT record, title, faults FROM working WHERE record IN ${among}`)),
    ...(await plain('live', sql`SELECT record, id, title FROM live WHERE record IN ${among}`)),
    ...(await plain(
      'record_search',
      sql`SELECT rowid AS record, title FROM record_search WHERE rowid IN ${among}`,
    )),
    ...(await plain('record_words', languagesOfWords(records))),
    ...(await plain(
      'older_translations',
      sql`SELECT record, language FROM older_translations WHERE record IN ${among}`,
    )),
    ...(await plain(
      'all_records',
      sql`SELECT entry AS record, sort, type, title, title_sort, changed, stage, binned, date FROM all_records WHERE entry IN ${among}`,
    )),
    ...(await plain(
      'refs',
      sql`SELECT source AS record, side, role, target, until FROM refs WHERE source IN ${among} AND until > ${now}`,
    )),
    ...index.flat(),
  ];
}

/** The rows of an index table whose record is not there, or is of another type. */
export const strayRows = (
  reader: Reader,
  indexTable: IndexTable,
  type: number,
): Promise<{ side: 'work' | 'live'; entry: number }[]> =>
  reader.all(
    joined(
      sides.map(
        (side) =>
          sql`SELECT ${side} AS side, entry FROM ${raw(indexTable[side])} WHERE entry NOT IN (SELECT id FROM records WHERE type = ${type})`,
      ),
      ' UNION ALL ',
    ),
  );
