import type { Id } from '../core/ids';
import type { CoverageQuestion } from '../core/mapping/coverage';
import { isStandingOrder, type Condition, type ListingRule, type OrderKey, type Pin } from '../core/mapping/listing-rule';
import { throughLink } from '../core/mapping/matches';
import { othersIn, pinnedWindow, pinPlaces, type Choosing } from '../core/mapping/pins';
import { resultWindow } from '../core/mapping/result-pages';
import { Binds, conditionSql, FEW } from './condition-sql';
import type { Asker } from './database';
import type { SheetOf } from './sheet-shape';
import type { Surrogates } from './surrogates';

/** What a listing's questions are asked of. `now` is in ms, `today` the day of the site. */
export interface Asked {
  sheet: SheetOf;
  surrogates: Surrogates;
  now: number;
  today: string;
}

/** What the clock asks. Where the sort's index is walked, it must not draw the planner to another. */
const liveNow = (now: number, binds: Binds, walking = false) => {
  const at = binds.add(now);
  return walking ? `+s.live_from <= ${at} AND +s.live_until > ${at}` : `s.live_from <= ${at} AND s.live_until > ${at}`;
};

/** The value to sort by of the entry that a link leads to, as visitors see it. */
function linkedSort(by: string, { sheet, now }: Asked, binds: Binds): string | undefined {
  const through = throughLink(by);
  const link = through && sheet.fields.get(through.link);
  const [to] = through ? sheet.having?.(through.field) ?? [] : [];
  const column = through && to?.fields.get(through.field)?.sort;
  if (!link || !to || !column) return undefined;
  const at = binds.add(now);
  return `(SELECT l.${column} FROM ids i JOIN records o ON o.uuid = i.uuid JOIN ${to.live} l ON l.entry = o.id AND l.live_from <= ${at} AND l.live_until > ${at} WHERE i.n = s.${link.value})`;
}

function orderSql(order: readonly OrderKey[], asked: Asked, few: boolean, binds: Binds): string {
  const keys = order.flatMap(({ by, direction }) => {
    const column = isStandingOrder(by) ? by : asked.sheet.fields.get(by)?.sort;
    // The plus takes the sort's index away from the planner.
    const value = column ? `${few ? '+' : ''}s.${column}` : linkedSort(by, asked, binds);
    return value ? [`${value} ${direction === 'up' ? 'ASC' : 'DESC'} NULLS LAST`] : [];
  });
  return [...keys, 's.entry ASC'].join(', ');
}

/** How many entries a condition lets through, as visitors see them now. */
export async function countLive(asker: Asker, { sheet, surrogates, now, today }: Asked, where: Condition): Promise<number> {
  const binds = new Binds();
  const condition = conditionSql(where, { side: 'live', sheet, surrogates, today, now, binds, leading: 'filter' });
  const row = await asker.one<{ n: number }>(`SELECT count(*) AS n FROM ${sheet.live} s WHERE ${condition} AND ${liveNow(now, binds)}`, binds.values);
  return row?.n ?? 0;
}

/** The titles of a few entries that a condition lets through, the last changed first. */
export async function titlesLive(asker: Asker, { sheet, surrogates, now, today }: Asked, where: Condition, most: number): Promise<string[]> {
  const binds = new Binds();
  const condition = conditionSql(where, { side: 'live', sheet, surrogates, today, now, binds, leading: 'sort' });
  const rows = await asker.all<{ title: string }>(
    `SELECT v.title FROM (SELECT s.version, s.changed, s.entry FROM ${sheet.live} s WHERE ${condition} AND ${liveNow(now, binds, true)} ORDER BY s.changed DESC, s.entry LIMIT ${binds.add(most)}) p JOIN live v ON v.id = p.version ORDER BY p.changed DESC, p.entry`,
    binds.values,
  );
  return rows.map(({ title }) => title);
}

/** For each of several conditions how many entries pass it and all before it. */
export async function countSteps(asker: Asker, asked: Asked, conditions: readonly Condition[]): Promise<number[]> {
  return Promise.all(conditions.map((_, i) => countLive(asker, asked, { all: conditions.slice(0, i + 1) })));
}

export interface ListedVersion {
  uuid: string;
  body: string;
}

/** What of a rule decides which entries stand where. */
export type Listed = Choosing & Pick<ListingRule, 'order' | 'limit' | 'perPage' | 'skip'>;

/** The pinned entries that visitors see, in the order of the rule. */
async function livePins(asker: Asker, { sheet, now }: Asked, pins: readonly Pin[]): Promise<(ListedVersion & Pin)[]> {
  if (pins.length === 0) return [];
  const rows = await asker.all<ListedVersion>(
    `SELECT r.uuid, v.body FROM records r JOIN ${sheet.live} s ON s.entry = r.id AND s.live_from <= $2 AND s.live_until > $2 JOIN live v ON v.id = s.version WHERE r.uuid IN (SELECT value FROM json_each($1))`,
    [JSON.stringify(pins.map(({ entry }) => entry)), now],
  );
  return pins.flatMap((pin) => rows.filter(({ uuid }) => uuid === pin.entry).map((row) => ({ ...pin, ...row })));
}

