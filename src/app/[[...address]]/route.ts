import { CONTACT_BYTES } from '../../contract/contact';
import {
  costHeader,
  etagAs,
  etagsOf,
  matchingEtag,
  inRequest,
  log,
  pack,
  packingFor,
  pageHeaders,
  type RequestContext,
  countNowhere,
  countVisit,
  type Installation,
  type RenderedPage,
  languageAsked,
  siteAt,
  visitorAddress,
  sharedInstallation,
} from '../../services/runtime';
import type { Id } from '../../core/ids';
import { accountAddresses } from '../../core/site/account';
import { canonicalAddress, splitFeed, type FeedKind } from '../../core/site/address';
import { audienceKey, type Audience } from '../../core/site/audience';
import { nothingWritten } from '../../core/site/contact';
import type { VisitorPage } from '../../core/site/visitor-page';
import { signDrawn } from '../../services/media';
import {
  asksToSignIn,
  asVisitor,
  holdsToken,
  missingPage,
  takeComment,
  takeMessage,
  visit,
  type Visit,
} from '../../services/visitor';
import { audienceOf, visitorAsking } from '../../services/visitor-accounts';
import { renderPage } from '../../site/render';
import { parseCommentForm } from '../comment-form';
import { parseContactForm } from '../contact-form';
import { followed } from '../followed';
import { readForm } from '../read-form';
import { cameFrom, isFromHere } from '../same-origin';
import { siteFiles } from '../site-files';
import { showAccount, takeAccount, type Shows } from '../visitor-account';

export const dynamic = 'force-dynamic';

const HTML = { 'Content-Type': 'text/html; charset=utf-8' };
const NO_STORE = { ...HTML, 'Cache-Control': 'no-store' };

/** A page as it goes out: what it shows of pictures is signed, so that nothing else is made of them. */
const drawn = async (installation: Installation, page: VisitorPage): Promise<string> =>
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

async function missing(
  installation: Installation,
  audience: Audience,
  asked: string,
  says: keyof typeof statuses,
): Promise<Response> {
  const { page, isGone } = await asVisitor(installation, audience, (seen) => missingPage(seen, asked, says));
  return new Response(await drawn(installation, page), {
    status: isGone ? 410 : statuses[says],
    headers: NO_STORE,
  });
}

/** How the server in front is told the packing of an answer. */
const PACKED = 'x-clear-frame-packed';

/** How whoever asks takes what is packed, as the server in front tells it. */
const packingOf = (request: Request) =>
  packingFor(request.headers.get('x-clear-frame-accepts') ?? undefined, () => true);

/** An answer that nobody keeps, packed for the one who asked. */
async function packedFor(request: Request, answer: Response): Promise<Response> {
  const packing = packingOf(request);
  if (!packing || !answer.body || answer.headers.has(PACKED)) return answer;
  const { status, headers } = answer;
  headers.set(PACKED, packing);
  headers.append('Vary', 'Accept-Encoding');
  const body = await pack[packing](Buffer.from(await answer.arrayBuffer()));
  return new Response(new Uint8Array(body), { status, headers });
}

/** How many values a visitor may have chosen for the page still to be kept as ready. */
const KEPT_CHOICES = 2;

/** The list of a page, to be followed. */
async function follow(
  installation: Installation,
  audience: Audience,
  feed: { address: string; kind: FeedKind },
  chosen: URLSearchParams,
  request: Request,
): Promise<Response> {
  const found = await followed(installation, feed, chosen, audience);
  if (found === undefined) return missing(installation, audience, feed.address, 'no list');
  if ('movedTo' in found) return elsewhere(found.movedTo, 301);
  const { body, headers } = found;
  return matchingEtag(request.headers.get('if-none-match'), [headers.ETag])
    ? new Response(null, { status: 304, headers })
    : new Response(body, { headers });
}

/** Leads to another address. */
const elsewhere = (address: string, status: 301 | 302 | 307 | 308): Response =>
  new Response(null, {
    status,
    headers: {
      Location: /^https?:/.test(address) ? address : encodeURI(address),
      // What leads on for good would be remembered for ever, though something may stand there again.
      'Cache-Control': status === 301 || status === 308 ? 'private, max-age=3600' : 'no-cache',
    },
  });

