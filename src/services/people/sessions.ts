import { createHash, randomBytes } from 'node:crypto';
import type { OpenSessions } from '../../contract/session';
import { newId } from '../../core/ids';
import { personById, type PersonRow } from '../../store/people';
import {
  endSession,
  endSessionsOf,
  makeSession,
  sessionByToken,
  sessionsOf,
  touchSession,
} from '../../store/sessions';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import type { Person } from './person';

const HOUR = 3_600_000;
const SESSION = 14 * 24 * HOUR;
/** A session's time is written down again only so often. */
const TOUCH = HOUR;

/** What is kept of a token or a word: nobody who reads the database gets in by it. */
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export interface SignedIn {
  token: string;
  person: Person;
}

/** Begins a session of a person. */
export async function openSession(
  installation: Installation,
  person: PersonRow,
  agent: string,
): Promise<SignedIn> {
  const token = randomBytes(32).toString('base64url');
  const uuid = newId();
  // Sessions run by the true clock, even where the content's clock is fixed.
  const now = Date.now();
  const endsAt = now + SESSION;
  const kept = { uuid, token: hashOf(token), person: person.id, madeAt: now, seenAt: now, endsAt };
  await installation.sessions.write((tx) => makeSession(tx, { ...kept, agent: agent.slice(0, 200) }));
  return { token, person: { ...person, session: uuid, endsAt } };
}

/** The person a session's token belongs to, if the session still stands. */
export async function personByToken(installation: Installation, token: string): Promise<Person | undefined> {
  const now = Date.now();
  const session = await sessionByToken(installation.sessions, hashOf(token), now);
  const person = session && (await personById(installation.content, session.person));
  if (!session || !person) return undefined;
  if (now - session.seenAt > TOUCH)
    await installation.sessions.write((tx) => touchSession(tx, session.id, now, now + SESSION));
  return { ...person, session: session.uuid, endsAt: session.endsAt };
}

export async function openSessions(installation: Installation, person: Person): Promise<OpenSessions> {
  const rows = await sessionsOf(installation.sessions, person.id, Date.now());
  return {
    items: rows.map((row) => ({
      id: row.uuid,
      madeAt: new Date(row.madeAt).toISOString(),
      seenAt: new Date(row.seenAt).toISOString(),
      agent: row.agent,
      here: row.uuid === person.session,
    })),
  };
}

export async function signOut(installation: Installation, person: Person, session: string): Promise<void> {
  if ((await installation.sessions.write((tx) => endSession(tx, session, person.id))) === 0)
    throw notFound('session');
}

/** Ends every session of somebody, but the one that is named. */
export const endAllSessions = (installation: Installation, person: number, but?: string): Promise<number> =>
  installation.sessions.write((tx) => endSessionsOf(tx, person, but));
