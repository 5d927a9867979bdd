import type { people as operations } from '../../../../contract/operations/people';
import { type SessionAnswer } from '../../../../contract/session';
import { type Installation, Refusal } from '../../../../services/runtime';
import {
  allPeople,
  askSecondFactor,
  asksSecondFactor,
  beginSecondFactor,
  changeOwnLetters,
  changePassword,
  changePerson,
  confirmSecondFactor,
  endSecondFactor,
  endSessionsOfPerson,
  hereNow,
  invite,
  letLeave,
  linkAnswer,
  openSessions,
  type Person,
  personAnswer,
  sendLink,
  setUp,
  type SignedIn,
  signIn,
  signOut,
  useLink,
} from '../../../../services/people';
import { endedSession, startedSession } from '../session-cookie';
import type { HandlersOf } from './call';

async function sessionAnswer(installation: Installation, person: Person): Promise<SessionAnswer> {
  const needsSecondFactor = !person.guarded && (await asksSecondFactor(installation));
  return { person: personAnswer(person), endsAt: new Date(person.endsAt).toISOString(), needsSecondFactor };
}

const signedIn = async (installation: Installation, { person, token }: SignedIn, secure: boolean) =>
  startedSession(await sessionAnswer(installation, person), token, person.endsAt, secure);

export const peopleHandlers: HandlersOf<typeof operations> = {
  signIn: async ({ installation, body, from }) =>
    signedIn(installation, await signIn(installation, body, from.address, from.agent), from.secure),
  session: ({ installation, person }) => sessionAnswer(installation, person),
  signOut: async ({ installation, person, from }) => {
    await signOut(installation, person, person.session);
    return endedSession(from.secure);
  },
  sessions: ({ installation, person }) => openSessions(installation, person),
  endSession: async ({ installation, person, path }) => signOut(installation, person, path('id')),
  setUp: async ({ installation, body, from }) =>
    signedIn(installation, await setUp(installation, body, from.address, from.agent), from.secure),
  people: ({ installation }) => allPeople(installation),
  invite: ({ installation, person, body }) => invite(installation, person, body),
  changePerson: ({ installation, path, body }) => changePerson(installation, path('id'), body),
  sendLink: ({ installation, person, path }) => sendLink(installation, person, path('id')),
  endSessionsOf: ({ installation, path }) => endSessionsOfPerson(installation, path('id')),
  letLeave: ({ installation, person, path, body }) => letLeave(installation, person, path('id'), body.heir),
  askSecondFactor: ({ installation, body }) => askSecondFactor(installation, body.asked),
  link: ({ installation, path }) => linkAnswer(installation, path('word')),
  useLink: async ({ installation, path, body, from }) => {
    await installation.attempts.count(from.address, 'a link');
    const done = await useLink(installation, path('word'), body.password, from.agent);
    if (!done) throw new Refusal(403, 'The password is saved. Sign in with it, and with your second factor.');
    return signedIn(installation, done, from.secure);
  },
  changeOwnName: ({ installation, person, body }) => changePerson(installation, person.uuid, body),
  changeOwnLetters: ({ installation, person, body }) => changeOwnLetters(installation, person, body),
  changePassword: ({ installation, person, body }) => changePassword(installation, person, body),
  beginSecondFactor: ({ installation, person }) => beginSecondFactor(installation, person),
  confirmSecondFactor: ({ installation, person, body }) => confirmSecondFactor(installation, person, body),
  endSecondFactor: ({ installation, person, body }) => endSecondFactor(installation, person, body.password),
  hereNow: ({ installation, person, body }) => hereNow(installation, person, body),
};
