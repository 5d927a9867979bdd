import { Readable } from 'node:stream';
import { SitemapIndexStream, SitemapStream, streamToPromise, type SitemapItemLoose } from 'sitemap';
import type { Id } from '../../core/ids';
import { maySee } from '../../core/site/audience';
import type { FoundMapping } from '../../core/model/found';
import {
  addressedEntries,
  mappedEntries,
  mappedPages,
  placedPages,
  type LeftOutBy,
  type MappedVersion,
} from '../../store/site-map';
import { mediaAddress, mediaAmong } from '../../store/media';
import type { SiteRow } from '../../store/sites';
import { liveCounts } from '../categories/counts';
import { categoryAddress, categoryHomes } from '../categories/pages';
import { entryAddress, entryHomes, type EntryHome } from '../entries/addresses';
import type { Installation } from '../runtime/installation';
import { languagesOn, visitorAddress } from '../runtime/languages';
import { siteAt, siteOf } from '../runtime/sites';
import { saysHowOthersAre } from './resolve-address';

/**
 * How many things stand in one part; each may have an address in every language. The protocol allows 50,000
 * addresses.
 */
const IN_A_PART = 1_000;

const PAGES = 'pages';
const CATEGORIES = 'categories';

/** One thing to be listed: where it stands in the tree, in which languages it says something, and since when. */
interface Mapped {
  address: string;
  site: SiteRow;
  languages: readonly (string | undefined)[];
  changed?: number;
  picture?: string;
}

const leftOutBy = ({ found }: { found?: FoundMapping } = {}): LeftOutBy => ({
  hidden: found?.hidden ?? [],
  address: found?.address ?? [],
});

/** The types of pages that are places to go to, each with what leaves a page of it out. */
const placeTypes = (installation: Installation): Map<number, LeftOutBy> =>
  new Map(
    installation.model.pageTypes
      .filter((type) => {
        const { kind } = type.definition.source;
        return kind !== 'heading' && kind !== 'link' && !saysHowOthersAre(installation, type);
      })
      .map(({ id, definition }) => [installation.keyMap.of(id), leftOutBy(definition)]),
  );

/** The languages of a site in which something is said; in the main one everything is. */
function saidIn(
  installation: Installation,
  site: SiteRow,
  said: ReadonlySet<number>,
): (string | undefined)[] {
  const { others } = installation.model.document.locales;
  return languagesOn(installation, site).filter(
    (language) => language === undefined || said.has(others.indexOf(language) + 1),
  );
}

const numbersIn = ({ languages }: MappedVersion): Set<number> =>
  new Set((languages ?? '').split(',').filter(Boolean).map(Number));

/** The addresses of one thing: each names the others, and the one for everybody else. */
function itemsOf(
  installation: Installation,
  { address, site, languages, changed, picture }: Mapped,
): SitemapItemLoose[] {
  const at = (language: string | undefined) => visitorAddress(installation, language, address);
  const { locale } = installation.model;
  const links =
    languages.length > 1
      ? [
          ...languages.map((language) => ({ lang: language ?? locale, url: at(language) })),
          {
            lang: 'x-default',
            url: visitorAddress(installation, languagesOn(installation, site)[0], address),
          },
        ]
      : [];
  return languages.map((language) => ({
    url: at(language),
    ...(changed === undefined ? {} : { lastmod: new Date(changed).toISOString() }),
    ...(links.length > 0 ? { links } : {}),
    ...(picture === undefined ? {} : { img: [{ url: picture }] }),
  }));
}

async function pagesIn(installation: Installation, from: number): Promise<Mapped[]> {
  const found = await mappedPages(installation.content, {
    types: placeTypes(installation),
    now: installation.now(),
    from,
    most: IN_A_PART,
  });
  return found.map((each) => {
    const site = siteOf(installation, each.site);
    return {
      address: each.place,
      site,
      languages: saidIn(installation, site, numbersIn(each)),
      changed: each.publishedAt,
    };
  });
}

