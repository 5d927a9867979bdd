import {
  Invitation,
  Leaving,
  LinkAnswer,
  LinkUse,
  NewPassword,
  NewPerson,
  OwnLetters,
  OwnName,
  PasswordAgain,
  PersonLink,
  PersonPatch,
  RecoveryWords,
  SecondFactorAsked,
  SecondFactorBegun,
  SecondFactorConfirmed,
} from '../people';
import { HereNow, OthersHere } from '../presence';
import { OpenSessions, PeopleAnswer, PersonAnswer, SessionAnswer, SetUp, SignIn } from '../session';
import { define } from './operation';

/** Signing in, and the people who work here. */
export const people = {
  signIn: define('signIn', {
    summary: 'Sign in',
    act: 'anyone',
    body: SignIn,
    answer: SessionAnswer,
    status: 201,
  }),
  session: define('session', { summary: 'Who is signed in', act: 'read', answer: SessionAnswer }),
  signOut: define('signOut', { summary: 'Sign out', act: 'read', status: 204 }),
  sessions: define('sessions', { summary: 'Your open sessions', act: 'read', answer: OpenSessions }),
  endSession: define('endSession', { summary: 'End one of your sessions', act: 'read', status: 204 }),
  setUp: define('setUp', {
    summary: 'Make the first architect, once',
    act: 'anyone',
    body: SetUp,
    answer: SessionAnswer,
    status: 201,
  }),
  people: define('people', { summary: 'Who works here', act: 'keep people', answer: PeopleAnswer }),
  invite: define('invite', {
    summary: 'Invite a person, who chooses a password by a link',
    act: 'keep people',
    body: NewPerson,
    answer: Invitation,
    status: 201,
  }),
  changePerson: define('changePerson', {
    summary: 'Change the name or the role of a person',
    act: 'keep people',
    body: PersonPatch,
    answer: PersonAnswer,
  }),
  sendLink: define('sendLink', {
    summary: 'Send a person a link to choose a new password by',
    act: 'keep people',
    answer: PersonLink,
  }),
  endSessionsOf: define('endSessionsOf', {
    summary: 'End every session of a person',
    act: 'keep people',
    status: 204,
  }),
  letLeave: define('letLeave', {
    summary: 'Let a person leave; drafts may be handed over',
    act: 'keep people',
    body: Leaving,
    status: 204,
  }),
  askSecondFactor: define('askSecondFactor', {
    summary: 'Ask a second factor of everyone, or of nobody',
    act: 'keep people',
    body: SecondFactorAsked,
    status: 204,
  }),
  link: define('link', { summary: 'Whom a link is for', act: 'anyone', answer: LinkAnswer }),
  useLink: define('useLink', {
    summary: 'Choose a password by a link',
    act: 'anyone',
    body: LinkUse,
    answer: SessionAnswer,
    status: 201,
  }),
  changeOwnName: define('changeOwnName', {
    summary: 'Change your name',
    act: 'read',
    body: OwnName,
    answer: PersonAnswer,
  }),
  changeOwnLetters: define('changeOwnLetters', {
    summary: 'Say whether letters tell you of what you are to see to',
    act: 'read',
    body: OwnLetters,
    answer: PersonAnswer,
  }),
  changePassword: define('changePassword', {
    summary: 'Change your password; your other sessions end',
    act: 'read',
    body: NewPassword,
    status: 204,
  }),
  beginSecondFactor: define('beginSecondFactor', {
    summary: 'Begin a second factor: a secret for an app that shows codes',
    act: 'read',
    answer: SecondFactorBegun,
  }),
  confirmSecondFactor: define('confirmSecondFactor', {
    summary: 'Turn the second factor on, by a code of the app',
    act: 'read',
    body: SecondFactorConfirmed,
    answer: RecoveryWords,
  }),
  endSecondFactor: define('endSecondFactor', {
    summary: 'Turn the second factor off',
    act: 'read',
    body: PasswordAgain,
    status: 204,
  }),
  hereNow: define('hereNow', {
    summary: 'Say that you have a record open, and hear who else has',
    act: 'read',
    body: HereNow,
    answer: OthersHere,
    status: 200,
  }),
};
