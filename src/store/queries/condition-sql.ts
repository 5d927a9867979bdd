import type { Json } from '../../core/json';
import type { Condition, LinksTo, Test } from '../../core/mapping/rule/listing-rule';
import { linkFields } from '../../core/mapping/rule/links';
import { folded, resolved, throughLink } from '../../core/mapping/rule/matches';
import { anyOfFew, joined, raw, sql, type Bind, type Sql } from '../sql';
import { rowKey, sideNumber, type IndexTable } from '../index-tables/shape';
import { liveNow } from './live-now';
import { metadataSql } from './metadata-sql';
import type { SqlContext } from './query-context';

const bindable = (value: Json | undefined): Bind =>
  typeof value === 'boolean'
    ? value
      ? 1
      : 0
    : typeof value === 'string' || typeof value === 'number'
      ? value
      : null;

/**
 * Up to so many matches the filter leads and its rows are sorted; with more, the sort's index is walked until
 * enough are found.
 */
export const FEW = 1500;

/**
 * A condition as SQL over the rows `s` of a side of an index table. Every test answers 0 or 1, never null, so that `not`
 * means what it says: this asks what `matches` in core means, of many entries at once.
 */
export function conditionSql(condition: Condition, asking: SqlContext): Sql {
  const inner = (each: Condition): Sql => conditionSql(each, asking);
  if ('all' in condition)
    return condition.all.length === 0 ? sql`1` : sql`(${joined(condition.all.map(inner), ' AND ')})`;
  if ('any' in condition)
    return condition.any.length === 0 ? sql`0` : sql`(${joined(condition.any.map(inner), ' OR ')})`;
  if ('not' in condition) return sql`NOT ${inner(condition.not)}`;
  if ('linksTo' in condition) return linksSql(condition, asking);
  if (!('field' in condition)) return metadataSql(condition, asking);
  const through = throughLink(condition.field);
  return through ? linkedSql(condition, through, asking) : testSql(condition, asking);
}

/** Whether one of its link fields names one of some entries. What its place gives must have been put in. */
function linksSql({ linksTo }: LinksTo, asking: SqlContext): Sql {
  const links = linkFields([...asking.indexTable.fields.values()].map(({ field }) => field));
  if (!Array.isArray(linksTo) || links.length === 0) return sql`0`;
  const each = links.map(({ id }) => testSql({ field: id, is: 'oneOf', value: linksTo }, asking));
  return sql`(${joined(each, ' OR ')})`;
}

/** A test of what linked entries say, as `matches` means it: some of them passes it, or none passes its opposite. */
function linkedSql(
  { is, value }: Test,
  { link, field }: { link: string; field: string },
  asking: SqlContext,
): Sql {
  const { side, indexTable, now, leading } = asking;
  const found = indexTable.fields.get(link);
  const linked = indexTable.having?.(field) ?? [];
  const opposite = is === 'empty' ? 'filled' : is === 'noneOf' ? 'oneOf' : undefined;
  if (!found || linked.length === 0) return opposite ? sql`1` : sql`0`;
  const entries = joined(
    linked.map((each) => {
      const test = testSql(
        { field, is: opposite ?? is, ...(value === undefined ? {} : { value }) },
        { ...asking, indexTable: each, leading: 'filter' },
      );
      const seen = side === 'live' ? liveNow(now) : sql`s.binned = 0`;
      return sql`SELECT i.n FROM ${raw(each[side])} s JOIN records r ON r.id = s.entry JOIN ids i ON i.uuid = r.uuid WHERE ${test} AND ${seen}`;
    }),
    ' UNION ALL ',
  );
  const not = raw(opposite ? 'NOT ' : '');
  const plus = raw(leading === 'filter' ? '' : '+');
  const column = raw(`s.${found.value}`);
  return found.many
    ? sql`${not}${namingSql(asking, found.n, sql`(${entries})`)}`
    : sql`${not}(${column} IS NOT NULL AND ${plus}${column} IN (${entries}))`;
}

/**
 * Whether a row names one of some things in a field that takes several. Of many rows all that do are found once; of a
 * few each is looked at.
 */
