import type { Values } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { asksOfPlace, bindPlace, type PlaceContext } from '../../core/mapping/rule/here';
import { hereValue } from '../../core/mapping/rule/here-value';
import type { Condition, LinksTo, ListingRule, Test } from '../../core/mapping/rule/listing-rule';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { asList, kindFor } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import { listLive } from '../../store/queries/listing-query';
import { livePagesByIds, type LivePage } from '../../store/live-pages';
import { categoryColumns } from '../categories/counts';
import { categoryHomeAt, categoryHomes, type CategoryHome } from '../categories/pages';
import { entryAddresses, entryTypeOf } from '../entries/addresses';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { entryBody, pageBody } from '../records/bodies';
import { siteOf } from '../runtime/sites';
import { categoryPages, livePagesReferring, reachedPages, type ReachedPage } from './pages';

/** The most entries whose own pages are looked at one by one; with more, all pages of their sort count as reached. */
const MOST_PLACES = 500;
/** The most categories beside one another that name each other on their pages. */
export const MOST_BESIDE = 40;

/** What a rule may take from a page, and from where it stands. */
const placeOfPage = (
  installation: Installation,
  { uuid, body, site }: LivePage,
): Pick<PlaceContext, 'page' | 'site'> => ({
  page: { id: uuid, values: pageBody(body).values },
  site: siteOf(installation, site).uuid,
});

/** The tests that must all hold: of fields, and of what it links to. */
const needed = (condition: Condition): (Test | LinksTo)[] =>
  'all' in condition
    ? condition.all.flatMap(needed)
    : 'field' in condition || 'linksTo' in condition
      ? [condition]
      : [];
const neededTests = (condition: Condition): Test[] =>
  needed(condition).flatMap((test) => ('field' in test ? [test] : []));

/**
 * A change as its places are sought by: what the entry says before and after, what it links to, and whether it
 * tells in a listing with a settled rule.
 */
interface Sought {
  values: readonly Values[];
  links: readonly Id[];
  tells(where: Condition): boolean;
}

/** The ids that a place must have something of for a test to hold of the values: for a branch, also those above. */
function idsWanted(
  installation: Installation,
  { field, is }: Test,
  values: readonly Values[],
): Id[] | undefined {
  if (is !== 'oneOf' && is !== 'equals' && is !== 'allOf' && is !== 'under') return undefined;
  const ids = values.flatMap((each) => (each[field] === undefined ? [] : asList(each[field] as Id | Id[])));
  return [
    ...new Set(
      is === 'under' ? ids.flatMap((id) => installation.categories.trail(id).map((above) => above.id)) : ids,
    ),
  ];
}

/** The categories on whose pages a listing tells of a change. */
function amongCategories(
  installation: Installation,
  home: CategoryHome,
  rule: ListingRule,
  { values, tells }: Sought,
): ReachedPage[] {
  const by = neededTests(rule.where).find((test) => hereValue(test.value)?.here === 'category');
  const candidates =
    (by && idsWanted(installation, by, values)) ??
    installation.categories.inOrder(home.scheme).map(({ category }) => category.id);
  const at = placeOfPage(installation, home.page);
  return categoryPages(
    installation,
    home,
    candidates.filter((category) => tells(bindPlace(rule.where, { category, ...at }))),
  );
}

/**
 * What the entry of a page must be like for a listing there to tell of a change, as far as one test that must hold
 * says it: one of those that the changed entry names, or one that names what it names.
 */
function entriesWanted(
  installation: Installation,
  type: CompiledType<ContentType>,
  where: Condition,
  { values, links }: Sought,
): Condition | undefined {
  const naming = (fields: readonly Id[], ids: readonly Id[]): Condition | undefined => {
    const field = fields.find((id) => type.field(id)?.indexed);
    return field === undefined ? undefined : { field, is: 'oneOf', value: [...ids] };
  };
  for (const test of needed(where)) {
    if ('linksTo' in test) {
      if (test.linksTo === 'here') return { entry: [...links] };
      if (!Array.isArray(test.linksTo) && test.linksTo.here === 'entry')
        return naming(test.linksTo.fields, links);
      continue;
    }
    const here = hereValue(test.value);
    if (here?.here !== 'this entry' && here?.here !== 'entry') continue;
    const ids = idsWanted(installation, test, values);
    if (!ids) continue;
    return here.here === 'entry' ? naming(here.fields, ids) : { entry: ids };
  }
  return undefined;
}

