/** People who work here: accounts, sign-in and the second factor, sessions, links that invite. */

export { invite, linkAnswer, sendLink, useLink } from './links';
export {
  addPerson,
  allPeople,
  changePassword,
  changePerson,
  endSessionsOfPerson,
  letLeave,
  personAnswer,
  changeOwnLetters,
} from './people';
export { type Person } from './person';
export { hereNow } from './presence';
export {
  askSecondFactor,
  asksSecondFactor,
  beginSecondFactor,
  confirmSecondFactor,
  endSecondFactor,
} from './second-factor';
export { type SignedIn, openSessions, personByToken, signOut } from './sessions';
export { isNew, setUp, signIn } from './sign-in';
