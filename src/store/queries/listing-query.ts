import type { Id } from '../../core/ids';
import type { CoverageQuestion } from '../../core/mapping/coverage';
import {
  isMomentOrder,
  type Condition,
  type ListingRule,
  type OrderKey,
  type Pin,
} from '../../core/mapping/rule/listing-rule';
import { othersIn, pinnedWindow, pinPlaces, type Choosing } from '../../core/mapping/rule/pins';
import { resultWindow } from '../../core/mapping/arrangement/result-pages';
import { Binds } from './binds';
import { conditionSql, FEW } from './condition-sql';
import { ofLive, type QueryContext } from './query-context';
import type { Reader } from '../database';
import { linkedRest, linkedSort, linkedWalk } from './linked-order';
import { sortIn } from '../index-tables/shape';

/** What of a rule decides which entries stand where. */
export type Listed = Choosing & Pick<ListingRule, 'order' | 'limit' | 'perPage' | 'skip'>;

/** One of the types that a listing takes, with the rule as that type understands it. */
export interface Branch<R = Listed> {
  asked: QueryContext;
  rule: R;
}

/** What the clock asks. Where the sort's index is walked, it must not draw the planner to another. */
const liveNow = (now: number, binds: Binds, walking = false) => {
  const at = binds.add(now);
  return walking
    ? `+s.live_from <= ${at} AND +s.live_until > ${at}`
    : `s.live_from <= ${at} AND s.live_until > ${at}`;
};

interface SortTerm {
  value: string;
  direction: OrderKey['direction'];
}

/**
 * What rows are sorted by, ties by the order in which things were made. `missing` stands for what a type does
 * not have, where several are sorted together.
 */
function sortTerms(
  order: readonly OrderKey[],
  asked: QueryContext,
  few: boolean,
  binds: Binds,
  missing?: 'NULL',
): SortTerm[] {
  return order.flatMap(({ by, direction }): SortTerm[] => {
    const column = isMomentOrder(by) ? by : sortIn(asked.indexTable.fields.get(by), asked.language);
    // The plus takes the sort's index away from the planner.
    const value = column ? `${few ? '+' : ''}s.${column}` : (linkedSort(by, asked, binds) ?? missing);
    return value ? [{ value, direction }] : [];
  });
}

const orderBy = (terms: readonly SortTerm[], last = 's.entry'): string =>
  [
    ...terms.map(({ value, direction }) => `${value} ${direction === 'up' ? 'ASC' : 'DESC'} NULLS LAST`),
    `${last} ASC`,
  ].join(', ');

/** How many entries a condition lets through, as visitors see them now. */
export async function countLive(reader: Reader, asked: QueryContext, where: Condition): Promise<number> {
  const { indexTable, now } = asked;
  const binds = new Binds();
  const condition = conditionSql(where, ofLive(asked, binds, 'filter'));
  const row = await reader.one<{ n: number }>(
    `SELECT count(*) AS n FROM ${indexTable.live} s WHERE ${condition} AND ${liveNow(now, binds)}`,
    binds.values,
  );
  return row?.n ?? 0;
}

/** The titles of a few entries that a condition lets through, the last changed first. */
export async function titlesLive(
  reader: Reader,
  asked: QueryContext,
  where: Condition,
  most: number,
): Promise<string[]> {
  const { indexTable, now } = asked;
  const binds = new Binds();
  const condition = conditionSql(where, ofLive(asked, binds, 'sort'));
  const rows = await reader.all<{ title: string }>(
    `SELECT v.title FROM (SELECT s.version, s.changed, s.entry FROM ${indexTable.live} s WHERE ${condition} AND ${liveNow(now, binds, true)} ORDER BY s.changed DESC, s.entry LIMIT ${binds.add(most)}) p JOIN live v ON v.id = p.version ORDER BY p.changed DESC, p.entry`,
    binds.values,
  );
  return rows.map(({ title }) => title);
}

