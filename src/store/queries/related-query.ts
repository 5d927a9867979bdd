import type { Id } from '../../core/ids';
import type { Reader } from '../database';
import type { CategoryColumn } from '../categories';
import { anyOf, joined, raw, sql } from '../sql';
import { liveNow } from './live-now';
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
  const table = raw(indexTable);
  const seen = liveNow(now);
  const own = columns.map(({ field, column, many }) =>
    many
      ? sql`SELECT s.entry, m.value FROM ${table} s CROSS JOIN multi_values m ON m.side = 1 AND m.field = ${field} AND m.row = s.version WHERE s.entry = ${entry} AND ${seen}`
      : sql`SELECT s.entry, s.${raw(column)} AS value FROM ${table} s WHERE s.${raw(column)} IS NOT NULL AND s.entry = ${entry} AND ${seen}`,
  );
  const sharing = columns.map(({ field, column, many }) =>
    many
      ? sql`SELECT s.entry, o.value FROM own o CROSS JOIN multi_values m ON m.side = 1 AND m.field = ${field} AND m.value = o.value CROSS JOIN ${table} s ON s.version = m.row AND ${seen}`
      : sql`SELECT s.entry, o.value FROM own o CROSS JOIN ${table} s ON s.${raw(column)} = o.value AND ${seen}`,
  );
  const rows = await reader.all<{ uuid: string; body: string; shared: string }>(
    sql`WITH own AS MATERIALIZED (SELECT DISTINCT +value AS value FROM (${joined(own, ' UNION ')})),
     sharing AS MATERIALIZED (${joined(sharing, ' UNION ')}),
     counted AS (SELECT value, count(*) AS n FROM sharing GROUP BY value HAVING n <= ${COMMON}),
     ranked AS (
       SELECT h.entry, sum(1.0 / c.n) AS weight, json_group_array(json_array(c.n, h.value, i.uuid)) AS shared
       FROM sharing h JOIN counted c ON c.value = h.value JOIN ids i ON i.n = h.value
       WHERE h.entry <> ${entry} GROUP BY h.entry ORDER BY weight DESC, h.entry LIMIT ${most})
     SELECT r.uuid, v.body, k.shared FROM ranked k JOIN records r ON r.id = k.entry
     JOIN ${table} s ON s.entry = k.entry AND ${seen} JOIN live v ON v.id = s.version ORDER BY k.weight DESC, k.entry`,
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
  if (columns.length === 0 || categories.length === 0) return Promise.resolve([]);
  const table = raw(indexTable);
  const found = columns.map(({ field, column, many }) =>
    many
      ? sql`SELECT s.entry FROM multi_values m CROSS JOIN ${table} s ON s.version = m.row AND ${liveNow(now)} WHERE m.side = 1 AND m.field = ${field} AND m.value IN ${anyOf(categories)}`
      : sql`SELECT s.entry FROM ${table} s WHERE s.${raw(column)} IN ${anyOf(categories)} AND ${liveNow(now)}`,
  );
  return reader.all(
    sql`SELECT f.entry, r.uuid FROM (${joined(found, ' UNION ')} LIMIT ${most}) f JOIN records r ON r.id = f.entry`,
  );
};
