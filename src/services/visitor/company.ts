import { valuesIn } from '../../core/content/localized-values';
import { titleOf, type Values } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { sameJson } from '../../core/json';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { asList, kindFor } from '../../core/model/kinds';
import { resolveSetting } from '../../core/model/settings';
import type { VisitorPage } from '../../core/site/visitor-page';
import type { Reader } from '../../store/database';
import { neighboursIn } from '../../store/queries/neighbour-query';
import { livePagesByIds } from '../../store/live-pages';
import { recordByUuid } from '../../store/records';
import { relatedTo, standingInAny } from '../../store/queries/related-query';
import type { CategoryColumn } from '../../store/categories';
import { categoryColumns } from '../categories/counts';
import { categoryLabel } from '../categories/pages';
import { ruleInForce } from './listings';
import { entryAddresses, entryHomes, type EntryHome } from '../entries/addresses';
import { languagesIn, indexTableIn, type Installation } from '../runtime/installation';
import { entryBody, pageBody } from '../records/bodies';
import { goesByVisits, withLeadingEntries } from '../listings/leading';
import { takesFromPlace } from '../reach/by-place';
import type { ReachedPage } from '../reach/pages';
import { queryContextOf } from '../listings/sources';

/** How many related entries a page names. */
const RELATED = 4;
/** The most entries whose pages are named one by one as reached; with more, the page that says how all of them are. */
const MOST_REACHED = 500;

/** The rule of the list that entries of a type came from: that of the page above the one that says how theirs are. */
async function ruleAbove(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  home: EntryHome,
): Promise<ListingRule | undefined> {
  if (home.page.parent === null) return undefined;
  const [above] = await livePagesByIds(reader, installation.now(), [home.page.parent]);
  const { listing, byHand = {} } = above ? pageBody(above.body) : {};
  const rule = listing === undefined ? undefined : await ruleInForce(installation, listing, reader);
  // What was read most changes with every reader: no page beside it could be kept.
  if (
    !rule ||
    listing === undefined ||
    !sameJson(rule.from, [type.id]) ||
    takesFromPlace(rule) ||
    goesByVisits(rule)
  )
    return undefined;
  return withLeadingEntries(reader, installation, rule, byHand[listing]);
}

/** The columns of a type's visitors' side that hold categories, of whichever scheme. */
const columnsOf = (installation: Installation, type: CompiledType<ContentType>): CategoryColumn[] => {
  const { live } = indexTableIn(installation, type);
  return installation.model.schemes.flatMap(({ id }) =>
    categoryColumns(installation, id, 'live').filter(({ indexTable }) => indexTable === live),
  );
};

const shows = (installation: Installation, home: EntryHome, key: 'showNeighbours' | 'showRelated'): boolean =>
  resolveSetting(key, [
    { source: 'site', layer: installation.model.document.settings },
    { source: 'type', layer: installation.model.pageType(home.page.type)?.definition.settings },
    { source: 'page', layer: pageBody(home.page.body).settings },
  ]).value === 'yes';

/**
 * What stands before and after an entry in the list it came from, and what is related to it by the categories
 * that both have, as its page shows them.
 */
export async function companyOf(
  installation: Installation,
  type: CompiledType<ContentType>,
  id: Id,
  language?: string,
): Promise<Pick<VisitorPage, 'neighbours' | 'related'>> {
  const { content } = installation;
  const home = (await entryHomes(content, installation)).get(type.id);
  const record = home && (await recordByUuid(content, id, 'entry'));
  if (!home || !record) return {};
  const rule = shows(installation, home, 'showNeighbours')
    ? await ruleAbove(content, installation, type, home)
    : undefined;
  const { previous, next } = rule
    ? await neighboursIn(content, { ...queryContextOf(installation, type), language }, rule, {
        id,
        record: record.id,
      })
    : {};
  const related = shows(installation, home, 'showRelated')
    ? await relatedTo(
        content,
        indexTableIn(installation, type).live,
        columnsOf(installation, type),
        record.id,
        installation.now(),
        RELATED,
      )
    : [];
  const addresses = await entryAddresses(
    content,
    installation,
    [previous, next, ...related].flatMap((each) => (each ? [{ id: each.uuid, type: type.id }] : [])),
    language,
  );
  const way = ({ uuid, body }: { uuid: Id; body: string }) => {
    const address = addresses.get(uuid);
    return address === undefined
      ? []
      : [{ label: titleOf(type.definition, valuesIn(entryBody(body), language)), address }];
  };
  const named = (category: Id) => {
    const found = installation.categories.get(category);
    return found ? [categoryLabel(found, language)] : [];
  };
  const [before] = previous ? way(previous) : [];
  const [after] = next ? way(next) : [];
  const alike = related.flatMap((each) =>
    way(each).map((to) => ({ ...to, shared: each.shared.flatMap(named) })),
  );
  return {
    ...(before || after
      ? { neighbours: { ...(before ? { previous: before } : {}), ...(after ? { next: after } : {}) } }
      : {}),
    ...(alike.length > 0 ? { related: alike } : {}),
  };
}

