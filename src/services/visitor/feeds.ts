import { v5 } from 'uuid';
import { idInLanguage, writeAtom, writeJsonFeed, type FeedContent } from '../../core/formats/feeds';
import { writeCalendar } from '../../core/formats/calendar';
import type { Id } from '../../core/ids';
import type { FaceContent, ShownMedia } from '../../core/mapping/face';
import { feedsOf, splitResults, type FeedKind } from '../../core/site/address';
import type { VisitorPage } from '../../core/site/visitor-page';
import { mediaAmong } from '../../store/media';
import { shownSince } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { fullItems, type FullItem } from './full-items';
import { visit } from './visit';

/** How many things a calendar holds at most: the first of the list. */
const IN_A_CALENDAR = 500;

/** How a face is drawn as HTML that stands alone, its addresses whole ones. */
type DrawFace = (face: FaceContent) => Promise<string>;

/** A list that is to be followed, as it was found. */
interface List {
  page: VisitorPage & Required<Pick<VisitorPage, 'listing' | 'feeds'>>;
  /** Permanent. */
  id: Id;
  /** Nothing for the main language. */
  language: string | undefined;
  /** What was chosen of it, as its address says it. */
  query: string;
}

type Found = { list: List } | { movedTo: string } | undefined;

/** The list of a page, in a language, with what was chosen of it. */
async function listAt(
  installation: Installation,
  address: string,
  kind: FeedKind,
  chosen: URLSearchParams,
): Promise<Found> {
  const request = kind === 'ics' ? { perPage: IN_A_CALENDAR } : {};
  const found = await visit(installation, address, chosen, request);
  if (found.found === 'elsewhere' && !found.forNow) {
    const [path = '', query] = found.address.split('?');
    return { movedTo: `${feedsOf(path)[kind]}${query === undefined ? '' : `?${query}`}` };
  }
  if (found.found !== 'page') return undefined;
  const { page, ids, query } = found;
  const { listing, feeds } = page;
  if (!listing || !feeds || (kind === 'ics' && feeds.ics === undefined)) return undefined;
  const { locale } = installation.model;
  const [whole = ''] = (splitResults(address)?.address ?? '').split('/all/').slice(1);
  return {
    list: {
      page: { ...page, listing, feeds },
      // The page, the thing it shows, which of its lists and what of it: wherever that stands and on which host.
      id: v5([...ids, whole, query].join(' '), ids[0]),
      language: page.locale === locale ? undefined : page.locale,
      query,
    },
  };
}

const titleOf = ({ title, site, isTop }: VisitorPage): string =>
  isTop ? site.label : `${title} – ${site.label}`;

/** The first words of a thing in a list: its summary, or what else its face says in a line. */
const firstWords = ({ summary, text, kicker, date, heading }: FaceContent): string =>
  [summary, text, kicker, date, heading].find((part) => part?.[0]?.words)?.[0]?.words ?? '';

/** The files of pictures, by the addresses at which they are shown. */
async function filesOf(
  installation: Installation,
  pictures: readonly ShownMedia[],
): Promise<Map<string, { mime: string; bytes: number }>> {
  const idIn = (address: string): Id => address.split('/')[2] ?? '';
  const rows = await mediaAmong(
    installation.content,
    pictures.map(({ address }) => idIn(address)),
  );
  const byId = new Map(rows.map(({ uuid, mime, bytes }) => [uuid, { mime, bytes }]));
  return new Map(
    pictures.flatMap(({ address }) => {
      const file = byId.get(idIn(address));
      return file ? [[address, file] as const] : [];
    }),
  );
}