/** For each of several conditions how many entries pass it and all before it. */
export async function countSteps(
  reader: Reader,
  asked: QueryContext,
  conditions: readonly Condition[],
): Promise<number[]> {
  return Promise.all(conditions.map((_, i) => countLive(reader, asked, { all: conditions.slice(0, i + 1) })));
}

export interface ListedVersion {
  uuid: string;
  body: string;
}
/** A version with which of the branches it comes from. */
export interface BranchVersion extends ListedVersion {
  branch: number;
}

/** The pinned entries that visitors see, in the order of the rule. */
async function livePins(
  reader: Reader,
  branches: readonly Branch<unknown>[],
  pins: readonly Pin[],
): Promise<(BranchVersion & Pin)[]> {
  if (pins.length === 0) return [];
  const ids = JSON.stringify(pins.map(({ entry }) => entry));
  const rows = (
    await Promise.all(
      branches.map(async ({ asked: { indexTable, now } }, branch) => {
        const found = await reader.all<ListedVersion>(
          `SELECT r.uuid, v.body FROM records r JOIN ${indexTable.live} s ON s.entry = r.id AND s.live_from <= $2 AND s.live_until > $2 JOIN live v ON v.id = s.version WHERE r.uuid IN (SELECT value FROM json_each($1))`,
          [ids, now],
        );
        return found.map((row): BranchVersion => ({ ...row, branch }));
      }),
    )
  ).flat();
  return pins.flatMap((pin) =>
    rows.filter(({ uuid }) => uuid === pin.entry).map((row) => ({ ...pin, ...row })),
  );
}

/** Rows in their order, with what visitors see of each. */
const withBodies = (rows: string): string =>
  `SELECT r.uuid, v.body, p.branch FROM (SELECT *, row_number() OVER () AS place FROM (${rows})) p JOIN live v ON v.id = p.version JOIN records r ON r.id = p.entry ORDER BY p.place`;

interface Window {
  offset: number;
  count: number;
}

/** A window of one type's rows in their order. */
async function rowsOfOne(
  reader: Reader,
  { asked, rule }: Branch,
  others: number,
  { offset, count }: Window,
): Promise<BranchVersion[]> {
  const { indexTable, now } = asked;
  const few = others <= FEW;
  const part = (
    order: readonly OrderKey[],
    window: Window,
    from: (binds: Binds) => { from: string; where: string; first?: SortTerm },
  ): Promise<BranchVersion[]> => {
    const binds = new Binds();
    const source = from(binds);
    const condition = conditionSql(othersIn(rule), ofLive(asked, binds, few ? 'filter' : 'equality'));
    const terms = [
      ...(source.first ? [source.first] : []),
      ...sortTerms(order, asked, few || source.first !== undefined, binds),
    ];
    const rows = `SELECT s.version, s.entry, 0 AS branch FROM ${source.from} WHERE ${source.where} AND ${condition} AND ${liveNow(now, binds, !few)} ORDER BY ${orderBy(terms)} LIMIT ${binds.add(window.count)} OFFSET ${binds.add(window.offset)}`;
    return reader.all<BranchVersion>(withBodies(rows), binds.values);
  };
  const [first, ...rest] = rule.order;
  const walk = few || !first ? undefined : linkedWalk(first.by, asked);
  if (!walk || !first)
    return part(rule.order, { offset, count }, () => ({ from: `${indexTable.live} s`, where: '1' }));
  // What the links lead to is walked in its own order, so that not everything has to be sorted; what leads
  // nowhere comes behind.
  const walked = await part(rest, { offset, count }, (binds) => ({
    ...walk(binds),
    first: { value: 'l.sort', direction: first.direction },
  }));
  if (walked.length === count) return walked;
  const leading =
    walked.length > 0 || offset === 0
      ? offset + walked.length
      : others - (await countLinkedRest(reader, asked, rule, first.by));
  const behind = await part(
    rest,
    { offset: Math.max(0, offset - leading), count: count - walked.length },
    (binds) => ({ from: `${indexTable.live} s`, where: linkedRest(first.by, asked, binds) }),
  );
  return [...walked, ...behind];
}