function namingSql({ side, leading }: SqlContext, field: number, things: Sql): Sql {
  const key = raw(`s.${rowKey[side]}`);
  const named = sql`FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${field} AND value IN ${things}`;
  return leading === 'rows'
    ? sql`EXISTS (SELECT 1 ${named} AND row = ${key})`
    : sql`${raw(leading === 'filter' ? '' : '+')}${key} IN (SELECT row ${named})`;
}

const branchesSql = (categories: readonly Bind[]): Sql =>
  sql`(SELECT descendant FROM closure WHERE ancestor IN ${anyOfFew(categories)})`;

function testSql({ field, is, value }: Test, asking: SqlContext): Sql {
  const { indexTable, keyMap, today, leading } = asking;
  const found = indexTable.fields.get(field);
  // A field that is gone has no value in any entry.
  if (!found) return is === 'empty' || is === 'noneOf' ? sql`1` : sql`0`;
  // The plus takes a column's index away from the planner.
  const column = raw(
    `${leading === 'filter' || (leading === 'equality' && is === 'equals') ? '' : '+'}s.${found.value}`,
  );
  const given = resolved(value, today);
  const wanted = found.ids ? given.map((id) => keyMap.find(String(id))) : given.map(bindable);
  if (is === 'filled') return sql`${column} IS NOT NULL`;
  if (is === 'empty') return sql`${column} IS NULL`;
  // Where there is nothing to compare with, nothing is like it.
  if (wanted.length === 0) return is === 'noneOf' ? sql`1` : sql`0`;
  if (!found.many) return valueSql(is, column, sql`s.${raw(found.folded ?? found.value)}`, wanted);
  const has = (values: readonly Bind[]) => namingSql(asking, found.n, anyOfFew(values));
  const hasEach = joined(
    wanted.map((one) => has([one])),
    ' AND ',
  );
  if (is === 'under') return namingSql(asking, found.n, branchesSql(wanted));
  if (is === 'oneOf') return has(wanted);
  if (is === 'noneOf') return sql`NOT ${has(wanted)}`;
  if (is === 'allOf') return sql`(${column} IS NOT NULL AND ${hasEach})`;
  return sql`(${column} IS NOT NULL AND ${column} = ${wanted.length} AND ${hasEach})`;
}

/** A test of a column that holds one value. */
function valueSql(
  is: Exclude<Test['is'], 'filled' | 'empty'>,
  column: Sql,
  words: Sql,
  wanted: readonly Bind[],
): Sql {
  const [low = null, high = null] = wanted;
  const filled = (test: Sql) => sql`(${column} IS NOT NULL AND ${test})`;
  switch (is) {
    case 'equals':
      return filled(wanted.length === 1 ? sql`${column} = ${low}` : sql`0`);
    case 'oneOf':
      return filled(sql`${column} IN ${anyOfFew(wanted)}`);
    case 'allOf':
      return filled(
        joined(
          wanted.map((one) => sql`${column} = ${one}`),
          ' AND ',
        ),
      );
    case 'noneOf':
      return sql`(${column} IS NULL OR ${column} NOT IN ${anyOfFew(wanted)})`;
    case 'under':
      return filled(sql`${column} IN ${branchesSql(wanted)}`);
    case 'contains':
      return filled(sql`instr(${words}, ${folded(String(low))}) > 0`);
    case 'startsWith':
      return filled(sql`instr(${words}, ${folded(String(low))}) = 1`);
    case 'before':
    case 'lessThan':
      return filled(sql`${column} < ${low}`);
    case 'after':
    case 'moreThan':
      return filled(sql`${column} > ${low}`);
    case 'between':
      return filled(sql`${column} >= ${low} AND ${column} <= ${high}`);
  }
}

/** The columns that a condition asks to equal one value each, for the listing's own index. */
export function equalColumns(condition: Condition, indexTable: IndexTable): string[] {
  if ('all' in condition) return condition.all.flatMap((inner) => equalColumns(inner, indexTable));
  if (!('field' in condition) || condition.is !== 'equals') return [];
  const found = indexTable.fields.get(condition.field);
  return found && !found.many ? [found.value] : [];
}
