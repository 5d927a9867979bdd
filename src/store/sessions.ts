import { sql } from './sql';
import type { Reader, WriteTransaction } from './database';
import { attempts } from './tables/attempts';
import { links } from './tables/links';
import { sessions } from './tables/sessions';

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
export async function sessionByToken(
  reader: Reader,
  token: string,
  now: number,
): Promise<SessionRow | undefined> {
  const found = await reader.find(sessions, { token });
  return found && found.endsAt > now ? found : undefined;
}

export const sessionsOf = (reader: Reader, person: number, now: number): Promise<SessionRow[]> =>
  reader.all(
    sql`SELECT ${columns} FROM sessions WHERE person = ${person} AND ends_at > ${now} ORDER BY seen_at DESC`,
  );

export async function makeSession(
  tx: WriteTransaction,
  session: Omit<SessionRow, 'id'> & { token: string },
): Promise<void> {
  await tx.run(sql`DELETE FROM sessions WHERE ends_at <= ${session.madeAt}`);
  await tx.insert(sessions, session);
}

export const touchSession = (
  tx: WriteTransaction,
  id: number,
  seenAt: number,
  endsAt: number,
): Promise<number> => tx.update(sessions, { id }, { seenAt, endsAt });
export const endSession = (tx: WriteTransaction, uuid: string, person: number): Promise<number> =>
  tx.remove(sessions, { uuid, person });

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
  await tx.insertAll(
    attempts,
    names.map((name) => ({ name, at })),
  );
}

export const forgetAttempts = (tx: WriteTransaction, name: string): Promise<number> =>
  tx.remove(attempts, { name });

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
  await tx.insert(links, { word: hash, person, endsAt });
}

export async function linkByHash(
  reader: Reader,
  word: string,
  now: number,
): Promise<{ person: number; endsAt: number } | undefined> {
  const found = await reader.find(links, { word });
  return found && found.endsAt > now ? found : undefined;
}

/** Ends the links of a person. Answers how many there were. */
export const dropLinks = (tx: WriteTransaction, person: number): Promise<number> =>
  tx.remove(links, { person });
