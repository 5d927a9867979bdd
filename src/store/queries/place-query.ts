import type { Id } from '../../core/ids';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import { othersIn, pinPlaces, type Choosing } from '../../core/mapping/rule/pins';
import type { Reader } from '../database';
import { joined, raw, sql, type Bind } from '../sql';
import { conditionSql } from './condition-sql';
import { countLive, livePins, sortTerms, type Branch } from './listing-query';
import { liveNow, liveNowWalking } from './live-now';
import { ofLive } from './query-context';
import { standsBeyond, partsOfWalk, type SortKeyOf } from './walk-order';

type Placing = Branch<Choosing & Pick<ListingRule, 'order'>>;

/** A listing in which a place is asked for, and up to which place it is counted. */
export interface PlaceQuestion<B extends Placing = Placing> {
  branches: readonly B[];
  most: number;
}

interface Entry {
  id: Id;
  record: number;
}

/** Of how many rules one statement asks: each takes a column, and one for every key of its order. */
const AT_ONCE = 200;

/**
 * By what an entry is sorted in each of some listings (of one type, by one index table): for each the values of the
 * keys of its order, or nothing where the rule does not let it through. Pinned entries and those left out are in none.
 */
async function valuesIn(
  reader: Reader,
  asking: readonly Placing[],
  { record }: Entry,
): Promise<(Bind[] | undefined)[]> {
  const [one] = asking;
  if (!one) return [];
  const { indexTable, now } = one.asked;
  const columns = asking.flatMap(({ asked, rule }, i) => [
    sql`${conditionSql(othersIn(rule), ofLive(asked, 'rows'))} AS ${raw(`c${i}`)}`,
    ...sortTerms(rule.order, asked, false, sql`NULL`).map(
      ({ value }, k) => sql`${value} AS ${raw(`c${i}_${k}`)}`,
    ),
  ]);
  const row = await reader.one<Record<string, Bind>>(
    sql`SELECT ${joined(columns, ', ')} FROM ${raw(indexTable.live)} s WHERE s.entry = ${record} AND ${liveNow(now)}`,
  );
  return asking.map(({ rule }, i) =>
    row?.[`c${i}`] ? rule.order.map((_, k) => row[`c${i}_${k}`] ?? null) : undefined,
  );
}

/** How many that a rule lets through stand before an entry, at most so many; pinned entries are left out. */
async function countBefore(
  reader: Reader,
  { asked, rule }: Placing,
  values: readonly Bind[],
  { record }: Entry,
  most: number,
): Promise<number> {
  const keys = sortTerms(rule.order, asked, false, sql`NULL`).map(
    ({ value: own, direction }, i): SortKeyOf => ({ own, up: direction === 'up', value: values[i] ?? null }),
  );
  // Any so many will do: nothing is sorted.
  const condition = conditionSql(othersIn(rule), ofLive(asked, 'filter'));
  const part = joined(partsOfWalk(keys[0], false), ' OR ');
  const row = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM (SELECT 1 FROM ${raw(asked.indexTable.live)} s WHERE (${part}) AND ${standsBeyond(keys, record, false)} AND ${condition} AND ${liveNowWalking(asked.now)} LIMIT ${most})`,
  );
  return row?.n ?? 0;
}

/** The place in a listing that an entry has by the keys of its order, if it is not pinned there. */
async function sortedPlace(
  reader: Reader,
  { branches, most }: PlaceQuestion,
  values: readonly Bind[],
  entry: Entry,
): Promise<number> {
  const before = await Promise.all(
    branches.map((branch) => countBefore(reader, branch, values, entry, most)),
  );
  return before.reduce((sum, n) => sum + n, 0) + 1;
}

/**
 * The places (from 1) that an entry of a type has in several listings among all that each lets through, as visitors see
 * it; nothing where it is not in one. A place beyond `most` of a listing is told as the one right behind that. `own`
 * says which branch of a listing is of the entry's type.
 */
export async function placesAmong<B extends Placing>(
  reader: Reader,
  questions: readonly PlaceQuestion<B>[],
  own: (branches: readonly B[]) => B | undefined,
  entry: Entry,
): Promise<(number | undefined)[]> {
  const asking = questions.map(({ branches }) => own(branches));
  const found: (Bind[] | undefined)[] = [];
  for (let from = 0; from < asking.length; from += AT_ONCE) {
    const some = asking.slice(from, from + AT_ONCE);
    const rows = await valuesIn(
      reader,
      some.filter((branch) => branch !== undefined),
      entry,
    );
    let next = 0;
    found.push(...some.map((branch) => (branch ? rows[next++] : undefined)));
  }
  return Promise.all(
    questions.map(async (question, i): Promise<number | undefined> => {
      const { branches, most } = question;
      const { pins: given = [], leaveOut = [] } = branches[0]?.rule ?? {};
      const pins = await livePins(
        reader,
        branches,
        given.filter(({ entry: pinned }) => !leaveOut.includes(pinned)),
      );
      const pin = pins.findIndex(({ uuid }) => uuid === entry.id);
      const values = found[i];
      if (pin < 0 && !values) return undefined;
      const others =
        pins.length === 0
          ? 0
          : (
              await Promise.all(branches.map(({ asked, rule }) => countLive(reader, asked, othersIn(rule))))
            ).reduce((sum, n) => sum + n, 0);
      const places = pinPlaces(pins, others);
      const sorted = pin >= 0 || !values ? undefined : await sortedPlace(reader, question, values, entry);
      const place =
        sorted === undefined
          ? (places[pin] ?? 0) + 1
          : // Every pin that stands before it moves it on by one.
            [...places].sort((a, b) => a - b).reduce((at, pinned) => (pinned < at ? at + 1 : at), sorted);
      return Math.min(place, most + 1);
    }),
  );
}

/** The place of an entry in one listing of one type, however far down. */
export async function placeIn(reader: Reader, branch: Placing, entry: Entry): Promise<number | undefined> {
  const [place] = await placesAmong(
    reader,
    [{ branches: [branch], most: Number.MAX_SAFE_INTEGER }],
    ([one]) => one,
    entry,
  );
  return place;
}
