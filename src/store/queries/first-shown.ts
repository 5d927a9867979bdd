import { LRUCache } from 'lru-cache';
import { resultWindow } from '../../core/mapping/arrangement/result-pages';
import { othersIn } from '../../core/mapping/rule/pins';
import type { Reader } from '../database';
import { joined, raw, sql, type Sql } from '../sql';
import { conditionSql } from './condition-sql';
import { linkedWalk } from './linked-order';
import { listAmong, orderBy, sortTerms, type Branch } from './listing-query';
import { liveNow, liveNowWalking } from './live-now';
import { ofLive } from './query-context';

/**
 * With at least so many, walking the order until the window is full is shorter than sorting all: fewer are not worth
 * counting where no more than the first are wanted.
 */
const ENOUGH = 100;
/** How many listings one statement asks, so that several readers share the work. */
const AT_ONCE = 12;

/** A listing of one type without pins, whose order is walked on its own table. */
const isPlain = (branches: readonly Branch[]): boolean => {
  const [one, ...more] = branches;
  const first = one?.rule.order[0];
  return (
    one !== undefined &&
    more.length === 0 &&
    (one.rule.pins ?? []).length === 0 &&
    (first === undefined || linkedWalk(first.by, one.asked) === undefined)
  );
};

/** What a listing asks of an entry, and what it shows first: what several ask alike is asked once. */
const askedOf = ({ asked, rule }: Branch): string =>
  JSON.stringify([asked.indexTable.live, asked.language, asked.home, othersIn(rule)]);
const shownOf = (branch: Branch): string =>
  JSON.stringify([askedOf(branch), branch.rule.order, resultWindow(branch.rule, 1)]);

/**
 * Which lately let through enough to be walked, by what they ask. It says how they are asked and nothing of what is
 * answered, so that it may be a little old.
 */
const lately = new LRUCache<string, boolean>({ max: 2000, ttl: 10 * 60_000 });

async function learn(reader: Reader, branches: ReadonlyMap<string, Branch>): Promise<void> {
  const columns = [...branches.values()].map(({ asked, rule }, i) => {
    const condition = conditionSql(othersIn(rule), ofLive(asked, 'filter'));
    return sql`(SELECT count(*) FROM (SELECT 1 FROM ${raw(asked.indexTable.live)} s WHERE ${condition} AND ${liveNow(asked.now)} LIMIT ${ENOUGH})) AS ${raw(`n${i}`)}`;
  });
  const row = await reader.one<Record<string, number>>(sql`SELECT ${joined(columns, ', ')}`);
  [...branches.keys()].forEach((key, i) => lately.set(key, (row?.[`n${i}`] ?? 0) >= ENOUGH));
}

/** Whether each of some listings lets through enough to be walked in its order. */
async function areMany(reader: Reader, branches: readonly Branch[]): Promise<boolean[]> {
  const keys = branches.map(askedOf);
  const unknown = new Map(
    branches.flatMap((branch, i) => {
      const key = keys[i] ?? '';
      return lately.has(key) ? [] : [[key, branch] as const];
    }),
  );
  if (unknown.size > 0) await learn(reader, unknown);
  return keys.map((key) => lately.get(key) ?? false);
}

function firstOf({ asked, rule }: Branch, isMany: boolean, listing: number): Sql {
  const { indexTable, now } = asked;
  const { offset, count } = resultWindow(rule, 1);
  const condition = conditionSql(othersIn(rule), ofLive(asked, isMany ? 'equality' : 'filter'));
  const seen = isMany ? liveNowWalking(now) : liveNow(now);
  const order = orderBy(sortTerms(rule.order, asked, !isMany));
  return sql`SELECT * FROM (SELECT ${listing} AS listing, s.entry FROM ${raw(indexTable.live)} s WHERE ${condition} AND ${seen} ORDER BY ${order} LIMIT ${count} OFFSET ${offset})`;
}

async function firstOfPlain(reader: Reader, branches: readonly Branch[]): Promise<Set<string>[]> {
  if (branches.length === 0) return [];
  const many = await areMany(reader, branches);
  const all = branches.map((branch, i) => firstOf(branch, many[i] ?? false, i));
  const rows = await reader.all<{ listing: number; uuid: string }>(
    sql`SELECT f.listing, r.uuid FROM (${joined(all, ' UNION ALL ')}) f CROSS JOIN records r ON r.id = f.entry`,
  );
  const found = branches.map(() => new Set<string>());
  for (const { listing, uuid } of rows) found[listing]?.add(uuid);
  return found;
}

/** The ids of what each of some listings shows visitors at first, each by its branches. */
export async function firstShown(
  reader: Reader,
  listings: readonly (readonly Branch[])[],
): Promise<Set<string>[]> {
  const found: Set<string>[] = listings.map(() => new Set());
  const plain = new Map<string, { at: number[]; branch: Branch }>();
  const others: { at: number; branches: readonly Branch[] }[] = [];
  listings.forEach((branches, at) => {
    const [branch] = branches;
    if (!branch || !isPlain(branches)) {
      others.push({ at, branches });
      return;
    }
    const alike = plain.get(shownOf(branch));
    if (alike) alike.at.push(at);
    else plain.set(shownOf(branch), { at: [at], branch });
  });
  const different = [...plain.values()];
  const parts = Array.from({ length: Math.ceil(different.length / AT_ONCE) }, (_, i) =>
    different.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
  );
  await Promise.all([
    ...parts.map(async (part) => {
      const sets = await firstOfPlain(
        reader,
        part.map(({ branch }) => branch),
      );
      part.forEach(({ at }, i) => {
        for (const each of at) found[each] = sets[i] ?? new Set();
      });
    }),
    ...others.map(async ({ at, branches }) => {
      const { versions } = await listAmong(reader, branches, 1, 'enough');
      found[at] = new Set(versions.map(({ uuid }) => uuid));
    }),
  ]);
  return found;
}
