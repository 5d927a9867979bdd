import { anyOf, joined, sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { actChanges, type ActSort } from './tables/act-changes';
import { acts } from './tables/acts';

/** What an act did to one thing: how it was before and after, as JSON; null where it was not there. */
export interface ActChange {
  sort: ActSort;
  target: Id;
  before: string | null;
  after: string | null;
}

export interface ActRow {
  id: number;
  uuid: Id;
  at: number;
  person: number | null;
  by: string | null;
  what: string;
  why: string | null;
  /** The key of the act that it undoes. */
  undoes: number | null;
  /** The id of the act that undid it. */
  undoneBy: Id | null;
}

const columns = sql`a.id, a.uuid, a.at, a.person, p.name AS by, a.what, a.why, a.undoes,
  (SELECT u.uuid FROM acts u WHERE u.undoes = a.id ORDER BY u.id DESC LIMIT 1) AS undoneBy`;
const from = sql`FROM acts a LEFT JOIN people p ON p.id = a.person`;
const select = sql`SELECT ${columns} ${from}`;

export const actByUuid = (reader: Reader, uuid: Id): Promise<ActRow | undefined> =>
  reader.one<ActRow>(sql`${select} WHERE a.uuid = ${uuid}`);

export const changesOf = (reader: Reader, act: number): Promise<ActChange[]> =>
  reader.all<ActChange>(
    sql`SELECT sort, target, before, after FROM act_changes WHERE act = ${act} ORDER BY sort, target`,
  );

/** Acts, the newest first: those before a key (0 for the first), and of one thing alone where its id is given. */
export const listActs = (
  reader: Reader,
  { target, before, most }: { target?: Id; before: number; most: number },
): Promise<(ActRow & { things: number })[]> => {
  const where = joined(
    [
      ...(before > 0 ? [sql`a.id < ${before}`] : []),
      ...(target === undefined ? [] : [sql`a.id IN (SELECT act FROM act_changes WHERE target = ${target})`]),
    ],
    ' AND ',
    '1',
  );
  return reader.all(
    sql`SELECT ${columns}, (SELECT count(*) FROM act_changes c WHERE c.act = a.id) AS things ${from} WHERE ${where} ORDER BY a.id DESC LIMIT ${most}`,
  );
};

/** The first names of what acts changed, at most `most` of each: the titles that records and starters bear now. */
export const namesOfActs = (
  reader: Reader,
  keys: readonly number[],
  most: number,
): Promise<{ act: number; sort: ActSort; target: Id; title: string | null }[]> =>
  reader.all(
    // The first are taken before they are named: an act may have changed thousands.
    sql`SELECT c.act, c.sort, c.target, coalesce(w.title, s.name, h.address) AS title
     FROM json_each(${JSON.stringify(keys)}) k
       CROSS JOIN act_changes c ON c.act = k.value AND (c.sort, c.target) IN (SELECT f.sort, f.target FROM act_changes f WHERE f.act = k.value ORDER BY f.sort, f.target LIMIT ${most})
       LEFT JOIN records r ON r.uuid = c.target LEFT JOIN working w ON w.record = r.id
       LEFT JOIN starters s ON s.uuid = c.target LEFT JOIN redirects h ON h.uuid = c.target`,
  );

/** The newest act on a thing. */
export const lastActOn = (reader: Reader, target: Id): Promise<ActRow | undefined> =>
  reader.one<ActRow>(sql`${select} WHERE a.id = (SELECT max(act) FROM act_changes WHERE target = ${target})`);

/** The key of the newest act of all; 0 where there is none. */
export const newestAct = async (reader: Reader): Promise<number> =>
  (await reader.one<{ id: number | null }>(sql`SELECT max(id) AS id FROM acts`))?.id ?? 0;

export const putAct = (
  tx: WriteTransaction,
  act: Pick<ActRow, 'uuid' | 'at' | 'person' | 'what' | 'why' | 'undoes'>,
): Promise<number> => tx.insert(acts, act);

export const putChanges = (tx: WriteTransaction, act: number, changes: readonly ActChange[]): Promise<void> =>
  tx.insertAll(
    actChanges,
    changes.map(({ sort, target, before, after }) => ({ act, sort, target, before, after })),
  );

/** Lets an act go on: it happened until now, and a thing is after it as it is now. */
export async function goOn(
  tx: WriteTransaction,
  act: number,
  at: number,
  { sort, target, after }: ActChange,
): Promise<void> {
  await tx.update(acts, { id: act }, { at });
  await tx.update(actChanges, { act, sort, target }, { after });
}

const both = (earlier: string | null, later: string | null): string | null =>
  earlier === null || later === null
    ? null
    : JSON.stringify({ ...(JSON.parse(earlier) as object), ...(JSON.parse(later) as object) });

/** Lets an act go on with more that it changed. What it changed before is as it was before the first, and after the last. */
export async function growAct(
  tx: WriteTransaction,
  act: number,
  at: number,
  what: string,
  changes: readonly ActChange[],
): Promise<void> {
  await tx.update(acts, { id: act }, { at, what });
  const targets = changes.map(({ target }) => target);
  const earlier = new Map(
    (
      await tx.all<ActChange>(
        sql`SELECT sort, target, before, after FROM act_changes WHERE act = ${act} AND target IN ${anyOf(targets)}`,
      )
    ).map((change) => [`${change.sort} ${change.target}`, change]),
  );
  await tx.put(
    actChanges,
    changes.map(({ sort, target, before, after }) => {
      const known = earlier.get(`${sort} ${target}`);
      return known
        ? { act, sort, target, before: both(before, known.before), after: both(known.after, after) }
        : { act, sort, target, before, after };
    }),
  );
}

/** How many things an act changed. */
export async function countChanges(reader: Reader, act: number): Promise<number> {
  const found = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM act_changes WHERE act = ${act}`,
  );
  return found?.n ?? 0;
}

/** How many things of a sort an act changed. */
export async function countChangesOf(reader: Reader, act: number, sort: ActSort): Promise<number> {
  const found = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM act_changes WHERE act = ${act} AND sort = ${sort}`,
  );
  return found?.n ?? 0;
}