/** What an address that shows no page answers. */
function without(
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
const showsPrivately =
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
const answering = async (
  installation: Installation,
  page: VisitorPage,
  written: Pick<VisitorPage, 'contact' | 'commented'>,
  status = 200,
): Promise<Response> =>
  new Response(await drawn(installation, { ...page, ...written }), { status, headers: NO_STORE });

/**
 * A visitor's page that is not ready in memory: gathered, drawn and kept. The server in front answers the next visitor
 * from memory.
 */
export const GET = (request: Request): Promise<Response> =>
  inRequest(async (context) => {
    try {
      return await packedFor(request, await show(request, context));
    } catch (error) {
      log.error({ error, path: new URL(request.url).pathname }, 'A page could not be drawn.');
      return missing(await sharedInstallation(), undefined, new URL(request.url).pathname, 'failed');
    }
  });

/** What somebody wrote who was led back to the page, as its address tells it; nothing for everybody else. */
function justWritten(asked: URLSearchParams): Pick<VisitorPage, 'contact' | 'commented'> | undefined {
  const [sent, said] = [asked.get('sent'), asked.get('said')];
  if (said === 'held' || said === 'shown')
    return { commented: { given: { name: '', words: '' }, faults: {}, became: said } };
  return sent === null
    ? undefined
    : {
        contact: {
          block: sent,
          sent: true,
          given: nothingWritten,
          answers: {},
          faults: {},
          answerFaults: {},
        },
      };
}

async function show(request: Request, context: RequestContext): Promise<Response> {
  const installation = await sharedInstallation();
  const { pathname, searchParams } = new URL(request.url);
  const account = await showAccount(installation, request, showsPrivately(installation));
  if (account) return account;
  const audience = audienceOf(await visitorAsking(installation, request.headers.get('cookie')));
  const feed = splitFeed(pathname);
  if (feed) return follow(installation, audience, feed, searchParams, request);
  const kept = keptFor(installation, audience, addressWith(pathname, searchParams));
  if (kept) {
    countVisit(installation, kept.of);
    return asPacked(installation, audience, kept, request, costHeader(context, installation.settings));
  }
  const just = justWritten(searchParams);
  const { found, html, page } = await (just === undefined
    ? ready(installation, audience, pathname, searchParams)
    : drawAt(installation, audience, pathname, searchParams));
  if (found.found === 'search') return new Response(html, { headers: NO_STORE });
  if (found.found !== 'page') {
    const answer = await without(installation, audience, pathname, found);
    // What asks to sign in, or is for others, leads somewhere.
    if (found.found === 'nothing' && answer.status !== 303 && answer.status !== 403)
      countNowhere(installation, pathname);
    return answer;
  }
  if (just) return answering(installation, found.page, just);
  if (request.headers.get('x-clear-frame-redraws') !== installation.rendered.redrawing)
    countVisit(installation, found.ids[0]);
  const cost = costHeader(context, installation.settings);
  return page
    ? asPacked(installation, audience, page, request, cost)
    : new Response(html, { headers: { ...HTML, 'Cache-Control': 'no-cache', ...cost } });
}

/** A page as whoever asks takes it: packed, or not at all where they have it already. */
async function asPacked(
  { settings, now, model }: Installation,
  audience: Audience,
  page: RenderedPage,
  request: Request,
  more: Record<string, string>,
): Promise<Response> {
  const headers = {
    ...HTML,
    ...pageHeaders(page, settings, now(), { accounts: model.document.accounts !== undefined, audience }),
    ...more,
  };
  const had = matchingEtag(request.headers.get('if-none-match'), etagsOf(page));
  if (had !== undefined) return new Response(null, { status: 304, headers: { ...headers, ETag: had } });
  const packing = packingOf(request);
  const body = (packing && (await page.whenPacked)[packing]) ?? page.html;
  return new Response(new Uint8Array(body), {
    headers: {
      ...headers,
      ETag: etagAs(page, packing),
      ...(packing ? { [PACKED]: packing } : {}),
    },
  });
}

/** What stands at an address, drawn; `page` where it is kept as ready for the next who ask. */
async function drawAt(
  installation: Installation,
  audience: Audience,
  pathname: string,
  searchParams: URLSearchParams,
): Promise<{ found: Visit; html: string; page?: RenderedPage }> {
  const { since } = installation.rendered;
  const found = await asVisitor(installation, audience, (seen) => visit(seen, pathname, searchParams));
  if (found.found === 'search') return { found, html: await drawn(installation, found.page) };
  if (found.found !== 'page') return { found, html: '' };
  const html = await drawn(installation, found.page);
  // Choices come in more combinations than are worth keeping: those of one or two values are.
  if (new URLSearchParams(found.query).size > KEPT_CHOICES) return { found, html };
  const { madeFrom, validUntil } = found;
  return {
    found,
    html,
    page: installation.rendered.keep(
      madeFrom,
      keptAt(audience, `${pathname}${found.query}`),
      html,
      validUntil,
      since,
    ),
  };
}

/**
 * Under what a page is kept as ready: pages are kept for each audience by itself, those of everybody by their
 * address alone.
 */
const keptAt = (audience: Audience, address: string): string =>
  audience ? `${audienceKey(audience)} ${address}` : address;

const addressWith = (pathname: string, chosen: URLSearchParams): string =>
  `${pathname}${chosen.size > 0 ? `?${chosen}` : ''}`;

/**
 * What is kept as ready for those who may see as much as who is signed in; the server in front has what is for
 * everybody.
 */
const keptFor = (installation: Installation, audience: Audience, address: string): RenderedPage | undefined =>
  audience && installation.rendered.find(keptAt(audience, address), installation.now());

/** What stands at an address, drawn once for all who may see as much and ask meanwhile. */
async function ready(
  installation: Installation,
  audience: Audience,
  pathname: string,
  searchParams: URLSearchParams,
): Promise<Awaited<ReturnType<typeof drawAt>>> {
  return installation.rendered.once(keptAt(audience, addressWith(pathname, searchParams)), () =>
    drawAt(installation, audience, pathname, searchParams),
  );
}

/** What a visitor says on the page: kept, it leads back to it; not kept, the page comes back with every word. */
async function takeSaid(
  installation: Installation,
  page: VisitorPage,
  form: Readonly<Record<string, string>>,
  address: string,
  visitor: Id | null,
): Promise<Response | undefined> {
  const written = parseCommentForm(form);
  const state = written && (await takeComment(installation, page, written, address, visitor));
  if (!state) return undefined;
  const { became } = state;
  if (became === 'held' || became === 'shown')
    return new Response(null, {
      status: 303,
      headers: { Location: `${encodeURI(page.address)}?said=${became}#comments` },
    });
  return answering(installation, page, { commented: state }, became === 'too many' ? 429 : 422);
}

/**
 * What a visitor wrote in a form of the page: to the people behind it, or for all to read. Taken, it leads back to the
 * page; not taken, the page comes back with every word.
 */
export const POST = (request: Request): Promise<Response> => inRequest(() => take(request));

async function take(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const { pathname } = new URL(request.url);
  const account = await takeAccount(installation, request, showsPrivately(installation));
  if (account) return account;
  const asking = await visitorAsking(installation, request.headers.get('cookie'));
  const audience = audienceOf(asking);
  const refuse = (says: keyof typeof statuses) => missing(installation, audience, pathname, says);
  if (!isFromHere(request)) return refuse('foreign form');
  const found = await asVisitor(installation, audience, (seen) => visit(seen, pathname));
  if (found.found === 'search') return refuse('changed form');
  if (found.found !== 'page') return without(installation, audience, pathname, found);
  const form = await readForm(request, CONTACT_BYTES);
  if (form === 'too-large') return refuse('long form');
  const address = request.headers.get('x-clear-frame-address') ?? '';
  // What is said on a page carries a stamp in any case.
  if (form.comments !== undefined)
    return (
      (await takeSaid(installation, found.page, form, address, asking?.visitor.uuid ?? null)) ??
      refuse('changed form')
    );
  if (cameFrom(request) === 'unsaid' && !holdsToken(installation, form)) return refuse('foreign form');
  const written = parseContactForm(form);
  const state = written && (await takeMessage(installation, found.page, written, address));
  if (!state) return refuse('changed form');
  if (!state.sent) return answering(installation, found.page, { contact: state }, state.tooMany ? 429 : 422);
  return new Response(null, {
    status: 303,
    headers: { Location: `${encodeURI(found.page.address)}?sent=${state.block}#b-${state.block}` },
  });
}