/** How many of those that a rule lets through have nothing to be sorted by through a link. */
async function countLinkedRest(
  reader: Reader,
  asked: QueryContext,
  rule: Choosing,
  by: string,
): Promise<number> {
  const { indexTable, now } = asked;
  const binds = new Binds();
  const condition = conditionSql(othersIn(rule), ofLive(asked, binds, 'filter'));
  return (
    (
      await reader.one<{ n: number }>(
        `SELECT count(*) AS n FROM ${indexTable.live} s WHERE ${linkedRest(by, asked, binds)} AND ${condition} AND ${liveNow(now, binds)}`,
        binds.values,
      )
    )?.n ?? 0
  );
}

/**
 * The rows of several types put together, each with its sort keys; of each type the first so many, where a
 * number is given.
 */
function unionSql(
  branches: readonly Branch<Choosing & Pick<ListingRule, 'order'>>[],
  few: readonly boolean[],
  binds: Binds,
  most?: number,
): { sql: string; order: string } {
  const keys =
    branches[0]?.rule.order.map(({ direction }, i): SortTerm => ({ value: `k${i}`, direction })) ?? [];
  const selects = branches.map(({ asked, rule }, branch) => {
    const { indexTable, now } = asked;
    const leads = few[branch] ?? true;
    const terms = sortTerms(rule.order, asked, leads, binds, 'NULL');
    const condition = conditionSql(othersIn(rule), ofLive(asked, binds, leads ? 'filter' : 'equality'));
    const select = `SELECT ${branch} AS branch, s.version, s.entry${terms.map(({ value }, i) => `, ${value} AS k${i}`).join('')} FROM ${indexTable.live} s WHERE ${condition} AND ${liveNow(now, binds, !leads)}`;
    return most === undefined
      ? select
      : `SELECT * FROM (${select} ORDER BY ${orderBy(terms)} LIMIT ${binds.add(most)})`;
  });
  return { sql: selects.join(' UNION ALL '), order: orderBy(keys, 'entry') };
}

/** A window of the rows of several types in one order. */
async function rowsOfSeveral(
  reader: Reader,
  branches: readonly Branch[],
  others: readonly number[],
  { offset, count }: Window,
): Promise<BranchVersion[]> {
  const binds = new Binds();
  const { sql, order } = unionSql(
    branches,
    others.map((n) => n <= FEW),
    binds,
    offset + count,
  );
  return reader.all<BranchVersion>(
    withBodies(
      `SELECT * FROM (${sql}) ORDER BY ${order} LIMIT ${binds.add(count)} OFFSET ${binds.add(offset)}`,
    ),
    binds.values,
  );
}

/**
 * What a listing of one or several types shows visitors now, in order, on one page of results, and how many
 * it lets through in all. All branches are of one rule.
 */
export async function listAmong(
  reader: Reader,
  branches: readonly Branch[],
  page = 1,
): Promise<{ matching: number; versions: BranchVersion[] }> {
  const [one] = branches;
  if (!one) return { matching: 0, versions: [] };
  const left = new Set(one.rule.leaveOut ?? []);
  const [others, pins] = await Promise.all([
    Promise.all(branches.map(({ asked, rule }) => countLive(reader, asked, othersIn(rule)))),
    livePins(
      reader,
      branches,
      (one.rule.pins ?? []).filter(({ entry }) => !left.has(entry)),
    ),
  ]);
  const total = others.reduce((sum, n) => sum + n, 0);
  const window = resultWindow(one.rule, page);
  const part = pinnedWindow(pinPlaces(pins, total), total, window.offset, window.count);
  const versions =
    part.count === 0
      ? []
      : branches.length === 1
        ? await rowsOfOne(reader, one, total, part)
        : await rowsOfSeveral(reader, branches, others, part);
  for (const { at, pin } of part.pins) {
    const pinned = pins[pin];
    if (pinned) versions.splice(at, 0, { uuid: pinned.uuid, body: pinned.body, branch: pinned.branch });
  }
  return { matching: total + pins.length, versions };
}

