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
import { conditionSql, FEW } from './condition-sql';
import { liveNow, liveNowWalking } from './live-now';
import { ofLive, type QueryContext } from './query-context';
import type { Reader } from '../database';
import { anyOf, joined, raw, sql, type Sql } from '../sql';
import { linkedRest, linkedSort, linkedWalk } from './linked-order';
import { sortIn } from '../index-tables/shape';
import { kindFor } from '../../core/model/kinds';

/** What of a rule decides which entries stand where. */
export type Listed = Choosing & Pick<ListingRule, 'order' | 'limit' | 'perPage' | 'skip'>;

/** One of the types that a listing takes, with the rule as that type understands it. */
export interface Branch<R = Listed> {
  asked: QueryContext;
  rule: R;
}

export interface SortTerm {
  value: Sql;
  direction: OrderKey['direction'];
}

/**
 * What rows are sorted by, ties by the order in which things were made. `missing` stands for what a type does
 * not have, where several are sorted together.
 */
export function sortTerms(
  order: readonly OrderKey[],
  asked: QueryContext,
  few: boolean,
  missing?: Sql,
): SortTerm[] {
  return order.flatMap(({ by, direction }): SortTerm[] => {
    const column = isMomentOrder(by) ? by : sortIn(asked.indexTable.fields.get(by), asked.language);
    // The plus takes the sort's index away from the planner.
    const value = column ? raw(`${few ? '+' : ''}s.${column}`) : (linkedSort(by, asked) ?? missing);
    return value ? [{ value, direction }] : [];
  });
}

export const orderBy = (terms: readonly SortTerm[], last = 's.entry'): Sql =>
  joined(
    [
      ...terms.map(
        ({ value, direction }) => sql`${value} ${raw(direction === 'up' ? 'ASC' : 'DESC')} NULLS LAST`,
      ),
      sql`${raw(last)} ASC`,
    ],
    ', ',
  );

/** How many entries a condition lets through, as visitors see them now; not counted beyond `most`. */
export async function countLive(
  reader: Reader,
  asked: QueryContext,
  where: Condition,
  most?: number,
): Promise<number> {
  const { indexTable, now } = asked;
  const condition = conditionSql(where, ofLive(asked, 'filter'));
  const through = sql`FROM ${raw(indexTable.live)} s WHERE ${condition} AND ${liveNow(now)}`;
  const row = await reader.one<{ n: number }>(
    most === undefined
      ? sql`SELECT count(*) AS n ${through}`
      : sql`SELECT count(*) AS n FROM (SELECT 1 ${through} LIMIT ${most})`,
  );
  return row?.n ?? 0;
}

/** How many questions one statement asks of each entry, so that several readers share the work. */
const ASKED_AT_ONCE = 100;

/** Which of some entries each of several questions lets through, as visitors see them; all asked of one index table. */
export async function letThrough(
  reader: Reader,
  questions: readonly { asked: QueryContext; where: Condition }[],
  ids: readonly string[],
): Promise<Set<string>[]> {
  // What several ask alike is asked once.
  const keys = questions.map(({ asked, where }) => JSON.stringify([asked.language, asked.home, where]));
  const different = [...new Map(questions.map((question, i) => [keys[i], question])).entries()];
  const parts = Array.from({ length: Math.ceil(different.length / ASKED_AT_ONCE) }, (_, i) =>
    different.slice(i * ASKED_AT_ONCE, (i + 1) * ASKED_AT_ONCE),
  );
  const found = parts.map(async (some) => {
    const one = some[0]?.[1];
    if (!one) return [];
    const columns = some.map(
      ([, { asked, where }], i) => sql`${conditionSql(where, ofLive(asked, 'rows'))} AS ${raw(`c${i}`)}`,
    );
    const rows = await reader.all<Record<string, string | number>>(
      sql`SELECT r.uuid, ${joined(columns, ', ')} FROM records r CROSS JOIN ${raw(one.asked.indexTable.live)} s ON s.entry = r.id AND ${liveNow(one.asked.now)} WHERE r.uuid IN ${anyOf(ids)}`,
    );
    return some.map(([key], i) => {
      const through = rows.filter((row) => row[`c${i}`] === 1);
      return [key, new Set(through.map(({ uuid }) => String(uuid)))] as const;
    });
  });
  const through = new Map((await Promise.all(found)).flat());
  return keys.map((key) => through.get(key) ?? new Set());
}

