import type { JsonObject } from '../core/json';
import type { VocabularyThing } from '../core/model/vocabulary';
import type { VisitorPage } from '../core/site/visitor-page';
import { pictureAddress } from './picture';
import { wordsFor } from './words';

/** The width (px) of the picture on a card, and its proportion, as those who share pages show it. */
const CARD = { width: 1280, ratio: 1.91 } as const;

/** The title, description, address (a path) and picture by which a page is found and shared. */
export function foundWords(page: VisitorPage): {
  title: string;
  description: string;
  address: string;
  picture?: { address: string; alt: string };
} {
  const { title, site, isTop, face, canonical, languages, listing } = page;
  const media = face.picture?.[0]?.media;
  // What only falls back to the main language is the same as what stands there.
  const isSame = !listing && languages.some(({ here, said }) => here && said === false);
  const address = (isSame ? languages.find(({ said }) => said)?.address : undefined) ?? page.address;
  return {
    title: isTop || title === '' ? site.label : title,
    description: (face.summary?.[0]?.words ?? '').replace(/\s+/g, ' ').trim(),
    address: canonical ?? address,
    ...(media?.sort === 'picture'
      ? { picture: { address: pictureAddress({ ...media, ratio: CARD.ratio }, CARD.width), alt: media.alt } }
      : {}),
  };
}

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
              item: `${origin}${at}`,
            })),
          },
        ]
      : []),
    ...(page.thing ? [{ '@context': context, ...structuredThing(page, page.thing) }] : []),
  ];
}

/** What an entry is: its own name, words and picture, and what its type maps to the vocabulary. */
function structuredThing(page: VisitorPage, { is, said }: VocabularyThing): JsonObject {
  const { origin = '', locale } = page;
  const { title, description, address, picture } = foundWords(page);
  const { location, price, author, organizer, affiliation, ...plain } = said;
  const named = (type: string, name: VocabularyThing['said'][string] | undefined): JsonObject | undefined =>
    name === undefined ? undefined : { '@type': type, name: String(name) };
  const parts: Record<string, JsonObject | undefined> = {
    location: named('Place', location),
    author: named('Person', author),
    organizer: named('Organization', organizer),
    affiliation: named('Organization', affiliation),
    offers: price === undefined ? undefined : { '@type': 'Offer', price, url: `${origin}${address}` },
  };
  return {
    '@type': is,
    [is === 'Article' ? 'headline' : 'name']: title,
    url: `${origin}${address}`,
    inLanguage: locale,
    ...(description ? { description } : {}),
    ...(picture ? { image: `${origin}${picture.address}` } : {}),
    ...plain,
    ...Object.fromEntries(Object.entries(parts).filter(([, part]) => part !== undefined)),
  };
}
