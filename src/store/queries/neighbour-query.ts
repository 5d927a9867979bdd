import { isMomentOrder, type OrderKey } from '../../core/mapping/rule/listing-rule';
import { throughLink } from '../../core/mapping/rule/matches';
import { othersIn, type Choosing } from '../../core/mapping/rule/pins';
import { Binds } from './binds';
import { conditionSql } from './condition-sql';
import { ofLive, type QueryContext } from './query-context';
import type { Reader, Bind } from '../database';
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
function beyond({ column, up, value }: SortKeyOf, forward: boolean, binds: Binds): string {
  if (value === null) return forward ? '0' : `s.${column} IS NOT NULL`;
  const sign = up === forward ? '>' : '<';
  return forward
    ? `(s.${column} ${sign} ${binds.add(value)} OR s.${column} IS NULL)`
    : `s.${column} ${sign} ${binds.add(value)}`;
}

/**
 * Whether a row comes after (or before) the entry by all keys, ties settled by the order in which entries
 * were made.
 */
function lexically(keys: readonly SortKeyOf[], entry: number, forward: boolean, binds: Binds): string {
  const same = (some: readonly SortKeyOf[]) =>
    some.map(({ column, value }) => `s.${column} IS ${binds.add(value)}`);
  const ways = keys.map((key, i) => [...same(keys.slice(0, i)), beyond(key, forward, binds)].join(' AND '));
  return `(${[...ways, [...same(keys), `s.entry ${forward ? '>' : '<'} ${binds.add(entry)}`].join(' AND ')].map((way) => `(${way})`).join(' OR ')})`;
}

const orderBy = (keys: readonly SortKeyOf[], forward: boolean): string =>
  [
    ...keys.map(
      ({ column, up }) =>
        `s.${column} ${up === forward ? 'ASC' : 'DESC'} NULLS ${forward ? 'LAST' : 'FIRST'}`,
    ),
    `s.entry ${forward ? 'ASC' : 'DESC'}`,
  ].join(', ');

/**
 * The nearest row after (or before) the entry. The first key bounds the walk along its index, so that the way
 * to the entry is not walked.
 */
async function nearest(
  reader: Reader,
  asked: QueryContext,
  rule: Ordered,
  keys: readonly SortKeyOf[],
  entry: number,
  forward: boolean,
): Promise<ListedVersion | undefined> {
  const { indexTable, now } = asked;
  const [first] = keys;
  const near = first && (first.value === null ? `s.${first.column} IS NULL` : undefined);
  const parts: ((binds: Binds) => string)[] = !first
    ? [() => '1']
    : first.value !== null
      ? [
          (binds) => `s.${first.column} ${first.up === forward ? '>=' : '<='} ${binds.add(first.value)}`,
          ...(forward ? [() => `s.${first.column} IS NULL`] : []),
        ]
      : [() => near ?? '1', ...(forward ? [] : [() => `s.${first.column} IS NOT NULL`])];
  for (const part of parts) {
    const binds = new Binds();
    const condition = conditionSql(othersIn(rule), ofLive(asked, binds, 'sort'));
    const at = binds.add(now);
    const row = await reader.one<ListedVersion>(
      `SELECT r.uuid, v.body FROM (SELECT s.version, s.entry FROM ${indexTable.live} s WHERE ${part(binds)} AND ${lexically(keys, entry, forward, binds)} AND ${condition} AND +s.live_from <= ${at} AND +s.live_until > ${at} ORDER BY ${orderBy(keys, forward)} LIMIT 1) p
       JOIN live v ON v.id = p.version JOIN records r ON r.id = p.entry`,
      binds.values,
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
  const binds = new Binds();
  const condition = conditionSql(othersIn(rule), ofLive(asked, binds, 'sort'));
  const at = binds.add(now);
  const own = await reader.one<Record<string, Bind>>(
    `SELECT s.entry${columns.map(({ column }, i) => `, s.${column} AS k${i}`).join('')} FROM ${indexTable.live} s WHERE s.entry = ${binds.add(entry.record)} AND ${condition} AND s.live_from <= ${at} AND s.live_until > ${at}`,
    binds.values,
  );
  if (!own) return {};
  const keys = columns.map((column, i) => ({ ...column, value: own[`k${i}`] ?? null }));
  const [previous, next] = await Promise.all([
    nearest(reader, asked, rule, keys, entry.record, false),
    nearest(reader, asked, rule, keys, entry.record, true),
  ]);
  return { ...(previous ? { previous } : {}), ...(next ? { next } : {}) };
}
