import type { JsonObject } from '../core/json';
import type { ShownMedia } from '../core/mapping/face';
import type { VocabularyThing } from '../core/model/vocabulary';
import type { VisitorPage } from '../core/site/visitor-page';
import { pictureAddress } from './picture';
import { wordsFor } from './words';

/** The width (px) of the picture on a card, and its proportion, as those who share pages show it. */
const CARD = { width: 1280, ratio: 1.91 } as const;

/** What of a page decides how it is found and shared. */
export type FoundOf = Pick<
  VisitorPage,
  | 'title'
  | 'isTop'
  | 'face'
  | 'canonical'
  | 'languages'
  | 'listing'
  | 'found'
  | 'origin'
  | 'locale'
  | 'address'
> & { site: { label: string } };

/** By which words, address and picture a page is found and shared. */
export interface FoundWords {
  /** What it is called. */
  title: string;
  /** A search result: the whole title of the document, and the words below it. */
  result: { title: string; words: string };
  /** A card where the page is shared (Open Graph). */
  card: { title: string; words: string; picture?: { address: string; alt: string; from: ShownMedia } };
  /** The whole address that counts (without an origin: the path). */
  address: string;
  /** Whether another page than this one is the one to be found. */
  isElsewhere: boolean;
  isHidden: boolean;
}

/** What a page is called in results: its own name and its site's, or what somebody said instead. */
function resultTitle({ found, isTop, title, site, listing, locale }: FoundOf): string {
  const results = listing?.results;
  const part = results && results.here > 1 ? wordsFor(locale).resultPage(results.here) : '';
  const named = found?.title === undefined ? [isTop ? '' : title, part, site.label] : [found.title, part];
  return named.filter(Boolean).join(' – ');
}

/** What is told of a page where it is looked for and shared: what somebody said of that, else what it says itself. */
export function foundWords(page: FoundOf): FoundWords {
  const { title, site, isTop, face, canonical, languages, listing, found = {}, origin = '' } = page;
  const media = found.cardPicture ?? face.picture?.[0]?.media;
  // What only falls back to the main language is the same as what stands there.
  const isSame = !listing && languages.some(({ here, said }) => here && said === false);
  const own = (isSame ? languages.find(({ said }) => said)?.address : undefined) ?? page.address;
  const named = isTop || title === '' ? site.label : title;
  const words = found.description ?? (face.summary?.[0]?.words ?? '').replace(/\s+/g, ' ').trim();
  const first = found.address ?? canonical;
  return {
    title: named,
    result: { title: resultTitle(page), words },
    card: {
      title: found.cardTitle ?? found.title ?? named,
      words: found.cardWords ?? words,
      ...(media?.sort === 'picture'
        ? {
            picture: {
              address: `${origin}${pictureAddress({ ...media, ratio: CARD.ratio }, CARD.width)}`,
              alt: media.alt,
              from: media,
            },
          }
        : {}),
    },
    address: wholeAddress(origin, first ?? own),
    isElsewhere: first !== undefined && first !== own,
    isHidden: found.hidden ?? false,
  };
}

const wholeAddress = (origin: string, address: string): string =>
  address.startsWith('/') ? `${origin}${address}` : address;

/** What a page is in the vocabulary of schema.org: the site with its search, and the way to the page. */
export function structured(page: VisitorPage): JsonObject[] {
  const { origin = '', above, title, site, isTop, seek, locale } = page;
  const { address } = foundWords(page);
  const context = 'https://schema.org';
  if (isTop)
    return [
      {
        '@context': context,
        '@type': 'WebSite',
        name: site.label,
        url: `${origin}${site.home}`,
        inLanguage: locale,
        ...(seek === undefined
          ? {}
          : {
              potentialAction: {
                '@type': 'SearchAction',
                target: { '@type': 'EntryPoint', urlTemplate: `${origin}${seek}?q={search_term_string}` },
                'query-input': 'required name=search_term_string',
              },
            }),
      },
    ];
  const steps = above.map((each, i) => (i === 0 ? { ...each, label: wordsFor(locale).home } : each));
  return [
    ...(steps.length > 0
      ? [
          {
            '@context': context,
            '@type': 'BreadcrumbList',
            itemListElement: [...steps, { label: title, address }].map(({ label, address: at }, i) => ({
              '@type': 'ListItem',
              position: i + 1,
              name: label,
              item: wholeAddress(origin, at),
            })),
          },
        ]
      : []),
    ...(page.thing ? [{ '@context': context, ...structuredThing(page, page.thing) }] : []),
  ];
}

/** What an entry is: its own name, words and picture, and what its type maps to the vocabulary. */
function structuredThing(page: VisitorPage, { is, said }: VocabularyThing): JsonObject {
  const { locale } = page;
  const { title, result, address, card } = foundWords(page);
  const { location, price, author, organizer, affiliation, ...plain } = said;
  const named = (type: string, name: VocabularyThing['said'][string] | undefined): JsonObject | undefined =>
    name === undefined ? undefined : { '@type': type, name: String(name) };
  const parts: Record<string, JsonObject | undefined> = {
    location: named('Place', location),
    author: named('Person', author),
    organizer: named('Organization', organizer),
    affiliation: named('Organization', affiliation),
    offers: price === undefined ? undefined : { '@type': 'Offer', price, url: address },
  };
  return {
    '@type': is,
    [is === 'Article' ? 'headline' : 'name']: title,
    url: address,
    inLanguage: locale,
    ...(result.words ? { description: result.words } : {}),
    ...(card.picture ? { image: card.picture.address } : {}),
    ...plain,
    ...Object.fromEntries(Object.entries(parts).filter(([, part]) => part !== undefined)),
  };
}
