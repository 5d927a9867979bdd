import { randomBytes } from 'node:crypto';
import type { Audience } from '../../core/site/audience';
import {
  beginVisit,
  endVisit,
  groupsOfVisitors,
  visitorOfToken,
  type VisitorRow,
} from '../../store/visitors';
import { hashOf } from '../people/sessions';
import type { Installation } from '../runtime/installation';

/** The name of the cookie by which a visitor is signed in. */
const VISITOR_COOKIE = 'clear-frame-visitor';
/** How long (s) somebody stays signed in. */
const LASTS = 14 * 86_400;

/** A visitor who is signed in, and by which token. */
export interface SignedInVisitor {
  visitor: VisitorRow;
  groups: string[];
  token: string;
}

/** The token that a `Cookie` header carries, where it carries one. */
export const visitorToken = (cookie: string | null | undefined): string | undefined =>
  (cookie ?? '')
    .split(';')
    .map((each) => each.trim().split('='))
    .find(([name, value]) => name === VISITOR_COOKIE && value)?.[1];

/** The visitor who asks, by the `Cookie` header; nothing for everybody else, and where no visitor has an account. */
export async function visitorAsking(
  { sessions, model }: Installation,
  cookie: string | null,
): Promise<SignedInVisitor | undefined> {
  const token = visitorToken(cookie);
  const { accounts } = model.document;
  const visitor = token && accounts ? await visitorOfToken(sessions, hashOf(token), Date.now()) : undefined;
  if (!visitor || !token) return undefined;
  const own = (await groupsOfVisitors(sessions, [visitor.id])).get(visitor.id) ?? [];
  // A group that is gone opens nothing.
  return { visitor, token, groups: own.filter((group) => accounts?.groups.some(({ id }) => id === group)) };
}

export const audienceOf = (asking: SignedInVisitor | undefined): Audience =>
  asking && { groups: asking.groups };

/** What signs somebody in or out, as the browser is told. */
const cookieOf = (value: string, seconds: number, secure: boolean): string =>
  `${VISITOR_COOKIE}=${value}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${seconds}${secure ? '; Secure' : ''}`;

/** Signs a visitor in; answers the cookie. */
export async function beginVisitorSession(
  { sessions }: Installation,
  visitor: number,
  secure: boolean,
): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  // Sessions run by the true clock, even where the content's clock is fixed.
  const now = Date.now();
  await sessions.write((tx) =>
    beginVisit(tx, { token: hashOf(token), visitor, endsAt: now + LASTS * 1000, now }),
  );
  return cookieOf(token, LASTS, secure);
}

/** Signs a visitor out; answers the cookie that says so. */
export async function endVisitorSession(
  { sessions }: Installation,
  token: string | undefined,
  secure: boolean,
): Promise<string> {
  if (token) await sessions.write((tx) => endVisit(tx, hashOf(token)));
  return cookieOf('', 0, secure);
}
