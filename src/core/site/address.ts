import type { Id } from '../ids';

/** First pieces of an address that the product itself answers. Compared without case, after a locale's prefix too. */
export const reservedNames = [
  'bench',
  'api',
  '_next',
  'fonts',
  'favicon.ico',
  'site.css',
  'site.js',
  'feed.atom',
  'feed.json',
  'feed.ics',
  'robots.txt',
  'sitemap.xml',
  'media',
  'page',
  '.well-known',
] as const;

/** Why a slug may not stand at a place, or nothing when it may. `atTop` is directly below the top page. */
export function whyReserved(slug: string, atTop: boolean, locales: readonly string[]): string | undefined {
  const folded = slug.toLowerCase();
  if (locales.some((locale) => locale.toLowerCase() === folded))
    return atTop ? `"${slug}" is where the site in that language begins.` : undefined;
  if (/^(page|feed|all)$/.test(folded))
    return `"${slug}" is kept for the further pages, the feed and the whole of a list.`;
  if (atTop && reservedNames.some((name) => name === folded))
    return `"/${slug}" belongs to Clear Frame itself. Choose another address.`;
  return undefined;
}

/**
 * The address of a page from the slugs above it, the top page itself having none: `/visit/winter`, or `/` for
 * the top.
 */
export const addressOf = (slugs: readonly string[]): string => `/${slugs.join('/')}`;

/** Where a page in the bin stands: nowhere that another could want. */
export const binAddress = (page: Id): string => `bin:${page}`;
export const isBinAddress = (address: string): boolean => address.startsWith('bin:');

/** Where the pages stand that a page is the pattern of, one for each entry or category: beside it, each by its own last piece. */
export const addressOfEach = (address: string): string => address.replace(/[^/]*$/, '…');

/**
 * The one spelling of an address that was asked for: escapes undone, slashes doubled or at the end left out,
 * lower case. Undefined when it can be no address at all.
 */
export function canonicalAddress(path: string): string | undefined {
  let plain: string;
  try {
    plain = decodeURIComponent(path);
  } catch {
    return undefined;
  }
  if (plain.length > 2000 || plain.includes('\u0000')) return undefined;
  return addressOf(plain.toLowerCase().split('/').filter(Boolean));
}

/** Where a page of results stands: the first at the page itself, every other below it. */
export const resultAddress = (address: string, page: number): string =>
  page === 1 ? address : `${address === '/' ? '' : address}/page/${page}`;

/**
 * The page that an address asks for, and which of its pages of results; the first has no other address than
 * the page.
 */
export function splitResults(path: string): { address: string; page: number } | undefined {
  const [, address, number] = /^(.*)\/page\/(\d+)$/.exec(path) ?? [];
  if (address === undefined || number === undefined) return { address: path, page: 1 };
  return /^([2-9]|[1-9]\d{1,5})$/.test(number)
    ? { address: address || '/', page: Number(number) }
    : undefined;
}

const ALL = 'all';

/** Where all that a listing shows on a page stands, by the key of the listing: `/species/heron/all/seen-with-it`. */
export const allResultsAddress = (address: string, listing: string): string =>
  `${address === '/' ? '' : address}/${ALL}/${listing.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`;

/** The page whose listing an address asks for, where it asks for all that one shows. */
export function splitAllResults(path: string): string | undefined {
  const [, address] = new RegExp(`^(.*)/${ALL}/[^/]+$`).exec(path) ?? [];
  return address === undefined ? undefined : address || '/';
}

/**
 * Where visitors find a page in a language: as it stands in the main one, under the language's own prefix in
 * another.
 */
export const addressIn = (language: string | undefined, address: string): string =>
  language === undefined ? address : `/${language.toLowerCase()}${address === '/' ? '' : address}`;

/** The page that an address asks for, and in which of the other languages. */
export function splitLanguage(
  path: string,
  languages: readonly string[],
): { language?: string; address: string } {
  const [, first = '', ...rest] = path.split('/');
  const language = languages.find((each) => each.toLowerCase() === first);
  return language === undefined ? { address: path } : { language, address: addressOf(rest) };
}

/** The names that say in the address of a site's first page what is sought, of which sort, and which page of what was found. */
export const searchKeys = { words: 'q', sort: 'of', page: 'page' } as const;

/** How a list can be followed: as a feed, or what has a date in it in a calendar. */
export const feedKinds = ['atom', 'json', 'ics'] as const;
export type FeedKind = (typeof feedKinds)[number];

/** What each of them is to those who read it (RFC 4287, JSON Feed 1.1, RFC 5545). */
export const feedTypes: Record<FeedKind, string> = {
  atom: 'application/atom+xml',
  json: 'application/feed+json',
  ics: 'text/calendar',
};

/** Where the list of a page can be followed. */
export const feedsOf = (address: string): Record<FeedKind, string> => {
  const under = address === '/' ? '' : address;
  return { atom: `${under}/feed.atom`, json: `${under}/feed.json`, ics: `${under}/feed.ics` };
};

/** The page whose list an address asks to follow, and how; nothing where it asks for no such thing. */
export function splitFeed(path: string): { address: string; kind: FeedKind } | undefined {
  const [, address, asked] = /^(.*)\/feed\.([a-z]+)$/.exec(path) ?? [];
  const kind = feedKinds.find((each) => each === asked);
  return address === undefined || kind === undefined ? undefined : { address: address || '/', kind };
}
