import { splitFeed, type FeedKind } from '../../core/site/address';
import { audienceKey, type Audience } from '../../core/site/audience';
import { nothingWritten } from '../../core/site/contact';
import type { VisitorPage } from '../../core/site/visitor-page';
import {
  ACCEPTS,
  costHeader,
  countNowhere,
  countVisit,
  etagAs,
  etagsOf,
  inRequest,
  log,
  matchingEtag,
  pack,
  PACKED,
  packingFor,
  pageHeaders,
  sharedInstallation,
  type Installation,
  type RenderedPage,
  type RequestContext,
} from '../../services/runtime';
import { asVisitor, visit, type Visit } from '../../services/visitor';
import { audienceOf, visitorAsking } from '../../services/visitor-accounts';
import { followed } from '../followed';
import { takeForm } from '../take-form';
import { showAccount } from '../visitor-account';
import {
  answering,
  drawn,
  elsewhere,
  HTML,
  missing,
  NO_STORE,
  showsPrivately,
  without,
} from '../visitor-answer';

export const dynamic = 'force-dynamic';

/** How whoever asks takes what is packed, as the server in front tells it. */
const packingOf = (request: Request) => packingFor(request.headers.get(ACCEPTS) ?? undefined, () => true);

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
  // What the server itself asks for, to have a page in memory, is nobody's visit.
  const isOwn = request.headers.get('x-clear-frame-redraws') === installation.rendered.redrawing;
  const just = justWritten(searchParams);
  const { found, html, page } = await (just === undefined
    ? ready(installation, audience, pathname, searchParams)
    : drawAt(installation, audience, pathname, searchParams));
  if (found.found === 'search') return new Response(html, { headers: NO_STORE });
  if (found.found !== 'page') {
    const answer = await without(installation, audience, pathname, found);
    // What asks to sign in, or is for others, leads somewhere.
    if (!isOwn && found.found === 'nothing' && answer.status !== 303 && answer.status !== 403)
      countNowhere(installation, pathname);
    return answer;
  }
  if (just) return answering(installation, found.page, just);
  if (!isOwn) countVisit(installation, found.ids[0]);
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

/** Whatever a visitor wrote in a form of a page. */
export const POST = (request: Request): Promise<Response> => inRequest(() => takeForm(request));