async function feedContent(
  installation: Installation,
  { page, id, language, query }: List,
  kind: 'atom' | 'json',
  draw: DrawFace,
): Promise<FeedContent> {
  const { face, locale, feeds, listing, address: here } = page;
  const whole = (path: string): string => new URL(path, page.origin).href;
  const ids = listing.items.map((item) => item.id);
  const [since, full, files] = await Promise.all([
    shownSince(installation.content, ids, installation.now()),
    feeds.full ? fullItems(installation, ids, language) : new Map<Id, FullItem>(),
    filesOf(
      installation,
      listing.items.flatMap(({ face: { picture } }) => picture?.[0]?.media ?? []),
    ),
  ]);
  const pageOf = (result: string | undefined): string | undefined =>
    result && `${whole(feedsOf(result.split('?')[0] ?? '')[kind])}${query}`;
  const { here: n = 1, addresses = [] } = listing.results ?? {};
  const ways = {
    first: addresses.length > 0 ? pageOf(addresses[0]) : undefined,
    previous: pageOf(addresses[n - 2]),
    next: pageOf(addresses[n]),
  };
  return {
    id: idInLanguage(id, language),
    title: titleOf(page),
    description: face.summary?.[0]?.words ?? '',
    language: locale,
    author: page.site.label,
    icon: whole(`/site-icon.svg?site=${encodeURIComponent(page.site.key)}`),
    address: whole(here),
    self: pageOf(here) ?? '',
    ...Object.fromEntries(Object.entries(ways).filter(([, way]) => way !== undefined)),
    items: await Promise.all(
      listing.items.map(async ({ id: item, face: shown, byline, said = 0 }) => {
        const [heading] = shown.heading ?? [];
        const media = shown.picture?.[0]?.media;
        const file = media && files.get(media.address);
        const all = full.get(item);
        const { first = said, last = said } = since.get(item) ?? {};
        return {
          id: idInLanguage(item, language),
          title: heading?.words ?? '',
          address: whole(heading?.href ?? here),
          ...(byline?.author === undefined ? {} : { author: byline.author }),
          summary: firstWords(shown),
          ...(all ? { content: await draw(all.face) } : {}),
          ...(media && file ? { picture: { address: whole(media.address), ...file } } : {}),
          published: first,
          updated: last,
        };
      }),
    ),
  };
}

async function calendarOf(installation: Installation, { page, language }: List): Promise<string> {
  const { face, locale, listing, address: here, feeds } = page;
  const whole = (path: string): string => new URL(path, page.origin).href;
  const ids = listing.items.map((item) => item.id);
  const [since, full] = await Promise.all([
    shownSince(installation.content, ids, installation.now()),
    fullItems(installation, ids, language),
  ]);
  return writeCalendar({
    name: titleOf(page),
    description: face.summary?.[0]?.words ?? '',
    language: locale,
    address: whole(here),
    self: whole(feeds.ics ?? ''),
    timeZone: (installation.sites.find(({ key }) => key === page.site.key) ?? installation.site).timeZone,
    events: listing.items.flatMap(({ id: item, face: shown }) => {
      const happens = full.get(item)?.happens;
      const [heading] = shown.heading ?? [];
      return happens
        ? [
            {
              id: idInLanguage(item, language),
              title: heading?.words ?? '',
              summary: shown.summary?.[0]?.words ?? '',
              address: whole(heading?.href ?? here),
              updated: since.get(item)?.last ?? 0,
              ...happens,
            },
          ]
        : [];
    }),
  });
}

/**
 * The list of a page to be followed, written in a format; nothing where no page with such a list stands at the address.
 * Where the page stands elsewhere, where that is followed.
 */
export async function feedOf(
  installation: Installation,
  address: string,
  kind: FeedKind,
  draw: DrawFace,
  chosen = new URLSearchParams(),
): Promise<string | { movedTo: string } | undefined> {
  const found = await listAt(installation, address, kind, chosen);
  if (!found || 'movedTo' in found) return found;
  if (kind === 'ics') return calendarOf(installation, found.list);
  const content = await feedContent(installation, found.list, kind, draw);
  return kind === 'atom' ? writeAtom(content) : writeJsonFeed(content);
}
