import type { Json } from '../../core/json';
import type { Condition, Test } from '../../core/mapping/rule/listing-rule';
import { folded, resolved, throughLink } from '../../core/mapping/rule/matches';
import type { Bind } from '../database';
import { rowKey, sideNumber, type IndexTable } from '../index-tables/shape';
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
 * A condition as SQL over the rows `s` of a side of a sheet. Every test answers 0 or 1, never null, so that `not`
 * means what it says: this asks what `matches` in core means, of many entries at once.
 */
export function conditionSql(condition: Condition, asking: SqlContext): string {
  const inner = (each: Condition): string => conditionSql(each, asking);
  if ('all' in condition)
    return condition.all.length === 0 ? '1' : `(${condition.all.map(inner).join(' AND ')})`;
  if ('any' in condition)
    return condition.any.length === 0 ? '0' : `(${condition.any.map(inner).join(' OR ')})`;
  if ('not' in condition) return `NOT ${inner(condition.not)}`;
  if (!('field' in condition)) return metadataSql(condition, asking);
  const through = throughLink(condition.field);
  return through ? linkedSql(condition, through, asking) : testSql(condition, asking);
}

/** A test of what linked entries say, as `matches` means it: some of them passes it, or none passes its opposite. */
function linkedSql(
  { is, value }: Test,
  { link, field }: { link: string; field: string },
  asking: SqlContext,
): string {
  const { side, indexTable, binds, now, leading } = asking;
  const found = indexTable.fields.get(link);
  const linked = indexTable.having?.(field) ?? [];
  const opposite = is === 'empty' ? 'filled' : is === 'noneOf' ? 'oneOf' : undefined;
  const not = opposite ? 'NOT ' : '';
  if (!found || linked.length === 0) return opposite ? '1' : '0';
  const entries = linked
    .map((each) => {
      const test = testSql(
        { field, is: opposite ?? is, ...(value === undefined ? {} : { value }) },
        { ...asking, indexTable: each, leading: 'filter' },
      );
      const seen =
        side === 'live'
          ? `s.live_from <= ${binds.add(now)} AND s.live_until > ${binds.add(now)}`
          : 's.binned = 0';
      return `SELECT i.n FROM ${each[side]} s JOIN records r ON r.id = s.entry JOIN ids i ON i.uuid = r.uuid WHERE ${test} AND ${seen}`;
    })
    .join(' UNION ALL ');
  const plus = leading === 'filter' ? '' : '+';
  if (found.many)
    return `${not}${plus}s.${rowKey[side]} IN (SELECT row FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${found.n} AND value IN (${entries}))`;
  return `${not}(s.${found.value} IS NOT NULL AND ${plus}s.${found.value} IN (${entries}))`;
}

function testSql(
  { field, is, value }: Test,
  { side, indexTable, keyMap, today, binds, leading }: SqlContext,
): string {
  const found = indexTable.fields.get(field);
  // A field that is gone has no value in any entry.
  if (!found) return is === 'empty' || is === 'noneOf' ? '1' : '0';
  // The plus takes a column's index away from the planner.
  const column = `${leading === 'filter' || (leading === 'equality' && is === 'equals') ? '' : '+'}s.${found.value}`;
  const given = resolved(value, today);
  const wanted = found.ids ? given.map((id) => keyMap.find(String(id))) : given.map(bindable);
  const [low = null, high = null] = wanted;
  if (is === 'filled') return `${column} IS NOT NULL`;
  if (is === 'empty') return `${column} IS NULL`;
  // Where there is nothing to compare with, nothing is like it.
  if (wanted.length === 0) return is === 'noneOf' ? '1' : '0';
  const branch = (values: readonly Bind[]) =>
    `SELECT descendant FROM closure WHERE ancestor IN ${binds.list(values)}`;
  if (found.many) {
    const has = (values: readonly Bind[]) =>
      `${leading === 'filter' ? '' : '+'}s.${rowKey[side]} IN (SELECT row FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${found.n} AND value IN ${binds.list(values)})`;
    // Only what stands in the SQL may be bound.
    const each = () => wanted.map((one) => has([one])).join(' AND ');
    if (is === 'under')
      return `${leading === 'filter' ? '' : '+'}s.${rowKey[side]} IN (SELECT row FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${found.n} AND value IN (${branch(wanted)}))`;
    if (is === 'oneOf') return has(wanted);
    if (is === 'noneOf') return `NOT ${has(wanted)}`;
    if (is === 'allOf') return `(${column} IS NOT NULL AND ${each()})`;
    return `(${column} IS NOT NULL AND ${column} = ${binds.add(wanted.length)} AND ${each() || '1'})`;
  }
  const filled = (test: string) => `(${column} IS NOT NULL AND ${test})`;
  switch (is) {
    case 'equals':
      return filled(wanted.length === 1 ? `${column} = ${binds.add(low)}` : '0');
    case 'oneOf':
      return filled(`${column} IN ${binds.list(wanted)}`);
    case 'allOf':
      return filled(wanted.map((one) => `${column} = ${binds.add(one)}`).join(' AND '));
    case 'noneOf':
      return `(${column} IS NULL OR ${column} NOT IN ${binds.list(wanted)})`;
    case 'under':
      return filled(`${column} IN (${branch(wanted)})`);
    case 'contains':
      return filled(`instr(s.${found.folded}, ${binds.add(folded(String(low)))}) > 0`);
    case 'startsWith':
      return filled(`instr(s.${found.folded}, ${binds.add(folded(String(low)))}) = 1`);
    case 'before':
    case 'lessThan':
      return filled(`${column} < ${binds.add(low)}`);
    case 'after':
    case 'moreThan':
      return filled(`${column} > ${binds.add(low)}`);
    case 'between':
      return filled(`${column} >= ${binds.add(low)} AND ${column} <= ${binds.add(high)}`);
  }
}

/** The columns that a condition asks to equal one value each, for the listing's own index. */
export function equalColumns(condition: Condition, indexTable: IndexTable): string[] {
  if ('all' in condition) return condition.all.flatMap((inner) => equalColumns(inner, indexTable));
  if (!('field' in condition) || condition.is !== 'equals') return [];
  const found = indexTable.fields.get(condition.field);
  return found && !found.many ? [found.value] : [];
}
