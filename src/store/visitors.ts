import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import { visitorGroups, visitorLinks, visitors, visitorSessions } from './tables/visitors';
import type { RowOf } from './tables/table';

export type VisitorRow = RowOf<typeof visitors.columns>;

const columns = sql`v.id, v.uuid, v.email, v.password, v.made_at AS madeAt, v.made_by AS madeBy, v.seen_at AS seenAt, v.revision`;

export const visitorByEmail = (reader: Reader, email: string): Promise<VisitorRow | undefined> =>
  reader.find(visitors, { email });
export const visitorByUuid = (reader: Reader, uuid: Id): Promise<VisitorRow | undefined> =>
  reader.find(visitors, { uuid });

/** The groups of some visitors, by integer key. */
export async function groupsOfVisitors(reader: Reader, keys: readonly number[]): Promise<Map<number, Id[]>> {
  const found = new Map<number, Id[]>(keys.map((key) => [key, []]));
  for (const { visitor, audience } of await reader.all<RowOf<typeof visitorGroups.columns>>(
    sql`SELECT visitor, audience FROM visitor_groups WHERE visitor IN ${anyOf(keys)} ORDER BY audience`,
  ))
    found.get(visitor)?.push(audience);
  return found;
}

/**
 * Some accounts in the order of their addresses, and how many there are: all, those of a group, those with words
 * in their address.
 */
export async function visitorsPage(
  reader: Reader,
  { offset, limit, group, words }: { offset: number; limit: number; group?: Id; words?: string },
): Promise<{ total: number; rows: VisitorRow[] }> {
  const of = group ? sql`AND v.id IN (SELECT visitor FROM visitor_groups WHERE audience = ${group})` : sql``;
  const named = words ? sql`AND instr(v.email, ${words.toLowerCase()}) > 0` : sql``;
  const [count, rows] = await Promise.all([
    reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM visitors v WHERE 1 ${of} ${named}`),
    reader.all<VisitorRow>(
      sql`SELECT ${columns}
       FROM visitors v WHERE 1 ${of} ${named} ORDER BY v.email LIMIT ${limit} OFFSET ${offset}`,
    ),
  ]);
  return { total: count?.n ?? 0, rows };
}

/** How many accounts there are. */
export const countVisitors = async (reader: Reader): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM visitors`))?.n ?? 0;

export async function addVisitor(
  tx: WriteTransaction,
  visitor: Omit<VisitorRow, 'id'>,
  groups: readonly Id[],
): Promise<number> {
  const id = await tx.insert(visitors, visitor);
  await setGroups(tx, id, groups);
  return id;
}

/** Those who asked for an account by themselves before a moment (ms) and never proved their address, at most so many. */
export const unproved = (
  reader: Reader,
  before: number,
  most: number,
): Promise<Pick<VisitorRow, 'id' | 'uuid'>[]> =>
  reader.all(
    sql`SELECT id, uuid FROM visitors WHERE password = '' AND made_by IS NULL AND made_at < ${before} LIMIT ${most}`,
  );

/** Says to which groups somebody belongs. */
export async function setGroups(tx: WriteTransaction, visitor: number, groups: readonly Id[]): Promise<void> {
  await tx.remove(visitorGroups, { visitor });
  await tx.insertAll(
    visitorGroups,
    [...new Set(groups)].map((audience) => ({ visitor, audience })),
  );
}

/** Keeps the password that somebody chose; every link and session of theirs ends. */
export async function putVisitorPassword(
  tx: WriteTransaction,
  visitor: number,
  password: string,
): Promise<void> {
  await tx.update(visitors, { id: visitor }, { password });
  await tx.remove(visitorLinks, { visitor });
  await tx.remove(visitorSessions, { visitor });
}

export const putVisitorRevision = (tx: WriteTransaction, id: number, revision: number): Promise<number> =>
  tx.update(visitors, { id }, { revision });

/** Forgets some accounts and all that is kept with them. */
export const dropVisitors = (tx: WriteTransaction, keys: readonly number[]): Promise<number> =>
  tx.run(sql`DELETE FROM visitors WHERE id IN ${anyOf(keys)}`);

/** Accounts that nobody signed in to since a moment (ms), at most so many. */
export const unused = (
  reader: Reader,
  before: number,
  most: number,
): Promise<Pick<VisitorRow, 'id' | 'uuid'>[]> =>
  reader.all(sql`SELECT id, uuid FROM visitors WHERE coalesce(seen_at, made_at) < ${before} LIMIT ${most}`);

/** Lets somebody choose a password by a word, of which only the hash is kept. Earlier ones of theirs end. */
export async function putVisitorLink(
  tx: WriteTransaction,
  { word, visitor, endsAt, now }: { word: string; visitor: number; endsAt: number; now: number },
): Promise<void> {
  await tx.run(sql`DELETE FROM visitor_links WHERE visitor = ${visitor} OR ends_at < ${now}`);
  await tx.insert(visitorLinks, { word, visitor, endsAt });
}

/** Whose word it is, where it is good at a moment (ms). */
export const visitorOfLink = (reader: Reader, word: string, now: number): Promise<VisitorRow | undefined> =>
  reader.one(
    sql`SELECT ${columns} FROM visitor_links l JOIN visitors v ON v.id = l.visitor WHERE l.word = ${word} AND l.ends_at > ${now}`,
  );

export async function beginVisit(
  tx: WriteTransaction,
  { token, visitor, endsAt, now }: { token: string; visitor: number; endsAt: number; now: number },
): Promise<void> {
  await tx.run(sql`DELETE FROM visitor_sessions WHERE ends_at <= ${now}`);
  await tx.insert(visitorSessions, { token, visitor, endsAt });
  await tx.update(visitors, { id: visitor }, { seenAt: now });
}

/** Who is signed in by a token (its hash) at a moment (ms). */
export const visitorOfToken = (reader: Reader, token: string, now: number): Promise<VisitorRow | undefined> =>
  reader.one(
    sql`SELECT ${columns} FROM visitor_sessions s JOIN visitors v ON v.id = s.visitor WHERE s.token = ${token} AND s.ends_at > ${now}`,
  );

export const endVisit = (tx: WriteTransaction, token: string): Promise<number> =>
  tx.remove(visitorSessions, { token });
