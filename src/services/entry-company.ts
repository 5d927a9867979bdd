import { saidIn } from '../core/content/said';
import { titleOf, type Values } from '../core/content/values';
import type { Id } from '../core/ids';
import { sameJson } from '../core/json';
import type { ListingRule } from '../core/mapping/listing-rule';
import type { CompiledType } from '../core/model/compile';
import type { ContentType } from '../core/model/document';
import { asList } from '../core/model/kinds';
import { settle } from '../core/model/settings';
import type { VisitorPage } from '../core/site/visitor-page';
import type { Asker } from '../store/database';
import { neighboursIn } from '../store/neighbour-query';
import { livePagesAmong } from '../store/pages';
import { recordByUuid } from '../store/records';
import { relatedTo, standingInAny } from '../store/related-query';
import type { CategoryColumn } from '../store/categories';
import { categoryColumns } from './category-counts';
import { categoryLabel } from './category-pages';
import { ruleInForce } from './drawn-listings';
import { entryAddresses, entryHomes, type EntryHome } from './entry-addresses';
import { languagesIn, sheetIn, type House } from './house';
import { entryBody, pageBody } from './kept-body';
import { goesByVisits, ledRule } from './leading';
import { takesFromPlace } from './reach-by-place';
import type { ReachedPage } from './reached-pages';
import { askedOf } from './sources';

/** How many related entries a page names. */
const RELATED = 4;
/** The most entries whose pages are named one by one as reached; with more, the page that says how all of them are. */
const MOST_REACHED = 500;

/** The rule of the list that entries of a type came from: that of the page above the one that says how theirs are. */
async function ruleAbove(asker: Asker, house: House, type: CompiledType<ContentType>, home: EntryHome): Promise<ListingRule | undefined> {
  if (home.page.parent === null) return undefined;
  const [above] = await livePagesAmong(asker, house.now(), [home.page.parent]);
  const { listing, byHand = {} } = above ? pageBody(above.body) : {};
  const rule = listing === undefined ? undefined : await ruleInForce(house, listing, asker);
  // What was read most changes with every reader: no page beside it could be kept.
  if (!rule || listing === undefined || !sameJson(rule.from, [type.id]) || takesFromPlace(rule) || goesByVisits(rule)) return undefined;
  return ledRule(asker, house, rule, byHand[listing]);
}

/** The columns of a type's visitors' side that hold categories, of whichever scheme. */
const columnsOf = (house: House, type: CompiledType<ContentType>): CategoryColumn[] => {
  const { live } = sheetIn(house, type);
  return house.model.schemes.flatMap(({ id }) => categoryColumns(house, id, 'live').filter(({ sheet }) => sheet === live));
};

const shows = (house: House, home: EntryHome, key: 'showNeighbours' | 'showRelated'): boolean =>
  settle(key, [{ source: 'site', layer: house.model.document.settings }, { source: 'type', layer: house.model.pageType(home.page.type)?.is.settings }, { source: 'page', layer: pageBody(home.page.body).settings }]).value === 'yes';

/** What stands before and after an entry in the list it came from, and what is related to it by the categories that both have, as its page shows them. */
export async function companyOf(house: House, type: CompiledType<ContentType>, id: Id, language?: string): Promise<Pick<VisitorPage, 'neighbours' | 'related'>> {
  const { content } = house;
  const home = (await entryHomes(content, house)).get(type.id);
  const record = home && (await recordByUuid(content, id, 'entry'));
  if (!home || !record) return {};
  const rule = shows(house, home, 'showNeighbours') ? await ruleAbove(content, house, type, home) : undefined;
  const { previous, next } = rule ? await neighboursIn(content, { ...askedOf(house, type), language }, rule, { id, record: record.id }) : {};
  const related = shows(house, home, 'showRelated') ? await relatedTo(content, sheetIn(house, type).live, columnsOf(house, type), record.id, house.now(), RELATED) : [];
  const addresses = await entryAddresses(content, house, [previous, next, ...related].flatMap((each) => (each ? [{ id: each.uuid, type: type.id }] : [])), language);
  const way = ({ uuid, body }: { uuid: Id; body: string }) => {
    const address = addresses.get(uuid);
    return address === undefined ? [] : [{ label: titleOf(type.is, saidIn(entryBody(body), language)), address }];
  };
  const named = (category: Id) => {
    const found = house.categories.get(category);
    return found ? [categoryLabel(found, language)] : [];
  };
  const [before] = previous ? way(previous) : [];
  const [after] = next ? way(next) : [];
  const alike = related.flatMap((each) => way(each).map((to) => ({ ...to, shared: each.shared.flatMap(named) })));
  return { ...(before || after ? { neighbours: { ...(before ? { previous: before } : {}), ...(after ? { next: after } : {}) } } : {}), ...(alike.length > 0 ? { related: alike } : {}) };
}

