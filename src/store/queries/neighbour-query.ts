import { isMomentOrder, type OrderKey } from '../../core/mapping/rule/listing-rule';
import { throughLink } from '../../core/mapping/rule/matches';
import { othersIn, type Choosing } from '../../core/mapping/rule/pins';
import { conditionSql } from './condition-sql';
import { liveNow, liveNowWalking } from './live-now';
import { ofLive, type QueryContext } from './query-context';
import type { Reader } from '../database';
import { joined, raw, sql, type Bind, type Sql } from '../sql';
import { sortIn } from '../index-tables/shape';
import { listLive, placeAmong, type ListedVersion } from './listing-query';
import type { Id } from '../../core/ids';

type Ordered = Choosing & { order: readonly OrderKey[] };

/** What stands right before and right after an entry in a list. */
export interface Neighbours {
  previous?: ListedVersion;
  next?: ListedVersion;
}

/** One key of the order as a column, with what the entry itself has there. */
interface SortKeyOf {
  column: string;
  up: boolean;
  value: Bind;
}

/**
 * Whether a row comes after (or before) the entry by one key; rows without a value come last, whichever the
 * direction.
 */
function beyond({ column, up, value }: SortKeyOf, forward: boolean): Sql {
  const own = raw(`s.${column}`);
  if (value === null) return forward ? sql`0` : sql`${own} IS NOT NULL`;
  const past = sql`${own} ${raw(up === forward ? '>' : '<')} ${value}`;
  return forward ? sql`(${past} OR ${own} IS NULL)` : past;
}

/**
 * Whether a row comes after (or before) the entry by all keys, ties settled by the order in which entries
 * were made.
 */
function lexically(keys: readonly SortKeyOf[], entry: number, forward: boolean): Sql {
  const same = keys.map(({ column, value }) => sql`s.${raw(column)} IS ${value}`);
  const last = sql`s.entry ${raw(forward ? '>' : '<')} ${entry}`;
  const ways = [...keys.map((key) => beyond(key, forward)), last].map(
    (way, i) => sql`(${joined([...same.slice(0, i), way], ' AND ')})`,
  );
  return sql`(${joined(ways, ' OR ')})`;
}

const orderBy = (keys: readonly SortKeyOf[], forward: boolean): string =>
  [
    ...keys.map(
      ({ column, up }) =>
        `s.${column} ${up === forward ? 'ASC' : 'DESC'} NULLS ${forward ? 'LAST' : 'FIRST'}`,
    ),
    `s.entry ${forward ? 'ASC' : 'DESC'}`,
  ].join(', ');

/** The parts of the walk along the index of the first key, so that the way to the entry is not walked. */
function partsOf(first: SortKeyOf | undefined, forward: boolean): Sql[] {
  if (!first) return [sql`1`];
  const own = raw(`s.${first.column}`);
  const [without, within] = [sql`${own} IS NULL`, sql`${own} IS NOT NULL`];
  if (first.value === null) return forward ? [without] : [without, within];
  const bounded = sql`${own} ${raw(first.up === forward ? '>=' : '<=')} ${first.value}`;
  return forward ? [bounded, without] : [bounded];
}

/** The nearest row after (or before) the entry. */
async function nearest(
  reader: Reader,
  asked: QueryContext,
  rule: Ordered,
  keys: readonly SortKeyOf[],
  entry: number,
  forward: boolean,
): Promise<ListedVersion | undefined> {
  const { indexTable, now } = asked;
  const condition = conditionSql(othersIn(rule), ofLive(asked, 'sort'));
  for (const part of partsOf(keys[0], forward)) {
    const found = sql`SELECT s.version, s.entry FROM ${raw(indexTable.live)} s WHERE ${part} AND ${lexically(keys, entry, forward)} AND ${condition} AND ${liveNowWalking(now)} ORDER BY ${raw(orderBy(keys, forward))} LIMIT 1`;
    const row = await reader.one<ListedVersion>(
      sql`SELECT r.uuid, v.body FROM (${found}) p JOIN live v ON v.id = p.version JOIN records r ON r.id = p.entry`,
    );
    if (row) return row;
  }
  return undefined;
}

/** What stands right before and after an entry in a listing as visitors see it; nothing where it is not in it. */
export async function neighboursIn(
  reader: Reader,
  asked: QueryContext,
  rule: Ordered,
  entry: { id: Id; record: number },
): Promise<Neighbours> {
  // With pinned entries, or an order through a link, the place is counted; else the order is walked from
  // where the entry stands.
  if ((rule.pins ?? []).length > 0 || rule.order.some(({ by }) => throughLink(by))) {
    const place = await placeAmong(reader, [{ asked, rule: { ...rule, order: [...rule.order] } }], entry);
    if (place === undefined) return {};
    const from = Math.max(0, place - 2);
    const { versions } = await listLive(reader, asked, {
      ...rule,
      order: [...rule.order],
      skip: from,
      limit: place - from + 1,
    });
    const [previous, next] = [versions[place - 2 - from], versions[place - from]];
    return { ...(place > 1 && previous ? { previous } : {}), ...(next ? { next } : {}) };
  }
  const { indexTable, now } = asked;
  const columns = rule.order.flatMap(({ by, direction }) => {
    const column = isMomentOrder(by) ? by : sortIn(indexTable.fields.get(by), asked.language);
    return column ? [{ column, up: direction === 'up' }] : [];
  });
  const condition = conditionSql(othersIn(rule), ofLive(asked, 'sort'));
  const selected = joined(
    [sql`s.entry`, ...columns.map(({ column }, i) => raw(`s.${column} AS k${i}`))],
    ', ',
  );
  const own = await reader.one<Record<string, Bind>>(
    sql`SELECT ${selected} FROM ${raw(indexTable.live)} s WHERE s.entry = ${entry.record} AND ${condition} AND ${liveNow(now)}`,
  );
  if (!own) return {};
  const keys = columns.map((column, i) => ({ ...column, value: own[`k${i}`] ?? null }));
  const [previous, next] = await Promise.all([
    nearest(reader, asked, rule, keys, entry.record, false),
    nearest(reader, asked, rule, keys, entry.record, true),
  ]);
  return { ...(previous ? { previous } : {}), ...(next ? { next } : {}) };
}