/** Which of some things an act changed. */
export const targetsChanged = async (reader: Reader, act: number, targets: readonly Id[]): Promise<Id[]> =>
  (
    await reader.all<{ target: Id }>(
      sql`SELECT target FROM act_changes WHERE act = ${act} AND target IN ${anyOf(targets)}`,
    )
  ).map(({ target }) => target);

/** The records of which an act may change thousands, so that they are taken back in parts. */
export const manySorts: readonly ActSort[] = ['entry', 'medium'];

/** What an act did to such records that another, which takes it back, has not touched yet: the first of it after an id. */
export const manyChangesLeft = (
  reader: Reader,
  act: number,
  undo: number,
  after: Id,
  most: number,
): Promise<ActChange[]> =>
  reader.all<ActChange>(
    sql`SELECT sort, target, before, after FROM act_changes c WHERE act = ${act} AND sort IN ${anyOf(manySorts)} AND target > ${after}
      AND NOT EXISTS (SELECT 1 FROM act_changes u WHERE u.act = ${undo} AND u.sort = c.sort AND u.target = c.target)
      ORDER BY target LIMIT ${most}`,
  );

/** The sorts of things that an act changed. */
export const sortsChanged = async (reader: Reader, act: number): Promise<ActSort[]> =>
  (await reader.all<{ sort: ActSort }>(sql`SELECT DISTINCT sort FROM act_changes WHERE act = ${act}`)).map(
    ({ sort }) => sort,
  );

/** One act on a thing: how the thing was after it, as JSON; null where it was gone then. */
export interface ChangeInTime {
  number: number;
  at: number;
  by: string | null;
  what: string;
  before: string | null;
  after: string | null;
}

/** What acts did to one thing, the newest first: those before a key (0 for all), or the one of a key. */
export const changesInTime = (
  reader: Reader,
  target: Id,
  { before = 0, only = 0, most }: { before?: number; only?: number; most: number },
): Promise<ChangeInTime[]> =>
  reader.all<ChangeInTime>(
    sql`SELECT a.id AS number, a.at, p.name AS by, a.what, c.before, c.after
     FROM act_changes c JOIN acts a ON a.id = c.act LEFT JOIN people p ON p.id = a.person
     WHERE c.target = ${target} ${before > 0 ? sql`AND a.id < ${before}` : sql``} ${only > 0 ? sql`AND a.id = ${only}` : sql``}
     ORDER BY a.id DESC LIMIT ${most}`,
  );

/** How many acts changed a thing. */
export async function countActsOn(reader: Reader, target: Id): Promise<number> {
  const found = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM act_changes WHERE target = ${target}`,
  );
  return found?.n ?? 0;
}