/** The titles of a few entries that a condition lets through, the last changed first. */
export async function titlesLive(
  reader: Reader,
  asked: QueryContext,
  where: Condition,
  most: number,
): Promise<string[]> {
  const { indexTable, now } = asked;
  const condition = conditionSql(where, ofLive(asked, 'sort'));
  const found = sql`SELECT s.version, s.changed, s.entry FROM ${raw(indexTable.live)} s WHERE ${condition} AND ${liveNowWalking(now)} ORDER BY s.changed DESC, s.entry LIMIT ${most}`;
  const rows = await reader.all<{ title: string }>(
    sql`SELECT v.title FROM (${found}) p JOIN live v ON v.id = p.version ORDER BY p.changed DESC, p.entry`,
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
export async function livePins(
  reader: Reader,
  branches: readonly Branch<unknown>[],
  pins: readonly Pin[],
): Promise<(BranchVersion & Pin)[]> {
  if (pins.length === 0) return [];
  const ids = anyOf(pins.map(({ entry }) => entry));
  const rows = (
    await Promise.all(
      branches.map(async ({ asked: { indexTable, now } }, branch) => {
        const found = await reader.all<ListedVersion>(
          sql`SELECT r.uuid, v.body FROM records r JOIN ${raw(indexTable.live)} s ON s.entry = r.id AND ${liveNow(now)} JOIN live v ON v.id = s.version WHERE r.uuid IN ${ids}`,
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
const withBodies = (rows: Sql): Sql =>
  sql`SELECT r.uuid, v.body, p.branch FROM (SELECT *, row_number() OVER () AS place FROM (${rows})) p JOIN live v ON v.id = p.version JOIN records r ON r.id = p.entry ORDER BY p.place`;

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
  const live = sql`${raw(indexTable.live)} s`;
  const part = (
    order: readonly OrderKey[],
    window: Window,
    source: { from: Sql; where: Sql; first?: SortTerm },
  ): Promise<BranchVersion[]> => {
    const condition = conditionSql(othersIn(rule), ofLive(asked, few ? 'filter' : 'equality'));
    const seen = few ? liveNow(now) : liveNowWalking(now);
    const terms = [
      ...(source.first ? [source.first] : []),
      ...sortTerms(order, asked, few || source.first !== undefined),
    ];
    const rows = sql`SELECT s.version, s.entry, 0 AS branch FROM ${source.from} WHERE ${source.where} AND ${condition} AND ${seen} ORDER BY ${orderBy(terms)} LIMIT ${window.count} OFFSET ${window.offset}`;
    return reader.all<BranchVersion>(withBodies(rows));
  };
  const [first, ...rest] = rule.order;
  const walk = few || !first ? undefined : linkedWalk(first.by, asked);
  if (!walk || !first) return part(rule.order, { offset, count }, { from: live, where: sql`1` });
  // What the links lead to is walked in its own order, so that not everything has to be sorted; what leads
  // nowhere comes behind.
  const walked = await part(
    rest,
    { offset, count },
    { ...walk, first: { value: sql`l.sort`, direction: first.direction } },
  );
  if (walked.length === count) return walked;
  const leading =
    walked.length > 0 || offset === 0
      ? offset + walked.length
      : (await countLive(reader, asked, othersIn(rule))) -
        (await countLinkedRest(reader, asked, rule, first.by));
  const behind = await part(
    rest,
    { offset: Math.max(0, offset - leading), count: count - walked.length },
    { from: live, where: linkedRest(first.by, asked) },
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
  const condition = conditionSql(othersIn(rule), ofLive(asked, 'filter'));
  const row = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM ${raw(indexTable.live)} s WHERE ${linkedRest(by, asked)} AND ${condition} AND ${liveNow(now)}`,
  );
  return row?.n ?? 0;
}

/** The rows of several types put together, each with its sort keys; of each type the first so many. */
function unionSql(
  branches: readonly Branch[],
  few: readonly boolean[],
  most: number,
): { rows: Sql; order: Sql } {
  const keys =
    branches[0]?.rule.order.map(({ direction }, i): SortTerm => ({ value: raw(`k${i}`), direction })) ?? [];
  const selects = branches.map(({ asked, rule }, branch) => {
    const { indexTable, now } = asked;
    const leads = few[branch] ?? true;
    const terms = sortTerms(rule.order, asked, leads, sql`NULL`);
    const condition = conditionSql(othersIn(rule), ofLive(asked, leads ? 'filter' : 'equality'));
    const seen = leads ? liveNow(now) : liveNowWalking(now);
    const columns = joined(
      [
        sql`${branch} AS branch, s.version, s.entry`,
        ...terms.map(({ value }, i) => sql`${value} AS ${raw(`k${i}`)}`),
      ],
      ', ',
    );
    const select = sql`SELECT ${columns} FROM ${raw(indexTable.live)} s WHERE ${condition} AND ${seen}`;
    return sql`SELECT * FROM (${select} ORDER BY ${orderBy(terms)} LIMIT ${most})`;
  });
  return { rows: joined(selects, ' UNION ALL '), order: orderBy(keys, 'entry') };
}

/** A window of the rows of several types in one order. */
async function rowsOfSeveral(
  reader: Reader,
  branches: readonly Branch[],
  others: readonly number[],
  { offset, count }: Window,
): Promise<BranchVersion[]> {
  const { rows, order } = unionSql(
    branches,
    others.map((n) => n <= FEW),
    offset + count,
  );
  return reader.all<BranchVersion>(
    withBodies(sql`SELECT * FROM (${rows}) ORDER BY ${order} LIMIT ${count} OFFSET ${offset}`),
  );
}

/**
 * What a listing of one or several types shows visitors now, in order, on one page of results, and how many
 * it lets through in all: or enough of them to find what stands on the page. All branches are of one rule.
 */
export async function listAmong(
  reader: Reader,
  branches: readonly Branch[],
  page = 1,
  counted: 'all' | 'enough' = 'all',
): Promise<{ matching: number; versions: BranchVersion[] }> {
  const [one] = branches;
  if (!one) return { matching: 0, versions: [] };
  const left = new Set(one.rule.leaveOut ?? []);
  const window = resultWindow(one.rule, page);
  const wanted = (one.rule.pins ?? []).filter(({ entry }) => !left.has(entry));
  // So many tell which way is short, and lie behind the window.
  const enough = Math.max(FEW, window.offset + window.count + wanted.length) + 1;
  const counts = (bound?: number) =>
    Promise.all(branches.map(({ asked, rule }) => countLive(reader, asked, othersIn(rule), bound)));
  const [others, pins] = await Promise.all([counts(enough), livePins(reader, branches, wanted)]);
  const some = others.reduce((sum, n) => sum + n, 0);
  const part = pinnedWindow(pinPlaces(pins, some), some, window.offset, window.count);
  // With many, what the window shows is sought while they are counted.
  const [versions, total] = await Promise.all([
    part.count === 0
      ? []
      : branches.length === 1
        ? rowsOfOne(reader, one, some, part)
        : rowsOfSeveral(reader, branches, others, part),
    counted === 'enough' || others.every((n) => n < enough)
      ? some
      : counts().then((all) => all.reduce((sum, n) => sum + n, 0)),
  ]);
  for (const { at, pin } of part.pins) {
    const pinned = pins[pin];
    if (pinned) versions.splice(at, 0, { uuid: pinned.uuid, body: pinned.body, branch: pinned.branch });
  }
  return { matching: total + pins.length, versions };
}

/** What a listing of one type shows visitors on one page of results, as of several. */
export const listLive = (
  reader: Reader,
  asked: QueryContext,
  rule: Listed,
  page = 1,
): Promise<{ matching: number; versions: ListedVersion[] }> => listAmong(reader, [{ asked, rule }], page);

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
  const condition = conditionSql(where, ofLive(asked, 'filter'));
  const has = (field: string): Sql => {
    const found = indexTable.fields.get(field.split('.')[0] ?? '');
    if (!found) return sql`0`;
    // What stands behind a link is filled where one of those it leads to fills it; what stands in a group,
    // where anything of that does.
    return kindFor(found.field).leadsTo && field.includes('.')
      ? conditionSql({ field, is: 'filled' }, ofLive(asked, 'filter'))
      : sql`s.${raw(found.value)} IS NOT NULL`;
  };
  const sums = questions.flatMap(({ always, fields, steps }) => [
    always ? sql`count(*)` : sql`total(${joined(fields.map(has), ' OR ', '0')})`,
    ...steps.map(({ field, before }) => {
      const feeds = field === undefined ? sql`1` : has(field);
      return sql`total(${joined([feeds, ...before.map((each) => sql`NOT (${has(each)})`)], ' AND ')})`;
    }),
  ]);
  const columns = joined([sql`count(*) AS n`, ...sums.map((sum, i) => sql`${sum} AS ${raw(`c${i}`)}`)], ', ');
  const row = await reader.one<Record<string, number>>(
    sql`SELECT ${columns} FROM ${raw(indexTable.live)} s WHERE ${condition} AND ${liveNow(now)}`,
  );
  let at = 0;
  const next = () => row?.[`c${at++}`] ?? 0;
  return {
    total: row?.n ?? 0,
    parts: questions.map(({ part, steps }) => ({ part, filled: next(), steps: steps.map(next) })),
  };
}
