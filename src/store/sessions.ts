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

const columns = 'id, uuid, person, made_at AS madeAt, seen_at AS seenAt, ends_at AS endsAt, agent';

/** Sessions are found by the hash of their token; the token itself is kept only by the browser. */
export const sessionByToken = (reader: Reader, hash: string, now: number): Promise<SessionRow | undefined> =>
  reader.one(`SELECT ${columns} FROM sessions WHERE token = $1 AND ends_at > $2`, [hash, now]);

export const sessionsOf = (reader: Reader, person: number, now: number): Promise<SessionRow[]> =>
  reader.all(`SELECT ${columns} FROM sessions WHERE person = $1 AND ends_at > $2 ORDER BY seen_at DESC`, [
    person,
    now,
  ]);

export async function makeSession(
  tx: WriteTransaction,
  session: Omit<SessionRow, 'id'> & { token: string },
): Promise<void> {
  await tx.run('DELETE FROM sessions WHERE ends_at <= $1', [session.madeAt]);
  await tx.run(
    'INSERT INTO sessions (uuid, token, person, made_at, seen_at, ends_at, agent) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [
      session.uuid,
      session.token,
      session.person,
      session.madeAt,
      session.seenAt,
      session.endsAt,
      session.agent,
    ],
  );
}

export const touchSession = (
  tx: WriteTransaction,
  id: number,
  seenAt: number,
  endsAt: number,
): Promise<number> =>
  tx.run('UPDATE sessions SET seen_at = $1, ends_at = $2 WHERE id = $3', [seenAt, endsAt, id]);
export const endSession = (tx: WriteTransaction, uuid: string, person: number): Promise<number> =>
  tx.run('DELETE FROM sessions WHERE uuid = $1 AND person = $2', [uuid, person]);

/** Failed attempts under a name since a moment. */
export const attemptsSince = async (reader: Reader, name: string, since: number): Promise<number> =>
  (
    await reader.one<{ n: number }>('SELECT count(*) AS n FROM attempts WHERE name = $1 AND at > $2', [
      name,
      since,
    ])
  )?.n ?? 0;

export async function noteAttempt(
  tx: WriteTransaction,
  names: readonly string[],
  at: number,
  forgetBefore: number,
): Promise<void> {
  await tx.run('DELETE FROM attempts WHERE at < $1', [forgetBefore]);
  await tx.insertMany(
    'attempts',
    ['name', 'at'],
    names.map((name) => [name, at]),
  );
}

export const forgetAttempts = (tx: WriteTransaction, name: string): Promise<number> =>
  tx.run('DELETE FROM attempts WHERE name = $1', [name]);

/** Ends every session of a person, but the one named. Answers how many. */
export const endSessionsOf = (tx: WriteTransaction, person: number, but = ''): Promise<number> =>
  tx.run('DELETE FROM sessions WHERE person = $1 AND uuid <> $2', [person, but]);

/** Lets somebody choose a password by a word, of which only the hash is kept. Earlier links of theirs end. */
export async function putLink(
  tx: WriteTransaction,
  hash: string,
  person: number,
  endsAt: number,
): Promise<void> {
  await tx.run('DELETE FROM links WHERE person = $1 OR ends_at < $2', [person, Date.now()]);
  await tx.run('INSERT INTO links (word, person, ends_at) VALUES ($1, $2, $3)', [hash, person, endsAt]);
}

export const linkByHash = (
  reader: Reader,
  hash: string,
  now: number,
): Promise<{ person: number; endsAt: number } | undefined> =>
  reader.one('SELECT person, ends_at AS endsAt FROM links WHERE word = $1 AND ends_at > $2', [hash, now]);

/** Ends the links of a person. Answers how many there were. */
export const dropLinks = (tx: WriteTransaction, person: number): Promise<number> =>
  tx.run('DELETE FROM links WHERE person = $1', [person]);
