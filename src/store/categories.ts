import { anyOf, joined, raw, sql } from './sql';
import { Categories, type Category } from '../core/content/categories';
import type { Values } from '../core/content/values';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { liveNow } from './queries/live-now';
import { rowKey, sideNumber, type Side } from './index-tables/shape';
import { categories } from './tables/categories';

interface Row {
  uuid: Id;
  scheme: Id;
  parent: Id | null;
  position: string;
  key: string;
  slug: string;
  label: string;
  body: string;
  revision: number;
}

/** Every category, as trees. */
export async function allCategories(reader: Reader): Promise<Categories> {
  const rows = await reader.all<Row>(
    sql`SELECT c.uuid, s.uuid AS scheme, p.uuid AS parent, c.position, c.key, c.slug, c.label, c.body, c.revision
     FROM categories c JOIN ids s ON s.n = c.scheme LEFT JOIN categories p ON p.id = c.parent ORDER BY c.id`,
  );
  return new Categories(
    rows.map(({ uuid, body, ...row }) => ({
      id: uuid,
      ...row,
      ...(JSON.parse(body) as { labels: Record<string, string>; values: Values }),
    })),
  );
}

/** Puts categories in, or in place of those with their ids. `n` tells the integer key of an id. */
export const putCategories = (
  tx: WriteTransaction,
  given: readonly Category[],
  n: (id: Id) => number,
  changedAt: number,
  changedBy: number | null,
): Promise<void> =>
  tx.put(
    categories,
    given.map(({ id, scheme, parent, position, key, slug, label, labels, values, revision }) => ({
      id: n(id),
      uuid: id,
      scheme: n(scheme),
      parent: parent === null ? null : n(parent),
      position,
      key,
      slug,
      label,
      body: JSON.stringify({ labels, values }),
      revision,
      changedAt,
      changedBy,
    })),
  );

export const dropCategory = (tx: WriteTransaction, uuid: Id): Promise<number> =>
  tx.remove(categories, { uuid });

/** Writes who stands below whom in a scheme anew. */
export async function reindexClosure(tx: WriteTransaction, scheme: number): Promise<void> {
  await tx.run(
    sql`DELETE FROM closure WHERE descendant IN (SELECT id FROM categories WHERE scheme = ${scheme}) OR descendant NOT IN (SELECT id FROM categories)`,
  );
  await tx.run(
    sql`INSERT INTO closure (ancestor, descendant, depth)
     WITH RECURSIVE above(ancestor, descendant, depth) AS (
       SELECT id, id, 0 FROM categories WHERE scheme = ${scheme}
       UNION ALL SELECT c.parent, a.descendant, a.depth + 1 FROM above a JOIN categories c ON c.id = a.ancestor WHERE c.parent IS NOT NULL)
     SELECT ancestor, descendant, depth FROM above`,
  );
}

/** Where the values of one category field lie: a column of an index table, or rows of their own. */
export interface CategoryColumn {
  indexTable: string;
  field: number;
  column: string;
  many: boolean;
}

/**
 * How many stand in each category of a scheme, by integer key: in it alone, and in it or below it. The
 * columns are those of the working sides, where the bin is left out; or, with a moment (ms), of the live
 * ones as they are then.
 */
export async function countByCategory(
  reader: Reader,
  columns: readonly CategoryColumn[],
  at?: number,
): Promise<Map<number, { own: number; all: number }>> {
  const counts = new Map<number, { own: number; all: number }>();
  const side: Side = at === undefined ? 'work' : 'live';
  const there = at === undefined ? sql`s.binned = 0` : liveNow(at);
  for (const { indexTable, field, column, many } of columns) {
    const pairs = many
      ? sql`SELECT m.value AS category, s.entry FROM multi_values m JOIN ${raw(indexTable)} s ON s.${raw(rowKey[side])} = m.row AND ${there} WHERE m.side = ${sideNumber[side]} AND m.field = ${field}`
      : sql`SELECT s.${raw(column)} AS category, s.entry FROM ${raw(indexTable)} s WHERE ${there} AND s.${raw(column)} IS NOT NULL`;
    const own = await reader.all<{ category: number; n: number }>(
      sql`SELECT category, count(*) AS n FROM (${pairs}) GROUP BY category`,
    );
    const all = await reader.all<{ category: number; n: number }>(
      sql`SELECT c.ancestor AS category, count(DISTINCT p.entry) AS n FROM (${pairs}) p JOIN closure c ON c.descendant = p.category GROUP BY c.ancestor`,
    );
    const at = (category: number) =>
      counts.get(category) ?? counts.set(category, { own: 0, all: 0 }).get(category) ?? { own: 0, all: 0 };
    for (const { category, n } of own) at(category).own += n;
    for (const { category, n } of all) at(category).all += n;
  }
  return counts;
}

/**
 * In how many entries that visitors see each of some categories stands, itself or one below it, by integer key. An
 * entry counts once for a category, however many of its fields name it. The columns are those of the live sides.
 */
export async function countLiveIn(
  reader: Reader,
  columns: readonly CategoryColumn[],
  among: readonly number[],
  now: number,
): Promise<Map<number, number>> {
  if (columns.length === 0 || among.length === 0) return new Map();
  // The branches lead (CROSS JOIN), each category in them asks for its entries by index.
  const found = columns.map(({ indexTable, field, column, many }) =>
    many
      ? sql`SELECT b.ancestor, s.entry FROM branches b CROSS JOIN multi_values m ON m.side = 1 AND m.field = ${field} AND m.value = b.descendant CROSS JOIN ${raw(indexTable)} s ON s.version = m.row AND ${liveNow(now)}`
      : sql`SELECT b.ancestor, s.entry FROM branches b CROSS JOIN ${raw(indexTable)} s ON s.${raw(column)} = b.descendant AND ${liveNow(now)}`,
  );
  const rows = await reader.all<{ category: number; n: number }>(
    sql`WITH branches AS MATERIALIZED (SELECT ancestor, +descendant AS descendant FROM closure WHERE ancestor IN ${anyOf(among)})
     SELECT ancestor AS category, count(DISTINCT entry) AS n FROM (${joined(found, ' UNION ALL ')}) GROUP BY ancestor`,
  );
  return new Map(rows.map(({ category, n }) => [category, n]));
}
