import { sql } from './sql';
import type { Reader, WriteTransaction } from './database';

export interface SessionRow {
  id: number;
  uuid: string;
  person: number;
  madeAt: number;
  seenAt: number;
  endsAt: number;
  agent: string;
}

const columns = sql`id, uuid, person, made_at AS madeAt, seen_at AS seenAt, ends_at AS endsAt, agent`;

/** Sessions are found by the hash of their token; the token itself is kept only by the browser. */
export const sessionByToken = (reader: Reader, hash: string, now: number): Promise<SessionRow | undefined> =>
  reader.one(sql`SELECT ${columns} FROM sessions WHERE token = ${hash} AND ends_at > ${now}`);

export const sessionsOf = (reader: Reader, person: number, now: number): Promise<SessionRow[]> =>
  reader.all(
    sql`SELECT ${columns} FROM sessions WHERE person = ${person} AND ends_at > ${now} ORDER BY seen_at DESC`,
  );

export async function makeSession(
  tx: WriteTransaction,
  session: Omit<SessionRow, 'id'> & { token: string },
): Promise<void> {
  await tx.run(sql`DELETE FROM sessions WHERE ends_at <= ${session.madeAt}`);
  await tx.run(
    sql`INSERT INTO sessions (uuid, token, person, made_at, seen_at, ends_at, agent) VALUES (${session.uuid}, ${session.token}, ${session.person}, ${session.madeAt}, ${session.seenAt}, ${session.endsAt}, ${session.agent})`,
  );
}

export const touchSession = (
  tx: WriteTransaction,
  id: number,
  seenAt: number,
  endsAt: number,
): Promise<number> =>
  tx.run(sql`UPDATE sessions SET seen_at = ${seenAt}, ends_at = ${endsAt} WHERE id = ${id}`);
export const endSession = (tx: WriteTransaction, uuid: string, person: number): Promise<number> =>
  tx.run(sql`DELETE FROM sessions WHERE uuid = ${uuid} AND person = ${person}`);

/** Failed attempts under a name since a moment. */
export const attemptsSince = async (reader: Reader, name: string, since: number): Promise<number> =>
  (
    await reader.one<{ n: number }>(
      sql`SELECT count(*) AS n FROM attempts WHERE name = ${name} AND at > ${since}`,
    )
  )?.n ?? 0;

export async function noteAttempt(
  tx: WriteTransaction,
  names: readonly string[],
  at: number,
  forgetBefore: number,
): Promise<void> {
  await tx.run(sql`DELETE FROM attempts WHERE at < ${forgetBefore}`);
  await tx.insertMany(
    'attempts',
    ['name', 'at'],
    names.map((name) => [name, at]),
  );
}

export const forgetAttempts = (tx: WriteTransaction, name: string): Promise<number> =>
  tx.run(sql`DELETE FROM attempts WHERE name = ${name}`);

/** Ends every session of a person, but the one named. Answers how many. */
export const endSessionsOf = (tx: WriteTransaction, person: number, but = ''): Promise<number> =>
  tx.run(sql`DELETE FROM sessions WHERE person = ${person} AND uuid <> ${but}`);

/** Lets somebody choose a password by a word, of which only the hash is kept. Earlier links of theirs end. */
export async function putLink(
  tx: WriteTransaction,
  hash: string,
  person: number,
  endsAt: number,
): Promise<void> {
  await tx.run(sql`DELETE FROM links WHERE person = ${person} OR ends_at < ${Date.now()}`);
  await tx.run(sql`INSERT INTO links (word, person, ends_at) VALUES (${hash}, ${person}, ${endsAt})`);
}

export const linkByHash = (
  reader: Reader,
  hash: string,
  now: number,
): Promise<{ person: number; endsAt: number } | undefined> =>
  reader.one(sql`SELECT person, ends_at AS endsAt FROM links WHERE word = ${hash} AND ends_at > ${now}`);

/** Ends the links of a person. Answers how many there were. */
export const dropLinks = (tx: WriteTransaction, person: number): Promise<number> =>
  tx.run(sql`DELETE FROM links WHERE person = ${person}`);