/** The entries of a listing as visitors see them now, in order, those of one page of results, and how many it lets through in all. */
export async function listLive(asker: Asker, asked: Asked, rule: Listed, page = 1): Promise<{ matching: number; versions: ListedVersion[] }> {
  const { sheet, surrogates, now, today } = asked;
  const where = othersIn(rule);
  const left = new Set(rule.leaveOut ?? []);
  const [others, pins] = await Promise.all([countLive(asker, asked, where), livePins(asker, asked, (rule.pins ?? []).filter(({ entry }) => !left.has(entry)))]);
  const window = resultWindow(rule, page);
  const part = pinnedWindow(pinPlaces(pins, others), others, window.offset, window.count);
  const binds = new Binds();
  const condition = conditionSql(where, { side: 'live', sheet, surrogates, today, now, binds, leading: others <= FEW ? 'filter' : 'equality' });
  const order = orderSql(rule.order, asked, others <= FEW, binds);
  const versions = part.count === 0 ? [] : await asker.all<ListedVersion>(
    `SELECT r.uuid, v.body FROM (
       SELECT s.version, s.entry, row_number() OVER () AS place FROM (
         SELECT s.version, s.entry FROM ${sheet.live} s WHERE ${condition} AND ${liveNow(now, binds, others > FEW)} ORDER BY ${order} LIMIT ${binds.add(part.count)} OFFSET ${binds.add(part.offset)}) s) p
     JOIN live v ON v.id = p.version JOIN records r ON r.id = p.entry ORDER BY p.place`,
    binds.values,
  );
  for (const { at, pin } of part.pins) {
    const pinned = pins[pin];
    if (pinned) versions.splice(at, 0, { uuid: pinned.uuid, body: pinned.body });
  }
  return { matching: others + pins.length, versions };
}

/** The place (from 1) that an entry has in a listing among all that it lets through, or nothing if it is not in it. */
export async function placeInListing(asker: Asker, asked: Asked, rule: Choosing & Pick<ListingRule, 'order'>, entry: { id: Id; record: number }): Promise<number | undefined> {
  const { sheet, surrogates, now, today } = asked;
  const where = othersIn(rule);
  const pins = await livePins(asker, asked, rule.pins ?? []);
  const places = pins.length === 0 ? [] : pinPlaces(pins, await countLive(asker, asked, where));
  const pin = pins.findIndex(({ uuid }) => uuid === entry.id);
  if (pin >= 0) return (places[pin] ?? 0) + 1;
  const binds = new Binds();
  const condition = conditionSql(where, { side: 'live', sheet, surrogates, today, now, binds, leading: 'filter' });
  const row = await asker.one<{ place: number }>(
    `SELECT place FROM (SELECT s.entry, row_number() OVER (ORDER BY ${orderSql(rule.order, asked, true, binds)}) AS place
       FROM ${sheet.live} s WHERE ${condition} AND ${liveNow(now, binds)}) WHERE entry = ${binds.add(entry.record)}`,
    binds.values,
  );
  // Every pin that stands before it moves it on by one.
  return row && [...places].sort((a, b) => a - b).reduce((place, at) => (at < place ? place + 1 : place), row.place);
}

/** Answers coverage questions with one query: for each part how many entries fill it, and how many each step feeds. */
export async function coverLive(asker: Asker, { sheet, surrogates, now, today }: Asked, where: Condition, questions: readonly CoverageQuestion[]): Promise<{ total: number; parts: { part: string; filled: number; steps: number[] }[] }> {
  const binds = new Binds();
  const condition = conditionSql(where, { side: 'live', sheet, surrogates, today, now, binds, leading: 'filter' });
  const has = (field: string) => {
    const found = sheet.fields.get(field);
    return found ? `s.${found.value} IS NOT NULL` : '0';
  };
  const sums = questions.flatMap(({ always, fields, steps }) => [
    always ? 'count(*)' : `total(${fields.map(has).join(' OR ') || '0'})`,
    ...steps.map(({ field, before }) => `total(${[field === undefined ? '1' : has(field), ...before.map((each) => `NOT (${has(each)})`)].join(' AND ')})`),
  ]);
  const row = await asker.one<Record<string, number>>(
    `SELECT count(*) AS n${sums.map((sum, i) => `, ${sum} AS c${i}`).join('')} FROM ${sheet.live} s WHERE ${condition} AND ${liveNow(now, binds)}`,
    binds.values,
  );
  let at = 0;
  const next = () => row?.[`c${at++}`] ?? 0;
  return { total: row?.n ?? 0, parts: questions.map(({ part, steps }) => ({ part, filled: next(), steps: steps.map(next) })) };
}
