import type { OrderKey } from '../../core/mapping/rule/listing-rule';
import { throughLink } from '../../core/mapping/rule/matches';
import { othersIn, type Choosing } from '../../core/mapping/rule/pins';
import { conditionSql } from './condition-sql';
import { liveNow, liveNowWalking } from './live-now';
import { ofLive, type QueryContext } from './query-context';
import type { Reader } from '../database';
import { joined, raw, sql, type Bind, type Sql } from '../sql';
import { listLive, sortTerms, type ListedVersion } from './listing-query';
import { placeIn } from './place-query';
import { partsOfWalk, standsBeyond, type SortKeyOf } from './walk-order';
import type { Id } from '../../core/ids';

type Ordered = Choosing & { order: readonly OrderKey[] };

/** What stands right before and right after an entry in a list. */
export interface Neighbours {
  previous?: ListedVersion;
  next?: ListedVersion;
}

const orderBy = (keys: readonly SortKeyOf[], forward: boolean): Sql =>
  joined(
    [
      ...keys.map(
        ({ own, up }) =>
          sql`${own} ${raw(up === forward ? 'ASC' : 'DESC')} NULLS ${raw(forward ? 'LAST' : 'FIRST')}`,
      ),
      sql`s.entry ${raw(forward ? 'ASC' : 'DESC')}`,
    ],
    ', ',
  );

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
  for (const part of partsOfWalk(keys[0], forward)) {
    const found = sql`SELECT s.version, s.entry FROM ${raw(indexTable.live)} s WHERE ${part} AND ${standsBeyond(keys, entry, forward)} AND ${condition} AND ${liveNowWalking(now)} ORDER BY ${orderBy(keys, forward)} LIMIT 1`;
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
    const place = await placeIn(reader, { asked, rule: { ...rule, order: [...rule.order] } }, entry);
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
  const terms = sortTerms(rule.order, asked, false);
  const condition = conditionSql(othersIn(rule), ofLive(asked, 'sort'));
  const selected = joined(
    [sql`s.entry`, ...terms.map(({ value }, i) => sql`${value} AS ${raw(`k${i}`)}`)],
    ', ',
  );
  const own = await reader.one<Record<string, Bind>>(
    sql`SELECT ${selected} FROM ${raw(indexTable.live)} s WHERE s.entry = ${entry.record} AND ${condition} AND ${liveNow(now)}`,
  );
  if (!own) return {};
  const keys = terms.map(({ value, direction }, i) => ({
    own: value,
    up: direction === 'up',
    value: own[`k${i}`] ?? null,
  }));
  const [previous, next] = await Promise.all([
    nearest(reader, asked, rule, keys, entry.record, false),
    nearest(reader, asked, rule, keys, entry.record, true),
  ]);
  return { ...(previous ? { previous } : {}), ...(next ? { next } : {}) };
}
