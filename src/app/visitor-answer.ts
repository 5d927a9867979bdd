import { accountAddresses } from '../core/site/account';
import { canonicalAddress } from '../core/site/address';
import type { Audience } from '../core/site/audience';
import type { VisitorPage } from '../core/site/visitor-page';
import { signDrawn } from '../services/media';
import { languageAsked, siteAt, visitorAddress, type Installation } from '../services/runtime';
import { asksToSignIn, asVisitor, missingPage, type Visit } from '../services/visitor';
import { renderPage } from '../site/render';
import { siteFiles } from './site-files';
import type { Shows } from './visitor-account';

export const HTML = { 'Content-Type': 'text/html; charset=utf-8' };
export const NO_STORE = { ...HTML, 'Cache-Control': 'no-store' };

/** A page as it goes out: what it shows of pictures is signed, so that nothing else is made of them. */
export const drawn = async (installation: Installation, page: VisitorPage): Promise<string> =>
  signDrawn(installation.secret, await renderPage(page, siteFiles(page.site)));

/** How an address that shows no page answers. */
const statuses = {
  nothing: 404,
  gone: 410,
  'no list': 404,
  malformed: 400,
  failed: 500,
  closed: 403,
  'foreign form': 403,
  'long form': 413,
  'changed form': 400,
} as const;
export type Missing = keyof typeof statuses;

export async function missing(
  installation: Installation,
  audience: Audience,
  asked: string,
  says: Missing,
): Promise<Response> {
  const { page, isGone } = await asVisitor(installation, audience, (seen) => missingPage(seen, asked, says));
  return new Response(await drawn(installation, page), {
    status: isGone ? 410 : statuses[says],
    headers: NO_STORE,
  });
}

/** Leads to another address. */
export const elsewhere = (address: string, status: 301 | 302 | 307 | 308): Response =>
  new Response(null, {
    status,
    headers: {
      Location: /^https?:/.test(address) ? address : encodeURI(address),
      // What leads on for good would be remembered for ever, though something may stand there again.
      'Cache-Control': status === 301 || status === 308 ? 'private, max-age=3600' : 'no-cache',
    },
  });

/** What an address that shows no page answers. */
export function without(
  installation: Installation,
  audience: Audience,
  asked: string,
  found: Exclude<Visit, { found: 'page' | 'search' }>,
): Promise<Response> | Response {
  if (found.found === 'malformed') return missing(installation, audience, asked, 'malformed');
  if (found.found === 'elsewhere')
    return elsewhere(found.address, found.status ?? (found.forNow ? 307 : found.moved ? 301 : 308));
  if (found.found === 'gone') return missing(installation, audience, asked, 'gone');
  return closedOrNothing(installation, audience, asked);
}

/** What is not for whoever asks is as if nothing stood there, unless those who may not see it are asked to sign in. */
async function closedOrNothing(
  installation: Installation,
  audience: Audience,
  asked: string,
): Promise<Response> {
  const asks =
    installation.model.document.accounts !== undefined &&
    (await installation.turnover.read(() => asksToSignIn(installation, audience, asked)));
  if (!asks) return missing(installation, audience, asked, 'nothing');
  return audience
    ? missing(installation, audience, asked, 'closed')
    : new Response(null, {
        status: 303,
        headers: { Location: signInFor(installation, asked), 'Cache-Control': 'no-store' },
      });
}

/** A page of an account goes to the one who asks. */
export const showsPrivately =
  (installation: Installation): Shows =>
  async (page, status) =>
    new Response(await drawn(installation, page), { status, headers: NO_STORE });

/** Where somebody signs in to see what stands at an address. */
function signInFor(installation: Installation, asked: string): string {
  const { language, address } = languageAsked(installation, canonicalAddress(asked) ?? '/');
  const home = visitorAddress(installation, language, siteAt(installation, address).base || '/');
  return `${encodeURI(accountAddresses(home)['sign-in'])}?back=${encodeURIComponent(asked)}`;
}

/** A page with what a visitor just wrote in it: for this visitor alone, and kept nowhere. */
export const answering = async (
  installation: Installation,
  page: VisitorPage,
  written: Pick<VisitorPage, 'contact' | 'commented'>,
  status = 200,
): Promise<Response> =>
  new Response(await drawn(installation, { ...page, ...written }), { status, headers: NO_STORE });
