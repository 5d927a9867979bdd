import { splitAccount, wayBack, type AccountAct, type AccountPage } from '../core/site/account';
import { canonicalAddress } from '../core/site/address';
import type { VisitorPage } from '../core/site/visitor-page';
import { languageAsked, siteAt, visitorAddress, type Installation } from '../services/runtime';
import { asVisitor, holdsToken } from '../services/visitor';
import {
  ACCOUNT_FORM,
  accountPage,
  audienceOf,
  choosePassword,
  endVisitorSession,
  helpForgotten,
  joinOpenly,
  leave,
  signInVisitor,
  takenOut,
  visitorAsking,
  visitorWhoChooses,
  type AccountForm,
  type SentFrom,
  type SignedInVisitor,
  type Taken,
} from '../services/visitor-accounts';
import { readForm } from './read-form';
import { cameFrom, isFromHere } from './same-origin';

/** What an address asks of accounts, and on which site in which language. */
interface Asked {
  asks: AccountPage | AccountAct;
  site: SentFrom['site'];
  language: string | undefined;
}

/** How such a page goes out: drawn, and kept by nobody. */
export type Shows = (page: VisitorPage, status: number) => Promise<Response>;

const FORM_BYTES = 4_000;
const PRIVATE = { 'Cache-Control': 'no-store' };

/** What an address asks of accounts; nothing where it is another sort of address, or no visitor has an account. */
function askedOf(installation: Installation, pathname: string): Asked | undefined {
  const { language, address } = languageAsked(installation, canonicalAddress(pathname) ?? '/');
  const split = installation.model.document.accounts && splitAccount(address);
  if (!split) return undefined;
  const site = siteAt(installation, split.under || '/');
  return split.under === site.base ? { asks: split.asks, site, language } : undefined;
}

const goTo = (address: string, cookie?: string): Response =>
  new Response(null, {
    status: 303,
    headers: {
      ...PRIVATE,
      Location: encodeURI(decodeURI(address)),
      ...(cookie ? { 'Set-Cookie': cookie } : {}),
    },
  });

/** One of the pages of accounts, or what is taken out; nothing where the address is another sort of address. */
export async function showAccount(
  installation: Installation,
  request: Request,
  shows: Shows,
): Promise<Response | undefined> {
  const { pathname, searchParams } = new URL(request.url);
  const asked = askedOf(installation, pathname);
  if (!asked) return undefined;
  const { site, language, asks } = asked;
  const asking = await visitorAsking(installation, request.headers.get('cookie'));
  const home = visitorAddress(installation, language, site.base || '/');
  const back = wayBack(searchParams.get('back'), home);
  const draw = (page: AccountPage, more: object = {}, status = 200) =>
    drawn(installation, asked, { asks: page, asking, back, ...more }, shows, status);
  if (asks === 'data')
    return asking
      ? new Response(`${JSON.stringify(await takenOut(installation, asking), null, 2)}\n`, {
          headers: {
            ...PRIVATE,
            'Content-Type': 'application/json; charset=utf-8',
            'Content-Disposition': 'attachment; filename="account.json"',
          },
        })
      : draw('sign-in', {}, 401);
  // What is only done by sending a form leads to the page that has it.
  if (asks === 'yours' || asks === 'leave' || asks === 'sign-out')
    return asking ? draw('yours') : draw('sign-in');
  if (asks === 'sign-in' && asking) return goTo(back);
  if (asks === 'join' && installation.model.document.accounts?.open !== true) return draw('sign-in');
  if (asks !== 'password') return draw(asks);
  const word = searchParams.get('word') ?? '';
  const isGood = (await visitorWhoChooses(installation, word)) !== undefined;
  return isGood ? draw('password', { word }) : draw('password', { became: 'ended' }, 410);
}

const drawn = async (
  installation: Installation,
  { site, language }: Asked,
  said: Parameters<typeof accountPage>[3],
  shows: Shows,
  status: number,
): Promise<Response> =>
  shows(
    await asVisitor(installation, audienceOf(said.asking), (seen) => accountPage(seen, site, language, said)),
    status,
  );

/** What each form does. */
const does: Record<
  Exclude<AccountPage, 'yours'>,
  (installation: Installation, form: AccountForm, from: SentFrom) => Promise<Taken>
> = {
  'sign-in': signInVisitor,
  forgotten: helpForgotten,
  join: joinOpenly,
  password: choosePassword,
};

/** Takes what a visitor sent by a form of an account; nothing where the address is another sort of address. */
export async function takeAccount(
  installation: Installation,
  request: Request,
  shows: Shows,
): Promise<Response | undefined> {
  const asked = askedOf(installation, new URL(request.url).pathname);
  if (!asked) return undefined;
  const { asks, site, language } = asked;
  const home = visitorAddress(installation, language, site.base || '/');
  const asking = await visitorAsking(installation, request.headers.get('cookie'));
  const form = await readForm(request, FORM_BYTES);
  const sent = form === 'too-large' ? {} : form;
  // Nobody is signed in or out from another site: a form carries its token, and a browser says where it is from.
  const isOurs = isFromHere(request) && (cameFrom(request) === 'here' || holdsToken(installation, sent));
  if (!isOurs || sent.block !== ACCOUNT_FORM || asks === 'data')
    return drawn(installation, asked, { asks: asking ? 'yours' : 'sign-in', asking }, shows, 403);
  const secure = request.headers.get('x-clear-frame-secure') === 'yes';
  const address = request.headers.get('x-clear-frame-address') ?? '';
  const given: AccountForm = {
    email: (sent.email ?? '').trim(),
    password: sent.password ?? '',
    again: sent.again ?? '',
    word: sent.word ?? '',
  };
  const back = wayBack(sent.back, home);
  if (asks === 'sign-out') return goTo(home, await endVisitorSession(installation, asking?.token, secure));
  if (asks === 'yours' || asks === 'leave')
    return asking && asks === 'leave'
      ? left(installation, asked, asking, given.password, address, secure, shows)
      : drawn(installation, asked, { asks: asking ? 'yours' : 'sign-in', asking, back }, shows, 200);
  if (asks === 'join' && installation.model.document.accounts?.open !== true)
    return drawn(installation, asked, { asks: 'sign-in', back }, shows, 403);
  const taken = await does[asks](installation, given, { site, language, address, secure });
  if ('cookie' in taken) return goTo(back, taken.cookie);
  const { became } = taken;
  const status = became === 'sent' ? 200 : became === 'ended' ? 410 : became === 'too many' ? 429 : 422;
  const said = {
    asks,
    back,
    became,
    email: given.email,
    ...(asks === 'password' ? { word: given.word } : {}),
  };
  return drawn(installation, asked, said, shows, status);
}

/** Erases the account of somebody who asked for it, and says so. */
async function left(
  installation: Installation,
  asked: Asked,
  asking: SignedInVisitor,
  password: string,
  address: string,
  secure: boolean,
  shows: Shows,
): Promise<Response> {
  const became = await leave(installation, asking.visitor, password, address);
  if (became !== 'left') return drawn(installation, asked, { asks: 'yours', asking, became }, shows, 422);
  const answer = await drawn(installation, asked, { asks: 'sign-in', became }, shows, 200);
  answer.headers.set('Set-Cookie', await endVisitorSession(installation, undefined, secure));
  return answer;
}
