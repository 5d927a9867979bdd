import type { Said } from '../core/content/said';
import type { Id } from '../core/ids';
import { standingTestsOf, testsOf, type Condition, type ListingRule } from '../core/mapping/listing-rule';
import { inEachLanguage } from '../core/mapping/here';
import { matches, throughLink } from '../core/mapping/matches';
import { allIn } from '../core/mapping/pins';
import { ruleIn } from '../core/mapping/sources';
import { subjectOf, type Around } from '../core/site/reach';
import type { Asker } from '../store/database';
import { pagesAbove, placeOf, type LivePage } from '../store/pages';
import { recordById } from '../store/records';
import { entryHomes } from './entry-addresses';
import { languagesIn, today, type House } from './house';
import { listingsInForce } from './listings-in-force';
import { pageBody } from './kept-body';
import { placesTelling, takesFromPlace } from './reach-by-place';
import { siteOf } from './sites';
import { pagesShowing, type ReachedPage } from './reached-pages';

type IsBelow = NonNullable<Around['isBelow']>;

const belowAmong = (above: readonly Id[]): IsBelow => (page, children) => (children ? above[0] === page : above.includes(page));

/** Below which pages, and in which site, the entries of a type have their own. */
export async function ownPlace(asker: Asker, house: House, type: Id): Promise<Pick<Around, 'isBelow' | 'site'>> {
  const page = (await entryHomes(asker, house)).get(type)?.page;
  if (!page) return {};
  return { site: siteOf(house, page.site).uuid, isBelow: belowAmong(page.parent === null ? [] : (await pagesAbove(asker, page.parent)).map(({ id }) => id)) };
}

/** A page that may be listed, with what it says: for visitors now, and as it would if it were published. */
interface Listable {
  id: Id;
  type: Id;
  says: Said[];
  isBelow: IsBelow;
  site: Id;
}

const asksWhere = (rule: ListingRule): boolean => standingTestsOf(rule.where).some((test) => 'under' in test || 'site' in test);
/** What cannot be told from a page's own words: who published it, what it links to. */
const asksFurther = (rule: ListingRule): boolean => standingTestsOf(rule.where).some((test) => 'author' in test) || testsOf(rule.where).some(({ field }) => throughLink(field));

/**
 * The pages that list a page, or something that stands below it: by listings of pages, and by those that ask where
 * something stands. Asked before and after a page changes or moves, it finds what it leaves and what it comes into.
 */
export async function pagesListing(asker: Asker, house: House, record: number, live: readonly LivePage[]): Promise<ReachedPage[]> {
  const inForce = (await listingsInForce(asker, house)).filter(({ rule }) => asksWhere(rule) || rule.from.some((type) => house.model.pageType(type)));
  if (inForce.length === 0) return [];
  const byRecord = new Map(live.map((page) => [page.record, page]));
  const trail = (page: LivePage): Id[] => {
    const above = page.parent === null ? undefined : byRecord.get(page.parent);
    return above ? [above.uuid, ...trail(above)] : [];
  };
  const own = await recordById(asker, record);
  const above = (await pagesAbove(asker, record)).map(({ id }) => id);
  const branch: Listable[] = live.filter((page) => page.record === record || (own && trail(page).includes(own.uuid))).map((page) => ({ id: page.uuid, type: page.type, says: [pageBody(page.body)], isBelow: belowAmong(trail(page)), site: siteOf(house, page.site).uuid }));
  const place = await placeOf(asker, record);
  if (own && place && own.type !== null && own.binnedAt === null) branch.push({ id: own.uuid, type: own.type, says: [pageBody(own.body)], isBelow: belowAmong(above.slice(1)), site: siteOf(house, place.site).uuid });
  const standingBelow = own ? [...(await entryHomes(asker, house))].flatMap(([type, { page }]) => (page.record === record || trail(page).includes(own.uuid) ? [type] : [])) : [];
  const lists = (rule: ListingRule, where: Condition): boolean => branch.some(({ id, type, says, isBelow, site }) => {
    const of = house.model.pageType(type);
    if (!of || !rule.from.includes(type)) return false;
    const shown = inEachLanguage(allIn(ruleIn({ ...rule, where }, of)), languagesIn(house));
    return asksFurther(rule) || says.some((said) => shown.some((each) => matches(each, said.values, today(house), house.categories.isUnder, subjectOf(id, said, { isBelow, site, locale: house.model.locale }))));
  });
  const anywhere = new Set<Id>();
  const reached: ReachedPage[] = [];
  for (const { id, rule } of inForce) {
    if (asksWhere(rule) && rule.from.some((type) => standingBelow.includes(type))) anywhere.add(id);
    else if (!takesFromPlace(rule)) { if (lists(rule, rule.where)) anywhere.add(id); }
    else reached.push(...(await placesTelling(asker, house, { id, rule }, { values: branch.flatMap(({ says }) => says.map(({ values }) => values)), tells: (where) => lists(rule, where) })));
  }
  return [...(await pagesShowing(asker, house, anywhere)), ...reached];
}
