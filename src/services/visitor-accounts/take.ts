import { accountBounds, type AccountOutcome } from '../../core/site/account';
import { newId } from '../../core/ids';
import type { SiteRow } from '../../store/sites';
import {
  addVisitor,
  putVisitorPassword,
  unproved,
  visitorByEmail,
  visitorOfLink,
  type VisitorRow,
} from '../../store/visitors';
import { hashPassword, isPassword } from '../people/passwords';
import { hashOf } from '../people/sessions';
import { wordTyped } from '../people/words';
import type { Installation } from '../runtime/installation';
import { Refusal } from '../runtime/refusal';
import { dropWithLetters, forgetVisitor } from './forget';
import { takeFromOutbox } from '../messages';
import { LINK_LASTS, sendVisitorLink } from './link';
import { beginVisitorSession } from './session';

/** What a visitor sent by one of the forms of an account. */
export interface AccountForm {
  email: string;
  password: string;
  /** The password once more, so that a slip is seen. */
  again: string;
  word: string;
}

/** From where it was sent, and whether over TLS. */
export interface SentFrom {
  site: SiteRow;
  language: string | undefined;
  /** The network address that it came from. */
  address: string;
  secure: boolean;
}

/** What becomes of a form: something to say on the page, or somebody signed in by a cookie. */
export type Taken = { became: AccountOutcome } | { cookie: string };

/** How many whose time is over go with one that comes. */
const AT_ONCE = 50;

/** An e-mail address as accounts are told apart by it. */
export const emailTyped = (typed: string): string => typed.trim().toLowerCase();

/** Whether something may be an e-mail address: letters go there, and whoever reads them proves that it is one. */
export const isEmail = (typed: string): boolean =>
  typed.length <= accountBounds.email && /^[^\s@<>"]+@[^\s@<>"]+\.[^\s@<>"]+$/.test(typed);

/** Counts a try; whether it is one too many. */
async function isTooMany({ attempts }: Installation, address: string, account: string): Promise<boolean> {
  try {
    await attempts.count(address, `visitor ${account}`);
    return false;
  } catch (error) {
    if (error instanceof Refusal && error.status === 429) return true;
    throw error;
  }
}

/** Signs somebody in by e-mail and password. Whether the one or the other is wrong is not told. */
export async function signInVisitor(
  installation: Installation,
  { email, password }: AccountForm,
  { address, secure }: SentFrom,
): Promise<Taken> {
  const typed = emailTyped(email);
  if (await isTooMany(installation, address, typed)) return { became: 'too many' };
  const visitor = await visitorByEmail(installation.sessions, typed);
  const isRight = await isPassword(visitor?.password ?? '', password.slice(0, accountBounds.password));
  if (!visitor || !isRight) return { became: 'wrong' };
  await installation.attempts.forget(address, `visitor ${typed}`);
  return { cookie: await beginVisitorSession(installation, visitor.id, secure) };
}

/** Sends who forgot their password a link. Whether somebody has an account with the address is not told. */
export async function helpForgotten(
  installation: Installation,
  { email }: AccountForm,
  { address, site, language }: SentFrom,
): Promise<Taken> {
  const typed = emailTyped(email);
  if (!isEmail(typed)) return { became: 'no address' };
  if (await isTooMany(installation, address, typed)) return { became: 'too many' };
  const visitor = await visitorByEmail(installation.sessions, typed);
  if (visitor) await sendVisitorLink(installation, visitor, 'forgot', { site, language });
  return { became: 'sent' };
}

/**
 * Begins an account of somebody who came by themselves: the letter makes sure of the address. Who has one
 * already gets the
 * letter that helps who forgot; the page says the same.
 */
export async function joinOpenly(
  installation: Installation,
  { email }: AccountForm,
  { address, site, language }: SentFrom,
): Promise<Taken> {
  const typed = emailTyped(email);
  if (!isEmail(typed)) return { became: 'no address' };
  if (await isTooMany(installation, address, typed)) return { became: 'too many' };
  const known = await visitorByEmail(installation.sessions, typed);
  const visitor = known ?? (await makeVisitor(installation, typed, [], null));
  const reason = known && known.password !== '' ? 'forgot' : 'joins';
  await sendVisitorLink(installation, visitor, reason, { site, language });
  return { became: 'sent' };
}

/** Makes an account without a password; where two make it at once, it is one. */
export async function makeVisitor(
  installation: Installation,
  email: string,
  groups: readonly string[],
  madeBy: number | null,
): Promise<VisitorRow> {
  const fresh = { uuid: newId(), email, password: '', madeAt: Date.now(), madeBy, seenAt: null, revision: 1 };
  const { visitor, letters } = await installation.sessions.write(async (tx) => {
    const ended = await unproved(tx, fresh.madeAt - LINK_LASTS, AT_ONCE);
    const gone = await dropWithLetters(tx, ended);
    const known = await visitorByEmail(tx, email);
    return { visitor: known ?? { ...fresh, id: await addVisitor(tx, fresh, groups) }, letters: gone };
  });
  await takeFromOutbox(installation, letters);
  return visitor;
}

/** The visitor whom a word lets choose a password, where it is still good. */
export const visitorWhoChooses = (
  { sessions }: Installation,
  word: string,
): Promise<VisitorRow | undefined> => visitorOfLink(sessions, hashOf(wordTyped(word)), Date.now());

/** Keeps the password that somebody chose by a link, and signs them in. */
export async function choosePassword(
  installation: Installation,
  { word, password, again }: AccountForm,
  { secure }: SentFrom,
): Promise<Taken> {
  const visitor = await visitorWhoChooses(installation, word);
  if (!visitor) return { became: 'ended' };
  if (password.length < accountBounds.shortest) return { became: 'short' };
  if (password.length > accountBounds.password) return { became: 'long' };
  if (password !== again) return { became: 'not the same' };
  const hash = await hashPassword(password);
  const isFirst = await installation.sessions.write(async (tx) => {
    // Of two who use it at one moment, one gets in.
    if (!(await visitorOfLink(tx, hashOf(wordTyped(word)), Date.now()))) return false;
    await putVisitorPassword(tx, visitor.id, hash);
    return true;
  });
  return isFirst
    ? { cookie: await beginVisitorSession(installation, visitor.id, secure) }
    : { became: 'ended' };
}

/** Erases an account at the wish of whoever it belongs to, who says the password once more. */
export async function leave(
  installation: Installation,
  visitor: VisitorRow,
  password: string,
  address: string,
): Promise<AccountOutcome> {
  if (await isTooMany(installation, address, visitor.email)) return 'too many';
  if (!(await isPassword(visitor.password, password))) return 'wrong';
  await forgetVisitor(installation, visitor);
  return 'left';
}
