import type { Id } from '../../core/ids';
import type { Condition } from '../../core/mapping/rule/listing-rule';
import { Binds } from './binds';
import { conditionSql } from './condition-sql';
import { ofLive, type QueryContext } from './query-context';
import type { Reader } from '../database';

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
  const binds = new Binds();
  const at = binds.add(now);
  const selects = questions.flatMap(({ field, where, categories }, i) => {
    const found = indexTable.fields.get(field);
    if (!found) return [];
    const passing = conditionSql({ all: [shown, where] }, ofLive(asked, binds, 'filter'));
    const narrowed = `${passing} AND s.live_from <= ${at} AND s.live_until > ${at}`;
    if (found.many) {
      const named = `JOIN multi_values m ON m.side = 1 AND m.field = ${found.n} AND m.row = s.version`;
      if (!categories)
        return [
          `SELECT ${i} AS facet, m.value AS value, count(*) AS n FROM ${indexTable.live} s ${named} WHERE ${narrowed} GROUP BY m.value`,
        ];
      return [
        `SELECT ${i}, c.ancestor, count(DISTINCT s.entry) FROM ${indexTable.live} s ${named} JOIN closure c ON c.descendant = m.value AND c.ancestor IN ${binds.list(categories.map((id) => keyMap.find(id)))} WHERE ${narrowed} GROUP BY c.ancestor`,
      ];
    }
    if (!categories)
      return [
        `SELECT ${i} AS facet, s.${found.value} AS value, count(*) AS n FROM ${indexTable.live} s WHERE ${narrowed} AND s.${found.value} IS NOT NULL GROUP BY s.${found.value}`,
      ];
    return [
      `SELECT ${i}, c.ancestor, count(*) FROM ${indexTable.live} s JOIN closure c ON c.descendant = s.${found.value} AND c.ancestor IN ${binds.list(categories.map((id) => keyMap.find(id)))} WHERE ${narrowed} GROUP BY c.ancestor`,
    ];
  });
  if (selects.length === 0) return counts;
  const rows = await reader.all<{ facet: number; value: number; n: number }>(
    `WITH counted(facet, value, n) AS (${selects.join(' UNION ALL ')}) SELECT facet, value, n FROM counted`,
    binds.values,
  );
  for (const { facet, value, n } of rows) counts[facet]?.set(value, n);
  return counts;
}
