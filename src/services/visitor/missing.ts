import { canonicalAddress } from '../../core/site/address';
import { pageSaying } from '../../core/site/page-saying';
import type { Saying, VisitorPage } from '../../core/site/visitor-page';
import type { SiteRow } from '../../store/sites';
import { stoodAt } from '../../store/stood-at';
import { categoryAddress, categoryHomes, categoryLabel } from '../categories/pages';
import { entryUnder } from '../entries/addresses';
import type { Installation } from '../runtime/installation';
import { languageAsked, visitorAddress } from '../runtime/languages';
import { siteAt } from '../runtime/sites';
import { aroundSite, siteDrawn } from './around-site';
import { foundBy } from './search';

/** How many likely pages are offered where nothing stands. */
const LIKELY = 6;

/** The words that an address is made of, from its last piece up: what somebody who has it may have meant. */
const wordsOf = (address: string): string[] =>
  address
    .split('/')
    .reverse()
    .flatMap((piece) => piece.split('-'))
    .filter((word) => word.length > 2)
    .slice(0, 6);

interface Likely {
  label: string;
  address: string;
  score: number;
}

/** The categories with pages on a site in whose addresses some words stand. */
async function likelyCategories(
  installation: Installation,
  site: SiteRow,
  words: readonly string[],
  language: string | undefined,
): Promise<Likely[]> {
  const found: Likely[] = [];
  for (const home of (await categoryHomes(installation.content, installation)).values())
    for (const { category } of installation.categories.inOrder(home.scheme)) {
      const own = category.slug.split('-');
      const shared = words.filter((word) => own.some((piece) => piece.startsWith(word))).length;
      const address = shared > 0 ? categoryAddress(installation, home, category.id) : '';
      if (shared > 0 && siteAt(installation, address).id === site.id)
        found.push({
          label: categoryLabel(category, language),
          address: visitorAddress(installation, language, address),
          score: 2 * shared,
        });
    }
  return found;
}

/** The pages that somebody who asked for an address likely meant: those that share most of its words. */
export async function likely(
  installation: Installation,
  address: string,
  language: string | undefined,
): Promise<VisitorPage['below']> {
  const site = siteAt(installation, address);
  const scores = new Map<string, Likely>();
  for (const word of wordsOf(address))
    for (const { label, address: at } of await foundBy(
      installation,
      site,
      { beginnings: [word], phrases: [] },
      language,
      LIKELY * 2,
    )) {
      const each = scores.get(at) ?? { label, address: at, score: 0 };
      each.score += at.includes(word) ? 2 : 1;
      scores.set(at, each);
    }
  for (const each of await likelyCategories(installation, site, wordsOf(address), language))
    scores.set(each.address, each);
  return [...scores.values()]
    .sort((a, b) => b.score - a.score)
    .slice(0, LIKELY)
    .map(({ label, address: at }) => ({ label, address: at, summary: '' }));
}

/** Whether something stood at an address of the tree that visitors do not see any more. */
async function isGone(installation: Installation, address: string): Promise<boolean> {
  const { content } = installation;
  const entry = await entryUnder(installation, address);
  return stoodAt(content, siteAt(installation, address).id, address, entry, installation.now());
}

/**
 * What a visitor gets at an address where nothing stands to be seen: in the look and the language of the site, with its
 * navigation and search, and with pages that were likely meant. Something that was withdrawn is `gone` (410).
 */
export async function missingPage(
  installation: Installation,
  path: string,
  says: Saying,
): Promise<{ page: VisitorPage; isGone: boolean }> {
  const { language, address } = languageAsked(installation, canonicalAddress(path) ?? '/');
  const site = siteAt(installation, address);
  const around = await aroundSite(installation, site, language);
  if (!around)
    return {
      page: pageSaying(siteDrawn(installation, site, language), language ?? installation.model.locale, says),
      isGone: false,
    };
  const gone = says === 'nothing' && (await isGone(installation, address));
  const meant = says === 'nothing' ? await likely(installation, address, language) : [];
  return {
    isGone: gone,
    page: pageSaying(around.site, around.locale, gone ? 'gone' : says, {
      ...around.ways,
      languages: around.languages,
      seek: around.seek,
      below: meant.length > 0 ? meant : around.first,
    }),
  };
}
