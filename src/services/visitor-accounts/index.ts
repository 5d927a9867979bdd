/** Accounts of visitors, apart from the people who work here: who reads, signing in and out, and keeping them. */

export { forgetByTerms } from './forget';
export { accountPage, ACCOUNT_FORM } from './draw';
export { audienceOf, endVisitorSession, visitorAsking, visitorToken, type SignedInVisitor } from './session';
export {
  choosePassword,
  helpForgotten,
  joinOpenly,
  leave,
  signInVisitor,
  visitorWhoChooses,
  type AccountForm,
  type SentFrom,
  type Taken,
} from './take';
export { takenOut } from './taken-out';
export { addVisitor, changeVisitor, removeVisitor, visitor, visitors, sendLinkAgain } from './keep';
