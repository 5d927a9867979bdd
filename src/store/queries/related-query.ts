import type { Id } from '../../core/ids';
import type { Reader } from '../database';
import type { CategoryColumn } from '../categories';
import type { ListedVersion } from './listing-query';

/** An entry that shares categories with another: which, by their ids, the rarest first. */
export interface RelatedVersion extends ListedVersion {
  shared: Id[];
}

/** A category in which more entries stand says little: it is passed over. */
const COMMON = 2_000;

/**
 * The entries that visitors see and that share categories with one, those with the rarest first: each shared category
 * counts as much as one entry among all that stand in it. Ties are settled by the order in which entries were made.
 */
export async function relatedTo(
  reader: Reader,
  indexTable: string,
  columns: readonly CategoryColumn[],
  entry: number,
  now: number,
  most: number,
): Promise<RelatedVersion[]> {
  if (columns.length === 0) return [];
  const pairs = (where: string) =>
    columns
      .map(({ field, column, many }) =>
        many
          ? `SELECT s.entry, m.value FROM ${indexTable} s CROSS JOIN multi_values m ON m.side = 1 AND m.field = ${field} AND m.row = s.version WHERE ${where}`
          : `SELECT s.entry, s.${column} AS value FROM ${indexTable} s WHERE s.${column} IS NOT NULL AND ${where}`,
      )
      .join(' UNION ');
  const among = columns
    .map(({ field, column, many }) =>
      many
        ? `SELECT s.entry, o.value FROM own o CROSS JOIN multi_values m ON m.side = 1 AND m.field = ${field} AND m.value = o.value CROSS JOIN ${indexTable} s ON s.version = m.row AND s.live_from <= $2 AND s.live_until > $2`
        : `SELECT s.entry, o.value FROM own o CROSS JOIN ${indexTable} s ON s.${column} = o.value AND s.live_from <= $2 AND s.live_until > $2`,
    )
    .join(' UNION ');
  const rows = await reader.all<{ uuid: string; body: string; shared: string }>(
    `WITH own AS MATERIALIZED (SELECT DISTINCT +value AS value FROM (${pairs('s.entry = $1 AND s.live_from <= $2 AND s.live_until > $2')})),
     sharing AS MATERIALIZED (${among}),
     counted AS (SELECT value, count(*) AS n FROM sharing GROUP BY value HAVING n <= ${COMMON}),
     ranked AS (SELECT h.entry, sum(1.0 / c.n) AS weight, json_group_array(json_array(c.n, h.value, i.uuid)) AS shared FROM sharing h JOIN counted c ON c.value = h.value JOIN ids i ON i.n = h.value WHERE h.entry <> $1 GROUP BY h.entry ORDER BY weight DESC, h.entry LIMIT $3)
     SELECT r.uuid, v.body, k.shared FROM ranked k JOIN records r ON r.id = k.entry JOIN ${indexTable} s ON s.entry = k.entry AND s.live_from <= $2 AND s.live_until > $2 JOIN live v ON v.id = s.version ORDER BY k.weight DESC, k.entry`,
    [entry, now, most],
  );
  return rows.map(({ uuid, body, shared }) => ({
    uuid,
    body,
    shared: (JSON.parse(shared) as [number, number, Id][])
      .sort((a, b) => a[0] - b[0] || a[1] - b[1])
      .map(([, , id]) => id),
  }));
}

/** The entries that visitors see and that stand in one of some categories, at most so many. */
export const standingInAny = (
  reader: Reader,
  indexTable: string,
  columns: readonly CategoryColumn[],
  categories: readonly number[],
  now: number,
  most: number,
): Promise<{ entry: number; uuid: string }[]> => {
  const found = columns.map(({ field, column, many }) =>
    many
      ? `SELECT s.entry FROM multi_values m CROSS JOIN ${indexTable} s ON s.version = m.row AND s.live_from <= $2 AND s.live_until > $2 WHERE m.side = 1 AND m.field = ${field} AND m.value IN (SELECT value FROM json_each($1))`
      : `SELECT s.entry FROM ${indexTable} s WHERE s.${column} IN (SELECT value FROM json_each($1)) AND s.live_from <= $2 AND s.live_until > $2`,
  );
  return columns.length === 0 || categories.length === 0
    ? Promise.resolve([])
    : reader.all(
        `SELECT f.entry, r.uuid FROM (${found.join(' UNION ')} LIMIT $3) f JOIN records r ON r.id = f.entry`,
        [JSON.stringify(categories), now, most],
      );
};
