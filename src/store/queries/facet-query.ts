import type { Id } from '../../core/ids';
import type { Condition } from '../../core/mapping/rule/listing-rule';
import { conditionSql } from './condition-sql';
import { liveNow } from './live-now';
import { ofLive, type QueryContext } from './query-context';
import type { Reader } from '../database';
import { anyOfFew, joined, raw, sql, type Sql } from '../sql';

/**
 * A field whose values are counted among the entries that pass a condition: by themselves, or put together with what
 * stands below some categories, by months or years of days, or in spans that begin at some steps.
 */
export interface FacetQuestion {
  field: Id;
  where: Condition;
  group?: { categories: readonly Id[] } | { by: 'month' | 'year' } | { steps: readonly (number | string)[] };
}

/** How much of a day (ISO 8601) names the month or the year it falls in. */
const lettersOf = { month: 7, year: 4 } as const;

/** The value of a single-valued column as it is counted. */
function groupedColumn(column: Sql, group: FacetQuestion['group']): Sql {
  if (!group || 'categories' in group) return column;
  if ('by' in group) return sql`substr(${column}, 1, ${lettersOf[group.by]})`;
  // The number of the span: how many steps are not above the value.
  return sql`(${joined(
    group.steps.map((step) => sql`(${column} >= ${step})`),
    ' + ',
  )})`;
}

/**
 * How many entries that visitors see have each value of some fields: for each question by the value's integer
 * key (choices, categories, entries) or 0 and 1, by the month or year (`2026-11`), or by the number of the span (from
 * 0). One query for all of them.
 */
export async function countFacets(
  reader: Reader,
  asked: QueryContext,
  shown: Condition,
  questions: readonly FacetQuestion[],
): Promise<Map<number | string, number>[]> {
  const { indexTable, keyMap, now } = asked;
  const counts = questions.map(() => new Map<number | string, number>());
  if (questions.length === 0) return counts;
  const selects = questions.flatMap(({ field, where, group }, i): Sql[] => {
    const found = indexTable.fields.get(field);
    if (!found) return [];
    const table = raw(indexTable.live);
    const passing = conditionSql({ all: [shown, where] }, ofLive(asked, 'filter'));
    const narrowed = sql`${passing} AND ${liveNow(now)}`;
    const categories = group && 'categories' in group ? group.categories : undefined;
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
    const value = groupedColumn(column, group);
    return [
      categories
        ? sql`SELECT ${i}, c.ancestor, count(*) FROM ${table} s JOIN closure c ON c.descendant = ${column} AND c.ancestor IN ${below} WHERE ${narrowed} GROUP BY c.ancestor`
        : sql`SELECT ${i}, ${value}, count(*) FROM ${table} s WHERE ${narrowed} AND ${column} IS NOT NULL GROUP BY ${value}`,
    ];
  });
  if (selects.length === 0) return counts;
  const rows = await reader.all<{ facet: number; value: number | string; n: number }>(
    sql`WITH counted(facet, value, n) AS (${joined(selects, ' UNION ALL ')}) SELECT facet, value, n FROM counted`,
  );
  for (const { facet, value, n } of rows) counts[facet]?.set(value, n);
  return counts;
}
