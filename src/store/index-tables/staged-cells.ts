import type { Reader, WriteTransaction } from '../database';
import { joined, raw, sql, type Bind, type Sql } from '../sql';
import { rowKey, sidesOf, type IndexedField, type IndexTable, type Side } from './shape';

/** Of which record a row is, and the revision that its cells are worked out from. */
export interface StagedRow {
  key: number;
  record: number;
  revision: number;
  cells: readonly Bind[];
}

// Temporary: they are the writer's own, and gone with it.
const stagedName = (indexTable: IndexTable, side: Side): string => `staged_${indexTable[side]}`;
const columnsOf = (fields: readonly IndexedField[]): string[] =>
  fields.flatMap(({ columns }) => columns.map(({ name }) => name));

/** Makes room for what some fields are going to put into an index table, beside it. */
export async function beginStaging(
  tx: WriteTransaction,
  indexTable: IndexTable,
  fields: readonly IndexedField[],
): Promise<void> {
  for (const side of sidesOf(indexTable)) {
    const name = raw(stagedName(indexTable, side));
    await tx.run(sql`DROP TABLE IF EXISTS temp.${name}`);
    const columns = raw(columnsOf(fields).join(', '));
    await tx.run(
      sql`CREATE TEMP TABLE ${name} (row INTEGER PRIMARY KEY, record INTEGER NOT NULL, revision INTEGER NOT NULL, ${columns})`,
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
    ['row', 'record', 'revision', ...columnsOf(fields)],
    rows.map(({ key, record, revision, cells }) => [key, record, revision, ...cells]),
    'INSERT OR REPLACE',
  );

/** Puts what was staged into its place. */
export async function takeStaged(
  tx: WriteTransaction,
  indexTable: IndexTable,
  fields: readonly IndexedField[],
): Promise<void> {
  const set = raw(
    columnsOf(fields)
      .map((name) => `${name} = staged.${name}`)
      .join(', '),
  );
  for (const side of sidesOf(indexTable)) {
    const table = raw(indexTable[side]);
    await tx.run(
      sql`UPDATE ${table} SET ${set} FROM temp.${raw(stagedName(indexTable, side))} staged WHERE staged.row = ${table}.${raw(rowKey[side])}`,
    );
  }
}

/**
 * The records (by integer key) of which something was written since it was staged: whose revision is another, that have
 * rows which were not there, or that an act since then changed.
 */
export async function changedSinceStaged(
  tx: Reader,
  indexTable: IndexTable,
  type: number,
  since: { act: number; at: number },
): Promise<number[]> {
  const rows = sidesOf(indexTable).map(
    (side): Sql =>
      sql`SELECT x.entry AS record FROM ${raw(indexTable[side])} x CROSS JOIN working w ON w.record = x.entry
        LEFT JOIN temp.${raw(stagedName(indexTable, side))} s ON s.row = x.${raw(rowKey[side])} WHERE s.row IS NULL OR s.revision <> w.revision`,
  );
  const acts = sql`SELECT r.id AS record FROM acts a CROSS JOIN act_changes c ON c.act = a.id CROSS JOIN records r ON r.uuid = c.target
    WHERE (a.id > ${since.act} OR a.at >= ${since.at}) AND r.type = ${type}`;
  const found = await tx.all<{ record: number }>(sql`${joined([...rows, acts], ' UNION ')}`);
  return found.map(({ record }) => record);
}

/** Lets go of what was staged. */
export async function dropStaged(tx: WriteTransaction, indexTable: IndexTable): Promise<void> {
  for (const side of sidesOf(indexTable))
    await tx.run(sql`DROP TABLE IF EXISTS temp.${raw(stagedName(indexTable, side))}`);
}