const ownPage = (type: CompiledType<ContentType>, address: string, id: Id, title: string): ReachedPage => ({
  uuid: id,
  sort: 'entry',
  title: title || type.definition.label,
  address,
});

/** The pages of entries that an entry stands beside now, in the list they came from. */
export async function pagesBeside(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  entry: { id: Id; record: number },
): Promise<ReachedPage[]> {
  const home = (await entryHomes(reader, installation)).get(type.id);
  const rule =
    home && shows(installation, home, 'showNeighbours')
      ? await ruleAbove(reader, installation, type, home)
      : undefined;
  if (!rule) return [];
  // Each language has an order of its own.
  const found = await Promise.all(
    languagesIn(installation).map((language) =>
      neighboursIn(reader, { ...queryContextOf(installation, type), language }, rule, entry),
    ),
  );
  const beside = [
    ...new Map(
      found
        .flatMap(({ previous, next }) => [previous, next])
        .flatMap((each) => (each ? [[each.uuid, each] as const] : [])),
    ).values(),
  ];
  const addresses = await entryAddresses(
    reader,
    installation,
    beside.map(({ uuid }) => ({ id: uuid, type: type.id })),
  );
  return beside.flatMap(({ uuid, body }) => {
    const address = addresses.get(uuid);
    return address === undefined
      ? []
      : [ownPage(type, address, uuid, titleOf(type.definition, entryBody(body).values))];
  });
}

const categoriesIn = (type: CompiledType<ContentType>, values: Values | undefined): Id[] =>
  type.fields.flatMap((field) =>
    kindFor(field).scheme !== undefined && values?.[field.id] !== undefined
      ? asList(values[field.id] as Id | Id[])
      : [],
  );

/** The pages of entries that may name another as related, or rank what they name by how many share its categories. */
export async function pagesRelated(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  before: Values | undefined,
  after: Values | undefined,
): Promise<ReachedPage[]> {
  const home = (await entryHomes(reader, installation)).get(type.id);
  const categories = [...new Set([...categoriesIn(type, before), ...categoriesIn(type, after)])];
  if (!home || categories.length === 0 || !shows(installation, home, 'showRelated')) return [];
  const found = await standingInAny(
    reader,
    indexTableIn(installation, type).live,
    columnsOf(installation, type),
    categories.map((id) => installation.keyMap.find(id)),
    installation.now(),
    MOST_REACHED + 1,
  );
  if (found.length > MOST_REACHED)
    return [{ uuid: home.page.uuid, title: home.page.title, address: home.page.address }];
  const addresses = await entryAddresses(
    reader,
    installation,
    found.map(({ uuid }) => ({ id: uuid, type: type.id })),
  );
  return found.flatMap(({ uuid }) => {
    const address = addresses.get(uuid);
    return address === undefined ? [] : [ownPage(type, address, uuid, '')];
  });
}

/**
 * The pages that say how those of entries are, where the list those came from is one of some listings: with
 * its rule their neighbours differ.
 */
export async function homesFollowing(
  reader: Reader,
  installation: Installation,
  listings: ReadonlySet<Id>,
): Promise<ReachedPage[]> {
  const following: ReachedPage[] = [];
  for (const { page } of (await entryHomes(reader, installation)).values()) {
    const [above] =
      page.parent === null ? [] : await livePagesByIds(reader, installation.now(), [page.parent]);
    const { listing } = above ? pageBody(above.body) : {};
    if (listing !== undefined && listings.has(listing))
      following.push({ uuid: page.uuid, title: page.title, address: page.address });
  }
  return following;
}
