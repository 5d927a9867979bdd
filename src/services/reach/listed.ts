import type { LocalizedValues } from '../../core/content/localized-values';
import type { Id } from '../../core/ids';
import {
  metadataTestsOf,
  testsOf,
  type Condition,
  type ListingRule,
} from '../../core/mapping/rule/listing-rule';
import { inEachLanguage } from '../../core/mapping/rule/here';
import { matches, throughLink } from '../../core/mapping/rule/matches';
import { allIn } from '../../core/mapping/rule/pins';
import { linksIn } from '../../core/mapping/rule/links';
import { ruleIn } from '../../core/mapping/rule/sources';
import { subjectOf, type MembershipContext } from '../../core/site/reach';
import type { Reader } from '../../store/database';
import { pagesAbove, placeOf } from '../../store/pages';
import { type LivePage } from '../../store/live-pages';
import { recordById } from '../../store/records';
import { entryHomes } from '../entries/addresses';
import { languagesIn, today, type Installation } from '../runtime/installation';
import { listingsInForce } from '../listings/in-force';
import { pageBody } from '../records/bodies';
import { placesTelling, takesFromPlace } from './by-place';
import { siteOf } from '../runtime/sites';
import { pagesShowing, type ReachedPage } from './pages';

type IsBelow = NonNullable<MembershipContext['isBelow']>;

const belowAmong =
  (above: readonly Id[]): IsBelow =>
  (page, children) =>
    children ? above[0] === page : above.includes(page);

/** Below which pages, and in which site, the entries of a type have their own. */
export async function ownPlace(
  reader: Reader,
  installation: Installation,
  type: Id,
): Promise<Pick<MembershipContext, 'isBelow' | 'site'>> {
  const page = (await entryHomes(reader, installation)).get(type)?.page;
  if (!page) return {};
  return {
    site: siteOf(installation, page.site).uuid,
    isBelow: belowAmong(
      page.parent === null ? [] : (await pagesAbove(reader, page.parent)).map(({ id }) => id),
    ),
  };
}

/** A page that may be listed, with what it says: for visitors now, and as it would if it were published. */
interface Listable {
  id: Id;
  type: Id;
  says: LocalizedValues[];
  isBelow: IsBelow;
  site: Id;
}

const asksWhere = (rule: ListingRule): boolean =>
  metadataTestsOf(rule.where).some((test) => 'under' in test || 'site' in test);
/** What cannot be told from a page's own words: who published it, what it links to. */
const asksFurther = (rule: ListingRule): boolean =>
  metadataTestsOf(rule.where).some((test) => 'author' in test) ||
  testsOf(rule.where).some(({ field }) => throughLink(field));

/**
 * The pages that list a page, or something that stands below it: by listings of pages, and by those that ask where
 * something stands. Asked before and after a page changes or moves, it finds what it leaves and what it comes into.
 */
export async function pagesListing(
  reader: Reader,
  installation: Installation,
  record: number,
  live: readonly LivePage[],
): Promise<ReachedPage[]> {
  const inForce = (await listingsInForce(reader, installation)).filter(
    ({ rule }) => asksWhere(rule) || rule.from.some((type) => installation.model.pageType(type)),
  );
  if (inForce.length === 0) return [];
  const byRecord = new Map(live.map((page) => [page.record, page]));
  const trail = (page: LivePage): Id[] => {
    const above = page.parent === null ? undefined : byRecord.get(page.parent);
    return above ? [above.uuid, ...trail(above)] : [];
  };
  const own = await recordById(reader, record);
  const above = (await pagesAbove(reader, record)).map(({ id }) => id);
  const branch: Listable[] = live
    .filter((page) => page.record === record || (own && trail(page).includes(own.uuid)))
    .map((page) => ({
      id: page.uuid,
      type: page.type,
      says: [pageBody(page.body)],
      isBelow: belowAmong(trail(page)),
      site: siteOf(installation, page.site).uuid,
    }));
  const place = await placeOf(reader, record);
  if (own && place && own.type !== null && own.binnedAt === null)
    branch.push({
      id: own.uuid,
      type: own.type,
      says: [pageBody(own.body)],
      isBelow: belowAmong(above.slice(1)),
      site: siteOf(installation, place.site).uuid,
    });
  const standingBelow = own
    ? [...(await entryHomes(reader, installation))].flatMap(([type, { page }]) =>
        page.record === record || trail(page).includes(own.uuid) ? [type] : [],
      )
    : [];
  const lists = (rule: ListingRule, where: Condition): boolean =>
    branch.some(({ id, type, says, isBelow, site }) => {
      const of = installation.model.pageType(type);
      if (!of || !rule.from.includes(type)) return false;
      const shown = inEachLanguage(allIn(ruleIn({ ...rule, where }, of)), languagesIn(installation));
      return (
        asksFurther(rule) ||
        says.some((localized) =>
          shown.some((each) =>
            matches(
              each,
              localized.values,
              today(installation),
              installation.categories.isUnder,
              subjectOf(id, localized, {
                isBelow,
                site,
                locale: installation.model.locale,
                fields: of.fields,
              }),
            ),
          ),
        )
      );
    });
  const anywhere = new Set<Id>();
  const reached: ReachedPage[] = [];
  for (const { id, rule } of inForce) {
    if (asksWhere(rule) && rule.from.some((type) => standingBelow.includes(type))) anywhere.add(id);
    else if (!takesFromPlace(rule)) {
      if (lists(rule, rule.where)) anywhere.add(id);
    } else
      reached.push(
        ...(await placesTelling(
          reader,
          installation,
          { id, rule },
          {
            values: branch.flatMap(({ says }) => says.map(({ values }) => values)),
            links: branch.flatMap(({ type, says }) =>
              says.flatMap(({ values }) => linksIn(installation.model.pageType(type)?.fields ?? [], values)),
            ),
            tells: (where) => lists(rule, where),
          },
        )),
      );
  }
  return [...(await pagesShowing(reader, installation, anywhere)), ...reached];
}
