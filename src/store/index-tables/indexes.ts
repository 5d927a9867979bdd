import { createHash } from 'node:crypto';
import { FOREVER } from '../../core/content/states';
import { kindFor } from '../../core/model/kinds';
import type { Reader, WriteTransaction } from '../database';
import { raw, sql } from '../sql';
import { sides, type IndexedField, type IndexTable, type Side } from './shape';

/** An index on an index table, by a name that follows from all it is made of: another index has another name. */
export interface TableIndex {
  name: string;
  table: string;
  /** Its columns, in order, and which rows it holds. */
  on: string;
}

const named = (table: string, columns: string, where = ''): TableIndex => {
  const on = `(${columns})${where}`;
  const mark = createHash('sha256').update(on).digest('hex').slice(0, 12);
  return { name: `${table}_by_${mark}`, table, on };
};

/**
 * The columns that ride along in every index of the working side: what is filtered by most, in a few bytes. So a table
 * that is filtered by one thing and sorted by another is answered by walking one index, without looking into the rows.
 */
const ridersOf = ({ fields }: IndexTable): string[] =>
  [...fields.values()]
    .filter(({ field, many }) => field.indexed && !many && kindFor(field).hasFewValues)
    .map(({ value }) => value);

/** What is alike in a column follows in the order in which it was made, as in every list: of very many nothing is sorted. */
const columnsOf = (side: Side, riders: readonly string[], own: string): string =>
  [
    own,
    'entry',
    ...(side === 'work'
      ? ['binned', ...riders.filter((rider) => rider !== own)]
      : ['live_from', 'live_until']),
  ].join(', ');

function ofField(table: string, side: Side, field: IndexedField, riders: readonly string[]): TableIndex[] {
  const { value, sort } = field;
  // What must differ in every entry is looked up by each save.
  if (!field.field.indexed && !field.field.unique) return [];
  // What is only counted and found by needs nothing beside it: the narrower, the faster.
  const columns = [columnsOf(side, sort === value ? riders : [], value)];
  if (sort && sort !== value) columns.push(columnsOf(side, riders, sort));
  // Only visitors read in other languages.
  if (side === 'live' && field.field.indexed)
    columns.push(...Object.values(field.sorts ?? {}).map((column) => columnsOf(side, riders, column)));
  return columns.map((each) => named(table, each));
}

function ofSide(indexTable: IndexTable, side: Side): TableIndex[] {
  const table = indexTable[side];
  const riders = ridersOf(indexTable);
  const fields = [...indexTable.fields.values()].flatMap((field) => ofField(table, side, field, riders));
  // Pages and media are looked through among all content, whose table has all but their fields.
  if (side === 'work' && indexTable.holds !== 'entries') return fields;
  // Counts by state, and an entry's versions, are answered from one index alone.
  return side === 'work'
    ? [
        ...fields,
        named(table, columnsOf(side, riders, indexTable.titleSort)),
        named(table, columnsOf(side, riders, 'changed')),
        named(table, 'binned, stage, live_from, live_until, next_from, next_until'),
        named(table, 'live_until', ` WHERE live_until < ${FOREVER}`),
        named(table, 'next_from', ' WHERE next_from IS NOT NULL'),
      ]
    : [...fields, named(table, 'published, entry'), named(table, 'entry, live_from, live_until')];
}

const indexesOf = (indexTable: IndexTable): TableIndex[] => sides.flatMap((side) => ofSide(indexTable, side));

const standing = async (reader: Reader): Promise<string[]> =>
  (
    await reader.all<{ name: string }>(
      sql`SELECT name FROM sqlite_master WHERE type = 'index' AND name GLOB 'index_[0-9]*_by_*'`,
    )
  ).map(({ name }) => name);

/** The indexes that are still to be made for some index tables. */
export async function missingIndexes(
  reader: Reader,
  indexTables: readonly IndexTable[],
): Promise<TableIndex[]> {
  const there = new Set(await standing(reader));
  return indexTables.flatMap(indexesOf).filter(({ name }) => !there.has(name));
}

export async function makeIndex(tx: WriteTransaction, { name, table, on }: TableIndex): Promise<void> {
  await tx.run(sql`CREATE INDEX ${raw(name)} ON ${raw(table)} ${raw(on)}`);
}

/** Makes the indexes of all index tables that are not there, and takes away those that are for none of them. */
export async function fitIndexes(tx: WriteTransaction, indexTables: readonly IndexTable[]): Promise<void> {
  const wanted = new Set(indexTables.flatMap(indexesOf).map(({ name }) => name));
  for (const name of await standing(tx)) if (!wanted.has(name)) await tx.run(sql`DROP INDEX ${raw(name)}`);
  for (const index of await missingIndexes(tx, indexTables)) await makeIndex(tx, index);
}
