import { throughLink } from '../../core/mapping/rule/matches';
import { joined, raw, sql, type Sql } from '../sql';
import type { QueryContext } from './query-context';
import { sortIn, type IndexedField, type IndexTable } from '../index-tables/shape';

/**
 * An order key that runs through an entry link: the link, and the index tables of what it leads to with the column
 * to sort by.
 */
interface LinkedKey {
  link: IndexedField;
  ways: { indexTable: IndexTable; column: string }[];
}

function linkedKey(by: string, { indexTable, language }: QueryContext): LinkedKey | undefined {
  const through = throughLink(by);
  const link = through && indexTable.fields.get(through.link);
  const ways = through
    ? (indexTable.having?.(through.field) ?? []).flatMap((to) => {
        const column = sortIn(to.fields.get(through.field), language);
        return column ? [{ indexTable: to, column }] : [];
      })
    : [];
  return link && ways.length > 0 ? { link, ways } : undefined;
}

const seen = (now: number): Sql => sql`l.live_from <= ${now} AND l.live_until > ${now}`;

/** The value to sort by of the entry that a link leads to, as visitors see it. */
export function linkedSort(by: string, asked: QueryContext): Sql | undefined {
  const key = linkedKey(by, asked);
  if (!key) return undefined;
  const values = key.ways.map(
    ({ indexTable, column }) =>
      sql`(SELECT l.${raw(column)} FROM ids i JOIN records o ON o.uuid = i.uuid JOIN ${raw(indexTable.live)} l ON l.entry = o.id AND ${seen(asked.now)} WHERE i.n = s.${raw(key.link.value)})`,
  );
  return values.length === 1 ? values[0] : sql`coalesce(${joined(values, ', ')})`;
}

/**
 * A way to walk rows `s` in the order of what their links lead to (`l.sort`), along the index of the linked side. There
 * is none where links lead to several types that have the field. The joins must stand in this order, or the planner
 * sorts.
 */
export function linkedWalk(by: string, asked: QueryContext): { from: Sql; where: Sql } | undefined {
  const key = linkedKey(by, asked);
  const [way, ...more] = key?.ways ?? [];
  if (!key || !way || more.length > 0) return undefined;
  const linked = sql`(SELECT entry, live_from, live_until, ${raw(way.column)} AS sort FROM ${raw(way.indexTable.live)}) l`;
  return {
    from: sql`${linked} CROSS JOIN records o ON o.id = l.entry CROSS JOIN ids i ON i.uuid = o.uuid CROSS JOIN ${raw(asked.indexTable.live)} s ON s.${raw(key.link.value)} = i.n`,
    where: sql`l.sort IS NOT NULL AND ${seen(asked.now)}`,
  };
}

/** The rows `s` whose link leads to nothing that could be sorted by. */
export function linkedRest(by: string, asked: QueryContext): Sql {
  const key = linkedKey(by, asked);
  if (!key) return sql`1`;
  const sorted = key.ways.map(
    ({ indexTable, column }) =>
      sql`SELECT i.n FROM ${raw(indexTable.live)} l JOIN records o ON o.id = l.entry JOIN ids i ON i.uuid = o.uuid WHERE ${seen(asked.now)} AND l.${raw(column)} IS NOT NULL`,
  );
  const link = raw(`s.${key.link.value}`);
  return sql`(${link} IS NULL OR ${link} NOT IN (${joined(sorted, ' UNION ALL ')}))`;
}