/** The same of one type. */
export const listLive = (
  reader: Reader,
  asked: QueryContext,
  rule: Listed,
  page = 1,
): Promise<{ matching: number; versions: ListedVersion[] }> => listAmong(reader, [{ asked, rule }], page);

/** The place (from 1) that an entry has in a listing among all that it lets through, or nothing if it is not in it. */
export async function placeAmong(
  reader: Reader,
  branches: readonly Branch<Choosing & Pick<ListingRule, 'order'>>[],
  entry: { id: Id; record: number },
): Promise<number | undefined> {
  const pins = await livePins(reader, branches, branches[0]?.rule.pins ?? []);
  const total =
    pins.length === 0
      ? 0
      : (
          await Promise.all(branches.map(({ asked, rule }) => countLive(reader, asked, othersIn(rule))))
        ).reduce((sum, n) => sum + n, 0);
  const places = pinPlaces(pins, total);
  const pin = pins.findIndex(({ uuid }) => uuid === entry.id);
  if (pin >= 0) return (places[pin] ?? 0) + 1;
  const binds = new Binds();
  const { sql, order } = unionSql(branches, [], binds);
  const row =
    sql === ''
      ? undefined
      : await reader.one<{ place: number }>(
          `SELECT place FROM (SELECT entry, row_number() OVER (ORDER BY ${order}) AS place FROM (${sql})) WHERE entry = ${binds.add(entry.record)}`,
          binds.values,
        );
  // Every pin that stands before it moves it on by one.
  return (
    row &&
    [...places].sort((a, b) => a - b).reduce((place, at) => (at < place ? place + 1 : place), row.place)
  );
}

/** What a mapping's coverage is: among how many, and for each part how many fill it, and how many each step feeds. */
export interface Covered {
  total: number;
  parts: { part: string; filled: number; steps: number[] }[];
}

/** Answers coverage questions of one type with one query. */
export async function coverLive(
  reader: Reader,
  asked: QueryContext,
  where: Condition,
  questions: readonly CoverageQuestion[],
): Promise<Covered> {
  const { indexTable, now } = asked;
  const binds = new Binds();
  const condition = conditionSql(where, ofLive(asked, binds, 'filter'));
  const has = (field: string) => {
    const found = indexTable.fields.get(field.split('.')[0] ?? '');
    if (!found) return '0';
    // What stands behind a link is filled where one of those it leads to fills it; what stands in a group,
    // where anything of that does.
    return found.field.kind === 'entry' && field.includes('.')
      ? conditionSql({ field, is: 'filled' }, ofLive(asked, binds, 'filter'))
      : `s.${found.value} IS NOT NULL`;
  };
  const sums = questions.flatMap(({ always, fields, steps }) => [
    always ? 'count(*)' : `total(${fields.map(has).join(' OR ') || '0'})`,
    ...steps.map(
      ({ field, before }) =>
        `total(${[field === undefined ? '1' : has(field), ...before.map((each) => `NOT (${has(each)})`)].join(' AND ')})`,
    ),
  ]);
  const row = await reader.one<Record<string, number>>(
    `SELECT count(*) AS n${sums.map((sum, i) => `, ${sum} AS c${i}`).join('')} FROM ${indexTable.live} s WHERE ${condition} AND ${liveNow(now, binds)}`,
    binds.values,
  );
  let at = 0;
  const next = () => row?.[`c${at++}`] ?? 0;
  return {
    total: row?.n ?? 0,
    parts: questions.map(({ part, steps }) => ({ part, filled: next(), steps: steps.map(next) })),
  };
}
