import type { Id } from '../../core/ids';
import type { Condition } from '../../core/mapping/rule/listing-rule';
import { conditionSql } from './condition-sql';
import { liveNow } from './live-now';
import { ofLive, type QueryContext } from './query-context';
import type { Reader } from '../database';
import { anyOfFew, joined, raw, sql, type Sql } from '../sql';

/** A field whose values are counted among the entries that pass a condition; for categories, which of them. */
export interface FacetQuestion {
  field: Id;
  where: Condition;
  categories?: readonly Id[];
}

/**
 * How many entries that visitors see have each value of some fields: for each question by the value's integer
 * key (choices, categories) or 0 and 1. One query for all of them.
 */
export async function countFacets(
  reader: Reader,
  asked: QueryContext,
  shown: Condition,
  questions: readonly FacetQuestion[],
): Promise<Map<number, number>[]> {
  const { indexTable, keyMap, now } = asked;
  const counts = questions.map(() => new Map<number, number>());
  if (questions.length === 0) return counts;
  const selects = questions.flatMap(({ field, where, categories }, i): Sql[] => {
    const found = indexTable.fields.get(field);
    if (!found) return [];
    const table = raw(indexTable.live);
    const passing = conditionSql({ all: [shown, where] }, ofLive(asked, 'filter'));
    const narrowed = sql`${passing} AND ${liveNow(now)}`;
    const below = anyOfFew((categories ?? []).map((id) => keyMap.find(id)));
    if (found.many) {
      const named = sql`${table} s JOIN multi_values m ON m.side = 1 AND m.field = ${found.n} AND m.row = s.version`;
      return [
        categories
          ? sql`SELECT ${i}, c.ancestor, count(DISTINCT s.entry) FROM ${named} JOIN closure c ON c.descendant = m.value AND c.ancestor IN ${below} WHERE ${narrowed} GROUP BY c.ancestor`
          : sql`SELECT ${i}, m.value, count(*) FROM ${named} WHERE ${narrowed} GROUP BY m.value`,
      ];
    }
    const column = raw(`s.${found.value}`);
    return [
      categories
        ? sql`SELECT ${i}, c.ancestor, count(*) FROM ${table} s JOIN closure c ON c.descendant = ${column} AND c.ancestor IN ${below} WHERE ${narrowed} GROUP BY c.ancestor`
        : sql`SELECT ${i}, ${column}, count(*) FROM ${table} s WHERE ${narrowed} AND ${column} IS NOT NULL GROUP BY ${column}`,
    ];
  });
  if (selects.length === 0) return counts;
  const rows = await reader.all<{ facet: number; value: number; n: number }>(
    sql`WITH counted(facet, value, n) AS (${joined(selects, ' UNION ALL ')}) SELECT facet, value, n FROM counted`,
  );
  for (const { facet, value, n } of rows) counts[facet]?.set(value, n);
  return counts;
}
