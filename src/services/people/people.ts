import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import type { NewPerson, OpenSessions, PersonAnswer, SetUp, SignIn } from '../../contract/session';
import { newId } from '../../core/ids';
import type { Role } from '../../core/roles';
import { makePerson, people, personByEmail, personById, type PersonRow } from '../../store/people';
import {
  attemptsSince,
  endSession,
  forgetAttempts,
  makeSession,
  noteAttempt,
  sessionByToken,
  sessionsOf,
  touchSession,
} from '../../store/sessions';
import { notFound, Refusal } from '../runtime/refusal';
import type { Installation } from '../runtime/installation';

/** Someone signed in, and the session they are here by. */
export interface Person {
  id: number;
  uuid: string;
  name: string;
  email: string;
  role: Role;
  session: string;
  endsAt: number;
}

const HOUR = 3_600_000;
const SESSION = 14 * 24 * HOUR;
/** A session's time is written down again only so often. */
const TOUCH = HOUR;
const WINDOW = 15 * 60_000;
/** Failed attempts within the window, for one address and for one e-mail. */
const MOST = { address: 30, email: 8 };

// OWASP's first recommendation for argon2id: 19 MiB, two passes, one lane.
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

export const personAnswer = ({
  uuid,
  name,
  email,
  role,
}: Pick<PersonRow, 'uuid' | 'name' | 'email' | 'role'>): PersonAnswer => ({ id: uuid, name, email, role });

/** A hash to compare with when nobody has the e-mail, so that the answer takes as long. */
let nobody: Promise<string> | undefined;

export interface SignedIn {
  token: string;
  person: Person;
}

async function open(installation: Installation, person: PersonRow, agent: string): Promise<SignedIn> {
  const token = randomBytes(32).toString('base64url');
  const uuid = newId();
  // Sessions run by the true clock, even where the content's clock is fixed.
  const now = Date.now();
  const endsAt = now + SESSION;
  await installation.sessions.write((tx) =>
    makeSession(tx, {
      uuid,
      token: hashOf(token),
      person: person.id,
      madeAt: now,
      seenAt: now,
      endsAt,
      agent: agent.slice(0, 200),
    }),
  );
  return { token, person: { ...person, session: uuid, endsAt } };
}

/** Signs in by e-mail and password. Says the same whether the e-mail or the password is wrong; too many failures wait. */
export async function signIn(
  installation: Installation,
  { email, password }: SignIn,
  address: string,
  agent: string,
): Promise<SignedIn> {
  const now = Date.now();
  const names = { address: `address ${address}`, email: `email ${email.toLowerCase()}` };
  const [byAddress, byEmail] = await Promise.all([
    attemptsSince(installation.sessions, names.address, now - WINDOW),
    attemptsSince(installation.sessions, names.email, now - WINDOW),
  ]);
  if (byAddress >= MOST.address || byEmail >= MOST.email)
    throw new Refusal(429, 'Too many attempts. Wait a quarter of an hour, then try again.');
  const found = await personByEmail(installation.content, email);
  nobody ??= hash(randomBytes(16).toString('hex'), argon);
  const right = await verify(found?.password ?? (await nobody), password);
  if (!found || !right) {
    await installation.sessions.write((tx) => noteAttempt(tx, Object.values(names), now, now - WINDOW));
    throw new Refusal(401, 'This e-mail and password do not belong together.', [
      { path: '/password', code: 'wrong', message: 'This e-mail and password do not belong together.' },
    ]);
  }
  await installation.sessions.write((tx) => forgetAttempts(tx, names.email));
  return open(installation, found, agent);
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

export const allPeople = async (installation: Installation): Promise<{ items: PersonAnswer[] }> => ({
  items: (await people(installation.content)).map(personAnswer),
});

export async function addPerson(
  installation: Installation,
  { name, email, password, role }: NewPerson,
): Promise<PersonRow> {
  const kept = {
    uuid: newId(),
    name: name.trim(),
    email: email.trim().toLowerCase(),
    role,
    password: await hash(password, argon),
  };
  return installation.content.write(async (tx) => {
    if (await personByEmail(tx, kept.email))
      throw new Refusal(422, 'Somebody with this e-mail address is here already.', [
        { path: '/email', code: 'taken', message: 'Somebody with this e-mail address is here already.' },
      ]);
    return { ...kept, id: await makePerson(tx, kept, installation.now()) };
  });
}

/** Whether nobody is here yet, so that the first architect is asked for. */
export const isNew = async (installation: Installation): Promise<boolean> =>
  (await people(installation.content)).length === 0;

/** Makes the first architect and names the site. Only while nobody is here. */
export async function setUp(installation: Installation, asked: SetUp, agent: string): Promise<SignedIn> {
  const password = await hash(asked.password, argon);
  const person = await installation.content.write(async (tx) => {
    if ((await people(tx)).length > 0)
      throw new Refusal(409, 'This installation has its first architect already. Sign in.');
    await tx.run('UPDATE sites SET label = $1 WHERE id = $2', [asked.site.trim(), installation.site.id]);
    const kept = {
      uuid: newId(),
      name: asked.name.trim(),
      email: asked.email.trim().toLowerCase(),
      role: 'architect' as const,
      password,
    };
    return { ...kept, id: await makePerson(tx, kept, installation.now()) };
  });
  installation.site = { ...installation.site, label: asked.site.trim() };
  installation.sites = [installation.site, ...installation.sites.slice(1)];
  installation.rendered.renewAll();
  return open(installation, person, agent);
}
