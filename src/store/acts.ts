import type { Id } from '../core/ids';
import type { Bind, Reader, WriteTransaction } from './database';

/** What sorts of things an act changes. Records by their own sorts; categories, sites and the model beside them. */
export const actSorts = ['entry', 'page', 'listing', 'medium', 'category', 'site', 'model'] as const;
export type ActSort = (typeof actSorts)[number];

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

const select = `SELECT a.id, a.uuid, a.at, a.person, p.name AS by, a.what, a.why, a.undoes,
  (SELECT u.uuid FROM acts u WHERE u.undoes = a.id ORDER BY u.id DESC LIMIT 1) AS undoneBy
  FROM acts a LEFT JOIN people p ON p.id = a.person`;

export const actByUuid = (reader: Reader, uuid: Id): Promise<ActRow | undefined> =>
  reader.one<ActRow>(`${select} WHERE a.uuid = $1`, [uuid]);

export const changesOf = (reader: Reader, act: number): Promise<ActChange[]> =>
  reader.all<ActChange>(
    'SELECT sort, target, before, after FROM act_changes WHERE act = $1 ORDER BY sort, target',
    [act],
  );

/** Acts, the newest first: those before a key (0 for the first), and of one thing alone where its id is given. */
export const listActs = (
  reader: Reader,
  { target, before, most }: { target?: Id; before: number; most: number },
): Promise<(ActRow & { things: number })[]> => {
  const binds: Bind[] = [most, ...(before > 0 ? [before] : []), ...(target === undefined ? [] : [target])];
  const where = [
    ...(before > 0 ? ['a.id < $2'] : []),
    ...(target === undefined
      ? []
      : [`a.id IN (SELECT act FROM act_changes WHERE target = $${binds.length})`]),
  ];
  const things = '(SELECT count(*) FROM act_changes c WHERE c.act = a.id) AS things';
  return reader.all(
    `${select.replace('a.undoes,', `a.undoes, ${things},`)} ${where.length > 0 ? `WHERE ${where.join(' AND ')}` : ''} ORDER BY a.id DESC LIMIT $1`,
    binds,
  );
};

/** The first names of what acts changed, at most `most` of each: the titles that records bear now. */
export const namesOfActs = (
  reader: Reader,
  acts: readonly number[],
  most: number,
): Promise<{ act: number; sort: ActSort; target: Id; title: string | null }[]> =>
  reader.all(
    `SELECT act, sort, target, title FROM (
       SELECT c.act, c.sort, c.target, w.title, row_number() OVER (PARTITION BY c.act ORDER BY c.target) AS n
       FROM act_changes c LEFT JOIN records r ON r.uuid = c.target LEFT JOIN working w ON w.record = r.id
       WHERE c.act IN (SELECT value FROM json_each($1))) WHERE n <= $2`,
    [JSON.stringify(acts), most],
  );

/** The newest act on a thing. */
export const lastActOn = (reader: Reader, target: Id): Promise<ActRow | undefined> =>
  reader.one<ActRow>(`${select} WHERE a.id = (SELECT max(act) FROM act_changes WHERE target = $1)`, [target]);

export const putAct = (
  tx: WriteTransaction,
  act: {
    uuid: Id;
    at: number;
    person: number | null;
    what: string;
    why: string | null;
    undoes: number | null;
  },
): Promise<number> =>
  tx.run('INSERT INTO acts (uuid, at, person, what, why, undoes) VALUES ($1, $2, $3, $4, $5, $6)', [
    act.uuid,
    act.at,
    act.person,
    act.what,
    act.why,
    act.undoes,
  ]);

export const putChanges = (tx: WriteTransaction, act: number, changes: readonly ActChange[]): Promise<void> =>
  tx.insertMany(
    'act_changes',
    ['act', 'sort', 'target', 'before', 'after'],
    changes.map(({ sort, target, before, after }) => [act, sort, target, before, after]),
  );

/** Lets an act go on: it happened until now, and a thing is after it as it is now. */
export async function goOn(tx: WriteTransaction, act: number, at: number, change: ActChange): Promise<void> {
  await tx.run('UPDATE acts SET at = $1 WHERE id = $2', [at, act]);
  await tx.run('UPDATE act_changes SET after = $1 WHERE act = $2 AND sort = $3 AND target = $4', [
    change.after,
    act,
    change.sort,
    change.target,
  ]);
}
