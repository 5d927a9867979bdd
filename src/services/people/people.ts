import type { OwnLetters, PersonPatch } from '../../contract/people';
import type { PeopleAnswer, PersonAnswer } from '../../contract/session';
import { isId, newId, type Id } from '../../core/ids';
import type { Role } from '../../core/roles';
import type { Reader } from '../../store/database';
import {
  changePersonRow,
  draftsOf,
  letGo,
  makePerson,
  people,
  personByEmail,
  personByUuid,
  proofsOf,
  putLetters,
  putLimits,
  putPassword,
  type PersonRow,
} from '../../store/people';
import { recordsByIds } from '../../store/records';
import { dropLinks } from '../../store/sessions';
import { inAct } from '../records/act';
import { changeRecord } from '../records/working';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound, Refusal, ruleViolation } from '../runtime/refusal';
import { hashPassword, isPassword } from './passwords';
import { asksSecondFactor } from './second-factor';
import { expectLimits } from './limits';
import { endAllSessions } from './sessions';
import type { Person } from './person';

export const personAnswer = ({
  uuid,
  name,
  email,
  role,
  joined,
  guarded,
  letters,
  limits,
}: PersonRow): PersonAnswer => ({
  id: uuid,
  name,
  email,
  role,
  joined,
  secondFactor: guarded,
  letters,
  ...(limits ? { limits } : {}),
});

/** Says whether letters tell somebody of what they are to see to. */
export async function changeOwnLetters(
  installation: Installation,
  person: Person,
  { letters }: OwnLetters,
): Promise<PersonAnswer> {
  await installation.content.write((tx) => putLetters(tx, person.id, letters));
  return personAnswer(await needPerson(installation.content, person.uuid));
}

export const allPeople = async (installation: Installation): Promise<PeopleAnswer> => ({
  items: (await people(installation.content)).map(personAnswer),
  asksSecondFactor: await asksSecondFactor(installation),
});

export interface FreshPerson {
  name: string;
  email: string;
  role: Role;
  /** Without one, the person chooses it by a link. */
  password?: string;
}

/** Adds a person. An e-mail address that somebody here has is refused. */
export async function addPerson(
  installation: Installation,
  { name, email, role, password }: FreshPerson,
): Promise<PersonRow> {
  const kept = {
    uuid: newId(),
    name: name.trim(),
    email: email.trim().toLowerCase(),
    role,
    password: password === undefined ? '' : await hashPassword(password),
  };
  return installation.content.write(async (tx) => {
    const message = 'Somebody with this e-mail address is here already.';
    if (await personByEmail(tx, kept.email))
      throw new Refusal(422, message, [{ path: '/email', code: 'taken', message }]);
    const id = await makePerson(tx, kept, installation.now());
    return { ...kept, id, joined: password !== undefined, guarded: false, letters: true };
  });
}

export async function needPerson(reader: Reader, id: Id): Promise<PersonRow> {
  const person = isId(id) ? await personByUuid(reader, id) : undefined;
  if (!person) throw notFound('person');
  return person;
}

/** Refuses what would leave the installation without an architect who can sign in. */
async function expectArchitect(reader: Reader, person: PersonRow): Promise<void> {
  if (person.role !== 'architect' || !person.joined) return;
  const others = (await people(reader)).filter(
    ({ id, role, joined }) => id !== person.id && role === 'architect' && joined,
  );
  if (others.length === 0)
    throw ruleViolation(`${person.name} is the last architect here. Make somebody else one first.`);
}

/** Changes what somebody is called, or their role. */
export async function changePerson(
  installation: Installation,
  id: Id,
  { name, role, limits }: PersonPatch,
): Promise<PersonAnswer> {
  return installation.content.write(async (tx) => {
    const person = await needPerson(tx, id);
    if (role !== undefined && role !== person.role) await expectArchitect(tx, person);
    await changePersonRow(tx, person.id, { name: name?.trim() || person.name, role: role ?? person.role });
    if (limits !== undefined) {
      if (limits) await expectLimits(tx, installation, limits);
      await putLimits(tx, person.id, limits ?? undefined);
    }
    return personAnswer(await needPerson(tx, id));
  });
}

/** Ends every session of somebody. */
export async function endSessionsOfPerson(installation: Installation, id: Id): Promise<void> {
  await endAllSessions(installation, (await needPerson(installation.content, id)).id);
}

/**
 * Lets somebody leave. The history keeps the name; drafts are handed over to somebody else where one is
 * named, as an act of whoever lets them leave; sessions and links end.
 */
export async function letLeave(
  installation: Installation,
  by: Person,
  id: Id,
  heirId: Id | undefined,
): Promise<void> {
  const person = await inAct(installation, by, async (act) => {
    const leaving = await needPerson(act.tx, id);
    await expectArchitect(act.tx, leaving);
    if (heirId === id)
      throw invalidInput([{ path: '/heir', code: 'self', message: 'Choose somebody who stays.' }]);
    if (heirId !== undefined) {
      const heir = await needPerson(act.tx, heirId);
      const why = `handed over by ${leaving.name}`;
      for (const record of await recordsByIds(act.tx, await draftsOf(act.tx, leaving.id)))
        await changeRecord(act, record, { why, by: heir.id });
      await act.keep(`gave the drafts of ${leaving.name} to ${heir.name}`);
    }
    await letGo(act.tx, leaving, act.now);
    return leaving;
  });
  await endAllSessions(installation, person.id);
  await installation.sessions.write((tx) => dropLinks(tx, person.id));
}

/** One's own new password; it ends all other sessions. */
export async function changePassword(
  installation: Installation,
  person: Person,
  { old, password }: { old: string; password: string },
): Promise<void> {
  const proofs = await proofsOf(installation.content, person.id);
  if (!(await isPassword(proofs.password, old)))
    throw invalidInput([{ path: '/old', code: 'wrong', message: 'This is not your password.' }]);
  const hash = await hashPassword(password);
  await installation.content.write((tx) => putPassword(tx, person.id, hash));
  await endAllSessions(installation, person.id, person.session);
}