/**
 * The entries on whose own pages a listing tells of a change; where they cannot be narrowed down, the page
 * that says how all of them are.
 */
async function amongEntries(
  reader: Reader,
  installation: Installation,
  page: LivePage,
  rule: ListingRule,
  sought: Sought,
): Promise<ReachedPage[]> {
  const all = { uuid: page.uuid, title: page.title, address: page.address };
  const type = entryTypeOf(installation, installation.model.pageType(page.type));
  const where = type && entriesWanted(installation, type, rule.where, sought);
  if (!type || !where) return [all];
  const asked = {
    indexTable: indexTableIn(installation, type),
    keyMap: installation.keyMap,
    now: installation.now(),
    today: today(installation),
  };
  const { versions } = await listLive(reader, asked, {
    where,
    order: [],
    limit: MOST_PLACES + 1,
  });
  if (versions.length > MOST_PLACES) return [all];
  const at = placeOfPage(installation, page);
  const places = versions
    .map(({ uuid, body }) => ({ id: uuid, values: entryBody(body).values }))
    .filter((entry) => sought.tells(bindPlace(rule.where, { entry, ...at })));
  const addresses = await entryAddresses(
    reader,
    installation,
    places.map(({ id }) => ({ id, type: type.id })),
  );
  return places.flatMap(({ id, values: localized }): ReachedPage[] => {
    const address = addresses.get(id);
    return address === undefined
      ? []
      : [{ uuid: id, sort: 'entry', title: String(localized[type.definition.title] ?? ''), address }];
  });
}

/** The pages on which a listing tells of a change, where its rule takes something from the place it stands at. */
export async function placesTelling(
  reader: Reader,
  installation: Installation,
  listing: { id: Id; rule: ListingRule },
  sought: Sought,
): Promise<ReachedPage[]> {
  const reached: ReachedPage[] = [];
  for (const page of await livePagesReferring(reader, installation, [listing.id], 'listing')) {
    const home = categoryHomeAt(installation, page);
    if (page.category !== null) {
      const { category } = page;
      if (sought.tells(bindPlace(listing.rule.where, { category, ...placeOfPage(installation, page) })))
        reached.push(...(await reachedPages(reader, installation, [page])));
    } else if (home) reached.push(...amongCategories(installation, home, listing.rule, sought));
    else if (entryTypeOf(installation, installation.model.pageType(page.type)))
      reached.push(...(await amongEntries(reader, installation, page, listing.rule, sought)));
    else if (sought.tells(bindPlace(listing.rule.where, placeOfPage(installation, page))))
      reached.push({ uuid: page.uuid, title: page.title, address: page.address });
  }
  return reached;
}

export const takesFromPlace = (rule: ListingRule): boolean => asksOfPlace(rule.where).length > 0;

/** The pages that tell how many entries stand in a category, where an entry comes into some of them or leaves them. */
export async function pagesCounting(
  reader: Reader,
  installation: Installation,
  type: Id,
  before: Values | undefined,
  after: Values | undefined,
): Promise<ReachedPage[]> {
  const of = installation.model.contentType(type);
  const reached: ReachedPage[] = [];
  for (const home of (await categoryHomes(reader, installation)).values()) {
    if (!of || categoryColumns(installation, home.scheme, 'live').length === 0) continue;
    const fields = of.fields.filter((field) => kindFor(field).scheme === home.scheme);
    const standing = (values: Values | undefined) =>
      new Set(
        fields.flatMap(({ id }) =>
          values?.[id] === undefined
            ? []
            : asList(values[id] as Id | Id[]).flatMap((category) =>
                installation.categories.trail(category).map((above) => above.id),
              ),
        ),
      );
    const [was, is] = [standing(before), standing(after)];
    const differing = [...new Set([...was, ...is])]
      .filter((id) => was.has(id) !== is.has(id))
      .flatMap((id) => installation.categories.get(id) ?? []);
    const naming = differing.flatMap(({ id, scheme, parent }) => {
      const beside = installation.categories.below(scheme, parent);
      return [
        id,
        ...(parent === null ? [] : [parent]),
        ...(beside.length <= MOST_BESIDE ? beside.map((each) => each.id) : []),
      ];
    });
    reached.push(...categoryPages(installation, home, [...new Set(naming)]));
    if (differing.some(({ parent }) => parent === null) && home.page.parent !== null)
      reached.push(
        ...(await reachedPages(
          reader,
          installation,
          await livePagesByIds(reader, installation.now(), [home.page.parent]),
        )),
      );
  }
  return reached;
}
