import { kindFor } from '../core/model/kinds';
import type { Reader, WriteTransaction } from './database';
import { sideNumber, type IndexedField, type IndexTable } from './index-tables/shape';
import { anyOf, joined, raw, sql, type Sql } from './sql';

/** The fields of an index table by which its entries are counted in categories; pages and media are not. */
const categoryFields = ({ fields, holds }: IndexTable): IndexedField[] =>
  holds === 'entries' ? [...fields.values()].filter(({ field }) => kindFor(field).scheme !== undefined) : [];

/** Every index table whose entries are counted by a field of one: types that include a field set share its fields. */
function countedBy(indexTable: IndexTable, { field }: IndexedField): [IndexTable, IndexedField][] {
  const sharing = indexTable.having?.(field.id) ?? [indexTable];
  return sharing.flatMap((each): [IndexTable, IndexedField][] => {
    const own = each.fields.get(field.id);
    return own ? [[each, own]] : [];
  });
}

/** Which categories the entries of an index table name in a field (those in the bin left out), of some rows alone. */
function pairs({ work }: IndexTable, { n, value, many }: IndexedField, among: Sql | undefined): Sql {
  const of = (row: string) => (among === undefined ? sql`` : sql`AND ${raw(row)} IN (${among})`);
  return many
    ? sql`SELECT m.value AS category, m.row AS entry FROM multi_values m CROSS JOIN ${raw(work)} s ON s.entry = m.row AND s.binned = 0
        WHERE m.side = ${sideNumber.work} AND m.field = ${n} ${of('m.row')}`
    : sql`SELECT s.${raw(value)} AS category, s.entry FROM ${raw(work)} s WHERE s.binned = 0 AND s.${raw(value)} IS NOT NULL ${of('s.entry')}`;
}

/** What entries count for in each category: in it alone (`own`), and in it or below it (`whole`), an entry once. */
const counted = (among: Sql): Sql =>
  sql`SELECT c.ancestor AS category, count(CASE c.depth WHEN 0 THEN 1 END) AS own, count(DISTINCT p.entry) AS whole
    FROM (${among}) p CROSS JOIN closure c ON c.descendant = p.category GROUP BY c.ancestor`;

/**
 * Adds what some rows count for to the counts of categories, or takes it away. Whatever changes rows, or who stands below
 * whom, takes away before and adds after.
 */
async function count(
  tx: WriteTransaction,
  indexTable: IndexTable,
  field: IndexedField,
  among: Sql | undefined,
  sign: 1 | -1,
): Promise<void> {
  await tx.run(
    sql`INSERT INTO category_counts (field, category, own, whole)
      SELECT ${field.n}, category, ${sign} * own, ${sign} * whole FROM (${counted(pairs(indexTable, field, among))}) WHERE true
      ON CONFLICT (field, category) DO UPDATE SET own = own + excluded.own, whole = whole + excluded.whole`,
  );
}

/** Does what changes some rows of an index table, and has the counts of categories follow. */
export async function countingCategories(
  tx: WriteTransaction,
  indexTable: IndexTable,
  entries: readonly number[],
  work: () => Promise<void>,
): Promise<void> {
  const fields = categoryFields(indexTable);
  const among = sql`SELECT value FROM json_each(${JSON.stringify(entries)})`;
  for (const field of fields) await count(tx, indexTable, field, among, -1);
  await work();
  for (const field of fields) await count(tx, indexTable, field, among, 1);
}

/** Does what changes who stands below whom, and has the counts of what stands in some categories follow. */
export async function countingBranches(
  tx: WriteTransaction,
  indexTables: readonly IndexTable[],
  categories: readonly number[],
  work: () => Promise<void>,
): Promise<void> {
  const all = indexTables.flatMap((indexTable) =>
    categoryFields(indexTable).map((field) => {
      const { n, value, many } = field;
      const among = many
        ? sql`SELECT row FROM multi_values WHERE side = ${sideNumber.work} AND field = ${n} AND value IN ${anyOf(categories)}`
        : sql`SELECT entry FROM ${raw(indexTable.work)} WHERE ${raw(value)} IN ${anyOf(categories)}`;
      return { indexTable, field, among };
    }),
  );
  for (const { indexTable, field, among } of all) await count(tx, indexTable, field, among, -1);
  await work();
  for (const { indexTable, field, among } of all) await count(tx, indexTable, field, among, 1);
}

/** Counts anew what stands in categories by the fields of an index table, from the rows as they lie there. */
export async function recountCategories(tx: WriteTransaction, indexTable: IndexTable): Promise<void> {
  for (const field of categoryFields(indexTable)) {
    await tx.run(sql`DELETE FROM category_counts WHERE field = ${field.n}`);
    for (const [each, own] of countedBy(indexTable, field)) await count(tx, each, own, undefined, 1);
  }
}

/** How many entries stand in each category by some fields, by integer key: in it alone, and in it or below it. */
export async function keptCounts(
  reader: Reader,
  fields: readonly number[],
): Promise<Map<number, { own: number; all: number }>> {
  const rows = await reader.all<{ category: number; own: number; whole: number }>(
    sql`SELECT category, sum(own) AS own, sum(whole) AS whole FROM category_counts WHERE field IN ${anyOf(fields)} GROUP BY category`,
  );
  return new Map(rows.map(({ category, own, whole }) => [category, { own, all: whole }]));
}

/** The categories whose kept counts by the fields of an index table are not what the rows say. */
export async function wrongCounts(reader: Reader, indexTable: IndexTable): Promise<number[]> {
  const fields = categoryFields(indexTable);
  if (fields.length === 0) return [];
  const parts = fields.flatMap((field) =>
    countedBy(indexTable, field).map(
      ([each, own]) => sql`SELECT ${own.n} AS field, * FROM (${counted(pairs(each, own, undefined))})`,
    ),
  );
  const is = sql`SELECT field, category, sum(own) AS own, sum(whole) AS whole FROM (${joined(parts, ' UNION ALL ')}) GROUP BY field, category`;
  const kept = sql`SELECT field, category, own, whole FROM category_counts
    WHERE field IN ${anyOf(fields.map(({ n }) => n))} AND (own <> 0 OR whole <> 0)`;
  const rows = await reader.all<{ category: number }>(
    sql`SELECT DISTINCT category FROM (
      SELECT * FROM (SELECT * FROM (${is}) EXCEPT ${kept}) UNION ALL SELECT * FROM (${kept} EXCEPT SELECT * FROM (${is})))`,
  );
  return rows.map(({ category }) => category);
}
