import { nextDayStarts } from '../../core/content/day';
import type { Id } from '../../core/ids';
import {
  canonicalAddress,
  resultAddress,
  searchKeys,
  splitAllResults,
  splitResults,
} from '../../core/site/address';
import type { VisitorPage } from '../../core/site/visitor-page';
import { nextTurn } from '../../store/records';
import { bodyOfCategory, leadsElsewhere, schemeShownBy } from '../categories/pages';
import { pageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { languageAsked, visitorAddress } from '../runtime/languages';
import { siteOf } from '../runtime/sites';
import { followRedirects, type RedirectTarget } from './follow-redirects';
import { gather, gatherAllResults } from './gather';
import { leadsTo } from './leads-to';
import type { PageRequest } from './page-parts';
import { movedTo } from './moved';
import { resolveAddress } from './resolve-address';
import { searchPage } from './search';

/**
 * What an address asks for: a page with the ids of what it is made from and the one spelling of what was
 * chosen of its list (the entry or category first, where it shows one), another address (`forNow` where that
 * may change, `moved` where what stood here stands there now), or nothing that stands.
 */
export type Visit =
  | {
      found: 'page';
      ids: [Id, ...Id[]];
      /** All that it is made from: it is drawn again with any of them. */
      madeFrom: [Id, ...Id[]];
      page: VisitorPage;
      query: string;
      validUntil: number;
    }
  /** What was sought on a site, with what was found: drawn for whoever asks, and not kept. */
  | { found: 'search'; page: VisitorPage }
  | { found: 'elsewhere'; address: string; forNow?: boolean; moved?: boolean; status?: 301 | 302 | 308 }
  /** Somebody said that what stood there is gone. */
  | { found: 'gone' }
  | { found: 'nothing' }
  | { found: 'malformed' };

/** Where somebody said that an address leads, with what was asked along. */
function answeredByHand(
  installation: Installation,
  led: RedirectTarget,
  language: string | undefined,
  query: URLSearchParams,
): Visit {
  installation.askedAddresses.count('by hand', led.by);
  if ('gone' in led) return { found: 'gone' };
  const { to, status } = led;
  const outside = /^https?:/.test(to);
  const address = outside ? to : visitorAddress(installation, language, to);
  return {
    found: 'elsewhere',
    address: `${address}${query.size > 0 && !outside ? `?${query}` : ''}`,
    status: status === 410 ? 301 : status,
  };
}

/** Gathers everything a visitor's page is drawn from, and until when it is true. */
export async function visit(
  installation: Installation,
  path: string,
  query = new URLSearchParams(),
  { perPage }: Pick<PageRequest, 'perPage'> = {},
): Promise<Visit> {
  const asked = canonicalAddress(path);
  if (asked === undefined) return { found: 'malformed' };
  const now = installation.now();
  const { language, address: within } = languageAsked(installation, asked);
  const split = splitResults(within);
  if (!split) return { found: 'nothing' };
  const { address, page: results } = split;
  const at = await resolveAddress(installation, address);
  // Where nothing stands of its own, all that a listing above shows may be asked for.
  const listedOn = at ? undefined : splitAllResults(address);
  const standing = at ?? (listedOn === undefined ? undefined : await resolveAddress(installation, listedOn));
  if (!standing) {
    const byHand = await followRedirects(installation, address);
    if (byHand) return answeredByHand(installation, byHand, language, query);
    const to = await movedTo(installation, address);
    return to === undefined
      ? { found: 'nothing' }
      : {
          found: 'elsewhere',
          address: `${visitorAddress(installation, language, resultAddress(to, results))}${query.size > 0 ? `?${query}` : ''}`,
          moved: true,
        };
  }
  // One page has one address: a prefix that says what leads here anyway leads to the page without it.
  const plain = visitorAddress(installation, language, within);
  if (plain !== path) return { found: 'elsewhere', address: plain };
  const { page, entry, category } = standing;
  const type = installation.model.pageType(page.type);
  if (!type) return { found: 'nothing' };
  if (page.parent === null && results === 1 && query.has(searchKeys.words)) {
    const sought = await searchPage(installation, siteOf(installation, page.site), language, query);
    if (sought) return { found: 'search', page: sought };
  }
  const elsewhere =
    category &&
    (await leadsElsewhere(installation.content, installation, category.home, category.category.id));
  if (elsewhere !== undefined)
    return elsewhere === null
      ? { found: 'nothing' }
      : { found: 'elsewhere', address: visitorAddress(installation, language, elsewhere), forNow: true };
  const led = entry || category ? undefined : await leadsTo(installation, page, language);
  if (led !== undefined)
    return led === null ? { found: 'nothing' } : { found: 'elsewhere', address: led, forNow: true };
  const own = category?.words && pageBody(category.words.body);
  // Days turn by the clock of the site that the page stands in.
  const onSite = { ...installation, timeZone: siteOf(installation, page.site).timeZone };
  const body = category
    ? bodyOfCategory(type, pageBody(page.body), own, category.category, schemeShownBy(installation, type))
    : pageBody(page.body);
  const request = {
    ...(language === undefined ? {} : { language }),
    ...(perPage === undefined ? {} : { perPage }),
    results,
    query,
  };
  const gathered =
    listedOn === undefined
      ? await gather(onSite, standing, body, type, request)
      : await gatherAllResults(onSite, standing, body, type, { ...request, allAt: address });
  if (!gathered) return { found: 'nothing' };
  const { page: drawn, turnsDaily, freshUntil, query: chosen, madeFrom } = gathered;
  // A page of results stands only where there is something on it.
  if (results > 1 && (drawn.listing?.results?.addresses.length ?? 1) < results) return { found: 'nothing' };
  const turns = [
    await nextTurn(installation.content, now),
    turnsDaily ? nextDayStarts(now, onSite.timeZone) : undefined,
  ];
  const ids: [Id, ...Id[]] = entry
    ? [entry.id, page.uuid]
    : category
      ? [category.category.id, page.uuid]
      : [page.uuid];
  return {
    found: 'page',
    ids,
    madeFrom: [...ids, ...madeFrom],
    query: chosen,
    validUntil: Math.min(freshUntil, ...turns.filter((turn): turn is number => turn !== undefined)),
    page: drawn,
  };
}
