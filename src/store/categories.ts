import { anyOf, joined, raw, sql, type Sql } from './sql';
import { sortKey } from '../core/content/sort-key';
import { Categories, type Category } from '../core/content/categories';
import type { Values } from '../core/content/values';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { liveNow } from './queries/live-now';
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

async function categoriesWhere(reader: Reader, where: Sql): Promise<Category[]> {
  const rows = await reader.all<Row>(
    sql`SELECT c.uuid, s.uuid AS scheme, p.uuid AS parent, c.position, c.key, c.slug, c.label, c.body, c.revision
     FROM categories c JOIN ids s ON s.n = c.scheme LEFT JOIN categories p ON p.id = c.parent WHERE ${where} ORDER BY c.id`,
  );
  return rows.map(({ uuid, body, ...row }) => ({
    id: uuid,
    ...row,
    ...(JSON.parse(body) as { labels: Record<string, string>; values: Values }),
  }));
}

/** Every category, as trees. */
export const allCategories = async (reader: Reader): Promise<Categories> =>
  new Categories(await categoriesWhere(reader, sql`1`));

/** Every category, where some of those at hand were changed, came or went: only these are read. */
export async function categoriesAfter(
  reader: Reader,
  before: Categories,
  changed: readonly Id[],
): Promise<Categories> {
  const now = await categoriesWhere(reader, sql`c.uuid IN ${anyOf(changed)}`);
  const there = new Set(now.map(({ id }) => id));
  return before.with(
    now,
    changed.filter((id) => !there.has(id)),
  );
}

/**
 * Puts categories in, or in place of those with their ids. `n` tells the integer key of an id; `locale` is the
 * main language.
 */
export const putCategories = (
  tx: WriteTransaction,
  given: readonly Category[],
  n: (id: Id) => number,
  locale: string,
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
      labelSort: sortKey(label, locale),
      body: JSON.stringify({ labels, values }),
      revision,
      changedAt,
      changedBy,
    })),
  );

/** Makes anew what sorts by the names of all categories, as they are called in the main language. */
export async function sortCategories(tx: WriteTransaction, locale: string): Promise<void> {
  const all = await tx.all<{ id: number; label: string }>(sql`SELECT id, label FROM categories`);
  const sorts = JSON.stringify(all.map(({ id, label }) => [id, sortKey(label, locale)]));
  await tx.run(
    sql`UPDATE categories SET label_sort = d.value ->> 1 FROM json_each(${sorts}) d WHERE categories.id = d.value ->> 0`,
  );
}

export const dropCategory = (tx: WriteTransaction, uuid: Id): Promise<number> =>
  tx.remove(categories, { uuid });

/** Writes anew below whom some categories stand: those that moved, with all that stands or stood below them. */
export async function reindexClosure(tx: WriteTransaction, moved: readonly number[]): Promise<void> {
  const among = anyOf(moved);
  await tx.run(sql`DELETE FROM closure WHERE descendant IN ${among}`);
  await tx.run(
    sql`INSERT INTO closure (ancestor, descendant, depth)
     WITH RECURSIVE above(ancestor, descendant, depth) AS (
       SELECT id, id, 0 FROM categories WHERE id IN ${among}
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
 * In how many things that are seen at a moment (ms) each category of a scheme stands, by integer key: in it alone, and in
 * it or below it. The columns are those of the live sides.
 */
export async function countLiveByCategory(
  reader: Reader,
  columns: readonly CategoryColumn[],
  at: number,
): Promise<Map<number, { own: number; all: number }>> {
  const counts = new Map<number, { own: number; all: number }>();
  for (const { indexTable, field, column, many } of columns) {
    const pairs = many
      ? sql`SELECT m.value AS category, s.entry FROM multi_values m JOIN ${raw(indexTable)} s ON s.version = m.row AND ${liveNow(at)} WHERE m.side = 1 AND m.field = ${field}`
      : sql`SELECT s.${raw(column)} AS category, s.entry FROM ${raw(indexTable)} s WHERE ${liveNow(at)} AND s.${raw(column)} IS NOT NULL`;
    const rows = await reader.all<{ category: number; own: number; whole: number }>(
      sql`SELECT c.ancestor AS category, count(CASE c.depth WHEN 0 THEN 1 END) AS own, count(DISTINCT p.entry) AS whole
        FROM (${pairs}) p JOIN closure c ON c.descendant = p.category GROUP BY c.ancestor`,
    );
    for (const { category, own, whole } of rows) {
      const before = counts.get(category) ?? { own: 0, all: 0 };
      counts.set(category, { own: before.own + own, all: before.all + whole });
    }
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
