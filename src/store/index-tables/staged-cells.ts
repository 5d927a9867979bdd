import type { Reader, WriteTransaction } from '../database';
import { raw, sql, type Bind } from '../sql';
import { rowKey, sides, type IndexedField, type IndexTable, type Side } from './shape';

/** What some fields put into the row of a key. */
export interface StagedRow {
  key: number;
  cells: readonly Bind[];
}

// Temporary: they are the writer's own, and gone with it.
const stagedName = (indexTable: IndexTable, side: Side): string => `staged_${indexTable[side]}`;
const rewrittenName = (indexTable: IndexTable): string => `staged_rewritten_${indexTable.live}`;
const columnsOf = (fields: readonly IndexedField[]): string[] =>
  fields.flatMap(({ columns }) => columns.map(({ name }) => name));

/**
 * Begins to note the records of which an index table's rows are written anew, and makes room for what some fields, whose
 * columns are still read, are going to put there.
 */
export async function beginStaging(
  tx: WriteTransaction,
  indexTable: IndexTable,
  inUse: readonly IndexedField[],
): Promise<void> {
  await dropStaged(tx, indexTable);
  const rewritten = raw(rewrittenName(indexTable));
  await tx.run(sql`CREATE TEMP TABLE ${rewritten} (record INTEGER PRIMARY KEY)`);
  for (const side of sides) {
    const name = raw(stagedName(indexTable, side));
    await tx.run(
      sql`CREATE TEMP TRIGGER note_${name} AFTER INSERT ON main.${raw(indexTable[side])} BEGIN INSERT OR IGNORE INTO ${rewritten} VALUES (new.entry); END`,
    );
    if (inUse.length > 0)
      await tx.run(
        sql`CREATE TEMP TABLE ${name} (row INTEGER PRIMARY KEY, ${raw(columnsOf(inUse).join(', '))})`,
      );
  }
}

export const stageCells = (
  tx: WriteTransaction,
  indexTable: IndexTable,
  side: Side,
  fields: readonly IndexedField[],
  rows: readonly StagedRow[],
): Promise<void> =>
  tx.insertMany(
    `temp.${stagedName(indexTable, side)}`,
    ['row', ...columnsOf(fields)],
    rows.map(({ key, cells }) => [key, ...cells]),
    'INSERT OR REPLACE',
  );

/** Puts what was staged into its place, where it is another: what stays would be written into every index again. */
export async function takeStaged(
  tx: WriteTransaction,
  indexTable: IndexTable,
  fields: readonly IndexedField[],
): Promise<void> {
  const names = columnsOf(fields);
  for (const side of sides) {
    const table = raw(indexTable[side]);
    const staged = raw(`temp.${stagedName(indexTable, side)}`);
    const key = raw(rowKey[side]);
    const differs = names.map((name) => `max(x.${name} IS NOT s.${name}) AS ${name}`).join(', ');
    const [found] = await tx.all<Record<string, number | null>>(
      sql`SELECT ${raw(differs)} FROM ${staged} s CROSS JOIN ${table} x ON x.${key} = s.row`,
    );
    const changed = names.filter((name) => found?.[name] === 1);
    if (changed.length === 0) continue;
    const set = raw(changed.map((name) => `${name} = s.${name}`).join(', '));
    const others = raw(changed.map((name) => `${indexTable[side]}.${name} IS NOT s.${name}`).join(' OR '));
    await tx.run(
      sql`UPDATE ${table} SET ${set} FROM ${staged} s WHERE s.row = ${table}.${key} AND (${others})`,
    );
  }
}

/** The records of which rows were written since staging began. */
export const rewrittenSince = async (tx: Reader, indexTable: IndexTable): Promise<number[]> =>
  (await tx.all<{ record: number }>(sql`SELECT record FROM temp.${raw(rewrittenName(indexTable))}`)).map(
    ({ record }) => record,
  );

/** Lets go of what was staged. */
export async function dropStaged(tx: WriteTransaction, indexTable: IndexTable): Promise<void> {
  for (const side of sides) {
    const name = raw(stagedName(indexTable, side));
    await tx.run(sql`DROP TRIGGER IF EXISTS temp.note_${name}`);
    await tx.run(sql`DROP TABLE IF EXISTS temp.${name}`);
  }
  await tx.run(sql`DROP TABLE IF EXISTS temp.${raw(rewrittenName(indexTable))}`);
}
