import type { Reader } from './database';
import { rowKey, sideNumber, sidesOf, type IndexTable } from './index-tables/shape';
import type { Json, JsonObject } from '../core/json';

/** One row that is derived from a record: in which table, of which record, and what it says. */
export interface DerivedFact {
  record: number;
  table: string;
  says: Json;
}

/** Columns that tell how something stands by the clock of the day they were written. */
const byTheClock = new Set(['live_from', 'live_until', 'next_from', 'next_until']);

async function indexFacts(reader: Reader, indexTable: IndexTable, records: string): Promise<DerivedFact[]> {
  const facts: DerivedFact[] = [];
  for (const side of sidesOf(indexTable)) {
    const rows = await reader.all<JsonObject>(
      `SELECT * FROM ${indexTable[side]} WHERE entry IN (SELECT value FROM json_each($1))`,
      [records],
    );
    for (const row of rows) {
      const kept = Object.entries(row)
        .filter(([column]) => side === 'live' || !byTheClock.has(column))
        .sort(([a], [b]) => (a < b ? -1 : 1));
      facts.push({ record: Number(row.entry), table: indexTable[side], says: Object.fromEntries(kept) });
    }
    const many = await reader.all<{ entry: number; field: number; value: number }>(
      `SELECT s.entry, m.field, m.value FROM ${indexTable[side]} s JOIN multi_values m
       ON m.row = s.${rowKey[side]} AND m.side = ${sideNumber[side]}
       WHERE s.entry IN (SELECT value FROM json_each($1)) ORDER BY 1, 2, 3`,
      [records],
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
  const given = JSON.stringify(records);
  const among = 'IN (SELECT value FROM json_each($1))';
  const plain = async (table: string, sql: string, more: number[] = []): Promise<DerivedFact[]> =>
    (await reader.all<{ record: number } & JsonObject>(sql, [given, ...more])).map(({ record, ...says }) => ({
      record,
      table,
      says,
    }));
  const index = await Promise.all(indexTables.map((each) => indexFacts(reader, each, given)));
  return [
    ...(await plain('working', `SELECT record, title, faults FROM working WHERE record ${among}`)),
    ...(await plain('live', `SELECT record, id, title FROM live WHERE record ${among}`)),
    ...(await plain(
      'record_search',
      `SELECT rowid AS record, title FROM record_search WHERE rowid ${among}`,
    )),
    ...(await plain(
      'refs',
      `SELECT source AS record, side, role, target, until FROM refs WHERE source ${among} AND until > $2`,
      [now],
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
    sidesOf(indexTable)
      .map(
        (side) =>
          `SELECT '${side}' AS side, entry FROM ${indexTable[side]} WHERE entry NOT IN (SELECT id FROM records WHERE type = $1)`,
      )
      .join(' UNION ALL '),
    [type],
  );
