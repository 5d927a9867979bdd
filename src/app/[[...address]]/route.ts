import { createHash } from 'node:crypto';
import { addressIn, canonicalAddress, splitFeed, splitLanguage, type FeedKind } from '../../core/site/address';
import { nothingWritten, type ContactState } from '../../core/site/contact';
import type { VisitorPage } from '../../core/site/visitor-page';
import { openHouse, type House } from '../../services/house';
import { CONTACT_BYTES, takeMessage } from '../../services/messages';
import { feedOf } from '../../services/site-feeds';
import { siteAt } from '../../services/sites';
import { visit, type Visit } from '../../services/visitor';
import { countVisit } from '../../services/visits';
import { renderMissing, renderPage } from '../../site/render';
import { readBytes } from '../read-bytes';
import { isFromHere } from '../same-origin';
import { siteFiles } from '../site-files';

export const dynamic = 'force-dynamic';

const HTML = { 'Content-Type': 'text/html; charset=utf-8' };
const NO_STORE = { ...HTML, 'Cache-Control': 'no-store' };

const filesOf = (house: House) => siteFiles(house.model.document.houseStyle);

async function missing(house: House, asked: string, status: number, title: string, text: string): Promise<Response> {
  const { language, address } = splitLanguage(canonicalAddress(asked) ?? '/', house.model.document.locales.others);
  const site = siteAt(house, address);
  const style = house.model.document.houseStyle;
  return new Response(await renderMissing({ label: site.label, home: addressIn(language, site.base || '/'), style }, house.site.locale, filesOf(house), { title, text }), { status, headers: NO_STORE });
}

/** How many values a visitor may have chosen for the page still to be kept as ready. */
const KEPT_CHOICES = 2;

const feedTypes: Record<FeedKind, string> = { atom: 'application/atom+xml; charset=utf-8', json: 'application/feed+json; charset=utf-8' };

/** Where the site stands for who asks: at the address that was asked. */
function originOf(request: Request): string {
  const { protocol, origin } = new URL(request.url);
  const asked = `${protocol}//${request.headers.get('host') ?? ''}`;
  return URL.canParse(asked) ? asked : origin;
}

/** The list of a page as a feed. */
async function followed(house: House, address: string, kind: FeedKind, request: Request): Promise<Response> {
  const feed = await feedOf(house, address, kind, originOf(request));
  if (feed === undefined) return missing(house, address, 404, 'Nothing stands here', 'No list can be followed at this address.');
  const etag = `"${createHash('sha256').update(feed).digest('base64url').slice(0, 22)}"`;
  const headers = { 'Content-Type': feedTypes[kind], ETag: etag, 'Cache-Control': 'no-cache' };
  return request.headers.get('if-none-match') === etag ? new Response(null, { status: 304, headers }) : new Response(feed, { headers });
}

/** What an address that shows no page answers. */
function without(house: House, asked: string, found: Exclude<Visit, { found: 'page' }>): Promise<Response> | Response {
  if (found.found === 'malformed') return missing(house, asked, 400, 'This address cannot be read', 'It holds something that is no part of an address.');
  if (found.found === 'elsewhere') return new Response(null, { status: found.forNow ? 307 : 308, headers: { Location: encodeURI(found.address) } });
  return missing(house, asked, 404, 'Nothing stands here', 'The page may have been moved or withdrawn.');
}

/** A page with what a visitor just wrote in it: for this visitor alone, and kept nowhere. */
const answering = async (house: House, page: VisitorPage, contact: ContactState, status = 200): Promise<Response> =>
  new Response(await renderPage({ ...page, contact }, filesOf(house)), { status, headers: NO_STORE });

/**
 * A visitor's page that is not ready in memory: gathered, drawn and kept. The server in front answers the next visitor
 * from memory.
 */
export async function GET(request: Request): Promise<Response> {
  const house = await openHouse();
  const { pathname, searchParams } = new URL(request.url);
  const feed = splitFeed(pathname);
  if (feed) return followed(house, feed.address, feed.kind, request);
  const { since } = house.rendered;
  const found = await visit(house, pathname, searchParams);
  if (found.found !== 'page') return without(house, pathname, found);
  const sent = searchParams.get('sent');
  if (sent !== null) return answering(house, found.page, { block: sent, sent: true, given: nothingWritten, faults: {} });
  countVisit(house, found.ids[0]);
  const html = await renderPage(found.page, filesOf(house));
  // Choices come in more combinations than are worth keeping: those of one or two values are.
  if (new URLSearchParams(found.query).size > KEPT_CHOICES) return new Response(html, { headers: { ...HTML, 'Cache-Control': 'no-cache' } });
  const page = house.rendered.keep(found.ids, `${pathname}${found.query}`, html, found.validUntil, since);
  return new Response(new Uint8Array(page.html), { headers: { ...HTML, ETag: page.etag, 'Cache-Control': 'no-cache' } });
}

/** What a visitor wrote in a contact form of the page. Taken, it leads back to the page; not taken, the page comes back with every word. */
export async function POST(request: Request): Promise<Response> {
  const house = await openHouse();
  const { pathname } = new URL(request.url);
  if (!isFromHere(request)) return missing(house, pathname, 403, 'This form was sent from elsewhere', 'Open the page itself and send it from there.');
  const found = await visit(house, pathname);
  if (found.found !== 'page') return without(house, pathname, found);
  const isForm = request.headers.get('content-type')?.split(';')[0]?.trim() === 'application/x-www-form-urlencoded';
  const bytes = isForm ? await readBytes(request, CONTACT_BYTES) : Buffer.alloc(0);
  if (!bytes) return missing(house, pathname, 413, 'This is too long', `A message may bring at most ${CONTACT_BYTES / 1024} KB.`);
  const state = await takeMessage(house, found.page, Object.fromEntries(new URLSearchParams(bytes.toString('utf8'))), request.headers.get('x-clear-frame-address') ?? '');
  if (!state) return missing(house, pathname, 400, 'This form cannot be read', 'The page has changed meanwhile. Open it again and write from there.');
  if (!state.sent) return answering(house, found.page, state, state.tooMany ? 429 : 422);
  return new Response(null, { status: 303, headers: { Location: `${encodeURI(found.page.address)}?sent=${state.block}#b-${state.block}` } });
}