const ownPage = (type: CompiledType<ContentType>, address: string, id: Id, title: string): ReachedPage => ({ uuid: id, sort: 'entry', title: title || type.is.label, address });

/** The pages of entries that an entry stands beside now, in the list they came from. */
export async function pagesBeside(asker: Asker, house: House, type: CompiledType<ContentType>, entry: { id: Id; record: number }): Promise<ReachedPage[]> {
  const home = (await entryHomes(asker, house)).get(type.id);
  const rule = home && shows(house, home, 'showNeighbours') ? await ruleAbove(asker, house, type, home) : undefined;
  if (!rule) return [];
  // Each language has an order of its own.
  const found = await Promise.all(languagesIn(house).map((language) => neighboursIn(asker, { ...askedOf(house, type), language }, rule, entry)));
  const beside = [...new Map(found.flatMap(({ previous, next }) => [previous, next]).flatMap((each) => (each ? [[each.uuid, each] as const] : []))).values()];
  const addresses = await entryAddresses(asker, house, beside.map(({ uuid }) => ({ id: uuid, type: type.id })));
  return beside.flatMap(({ uuid, body }) => {
    const address = addresses.get(uuid);
    return address === undefined ? [] : [ownPage(type, address, uuid, titleOf(type.is, entryBody(body).values))];
  });
}

const categoriesIn = (type: CompiledType<ContentType>, values: Values | undefined): Id[] =>
  type.fields.flatMap((field) => (field.kind === 'category' && values?.[field.id] !== undefined ? asList(values[field.id] as Id | Id[]) : []));

/** The pages of entries that may name another as related, or rank what they name by how many share its categories. */
export async function pagesRelated(asker: Asker, house: House, type: CompiledType<ContentType>, before: Values | undefined, after: Values | undefined): Promise<ReachedPage[]> {
  const home = (await entryHomes(asker, house)).get(type.id);
  const categories = [...new Set([...categoriesIn(type, before), ...categoriesIn(type, after)])];
  if (!home || categories.length === 0 || !shows(house, home, 'showRelated')) return [];
  const found = await standingInAny(asker, sheetIn(house, type).live, columnsOf(house, type), categories.map((id) => house.surrogates.find(id)), house.now(), MOST_REACHED + 1);
  if (found.length > MOST_REACHED) return [{ uuid: home.page.uuid, title: home.page.title, address: home.page.address }];
  const addresses = await entryAddresses(asker, house, found.map(({ uuid }) => ({ id: uuid, type: type.id })));
  return found.flatMap(({ uuid }) => {
    const address = addresses.get(uuid);
    return address === undefined ? [] : [ownPage(type, address, uuid, '')];
  });
}

/** The pages that say how those of entries are, where the list those came from is one of some listings: with its rule their neighbours differ. */
export async function homesFollowing(asker: Asker, house: House, listings: ReadonlySet<Id>): Promise<ReachedPage[]> {
  const following: ReachedPage[] = [];
  for (const { page } of (await entryHomes(asker, house)).values()) {
    const [above] = page.parent === null ? [] : await livePagesAmong(asker, house.now(), [page.parent]);
    const { listing } = above ? pageBody(above.body) : {};
    if (listing !== undefined && listings.has(listing)) following.push({ uuid: page.uuid, title: page.title, address: page.address });
  }
  return following;
}