async function entriesIn(
  installation: Installation,
  type: Id,
  home: EntryHome,
  from: number,
): Promise<Mapped[]> {
  const found = await mappedEntries(installation.content, {
    type: installation.keyMap.of(type),
    picture: installation.model.contentType(type)?.definition.picture,
    leftOutBy: leftOutBy(installation.model.contentType(type)?.definition),
    now: installation.now(),
    from,
    most: IN_A_PART,
  });
  const media = await mediaAmong(
    installation.content,
    found.flatMap(({ picture }) => picture ?? []),
  );
  const files = new Map(media.map((row) => [row.uuid, mediaAddress(row)]));
  return found.map((each) => {
    const address = entryAddress(home, each.place);
    const site = siteAt(installation, address);
    const picture = each.picture === null ? undefined : files.get(each.picture);
    return {
      address,
      site,
      languages: saidIn(installation, site, numbersIn(each)),
      changed: each.publishedAt,
      ...(picture === undefined ? {} : { picture }),
    };
  });
}

/** The pages of categories; those in which nothing stands are left out, where they are not shown. */
async function categoriesIn(installation: Installation, from: number): Promise<Mapped[]> {
  const found: Mapped[] = [];
  for (const home of (await categoryHomes(installation.content, installation)).values()) {
    const ids = installation.categories.inOrder(home.scheme).map(({ category }) => category.id);
    const counts = await liveCounts(installation.content, installation, home.scheme, ids);
    for (const id of ids) {
      if ((counts.get(id) ?? 0) === 0) continue;
      const address = categoryAddress(installation, home, id);
      const site = siteAt(installation, address);
      found.push({ address, site, languages: languagesOn(installation, site) });
    }
  }
  return found.slice(from, from + IN_A_PART);
}

const numbered = (name: string, count: number): string[] =>
  Array.from({ length: Math.ceil(count / IN_A_PART) }, (_, i) => `${name}.${i + 1}`);

/** The names of all parts: pages, categories, and the entries of each type that pages show. */
async function partsOf(installation: Installation): Promise<string[]> {
  const { content, model, keyMap } = installation;
  const categories = [...(await categoryHomes(content, installation)).values()].reduce(
    (sum, { scheme }) => sum + installation.categories.inOrder(scheme).length,
    0,
  );
  const parts = [...numbered(PAGES, await placedPages(content)), ...numbered(CATEGORIES, categories)];
  for (const type of (await entryHomes(content, installation)).keys()) {
    const { key, seenBy } = model.contentType(type)?.definition ?? {};
    // That there is a part would tell that there is something.
    if (key && maySee(installation.audience, seenBy))
      parts.push(...numbered(`of-${key}`, await addressedEntries(content, keyMap.of(type))));
  }
  return parts;
}

async function mappedIn(installation: Installation, part: string): Promise<Mapped[] | undefined> {
  const [, name = '', place = ''] = /^([\w-]+)\.([1-9]\d{0,5})$/.exec(part) ?? [];
  const from = (Number(place) - 1) * IN_A_PART;
  if (name === PAGES) return pagesIn(installation, from);
  if (name === CATEGORIES) return categoriesIn(installation, from);
  const { model, content } = installation;
  const type = model.contentTypes.find(({ definition }) => `of-${definition.key}` === name);
  const home = type && (await entryHomes(content, installation)).get(type.id);
  return type && home ? entriesIn(installation, type.id, home, from) : undefined;
}

/**
 * All addresses of the installation's sites for those who look for them (sitemaps.org, protocol 0.9): without a
 * part the
 * index of all parts, else one of them, with the languages in which each thing truly says something, when it was last
 * changed, and its picture. Undefined where there is no such part.
 */
export async function siteMap(
  installation: Installation,
  part: string | undefined,
): Promise<string | undefined> {
  const { address: hostname } = installation.settings;
  if (part === undefined) {
    const index = new SitemapIndexStream();
    const parts = await partsOf(installation);
    return xmlOf(
      Readable.from(
        parts.map((each) => ({ url: `${hostname}/sitemap.xml?part=${encodeURIComponent(each)}` })),
      ).pipe(index),
    );
  }
  const mapped = await mappedIn(installation, part);
  if (!mapped) return undefined;
  const items = mapped.flatMap((each) => itemsOf(installation, each));
  if (items.length === 0) return NOTHING_LISTED;
  const stream = new SitemapStream({
    hostname,
    xmlns: { news: false, video: false, xhtml: true, image: true },
  });
  return xmlOf(Readable.from(items).pipe(stream));
}

/** A part in which nothing is seen any more: the package makes no frame around nothing. */
const NOTHING_LISTED =
  '<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9"></urlset>';

const xmlOf = async (stream: SitemapStream | SitemapIndexStream): Promise<string> =>
  (await streamToPromise(stream)).toString();
