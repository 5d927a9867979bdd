import type { PreviewQuery } from '../contract/pages';
import { nextDayStarts } from '../core/content/day';
import { blocksIn, referencesInSlots, type Block, type SlotContents } from '../core/content/blocks';
import type { Category } from '../core/content/categories';
import { FOREVER } from '../core/content/states';
import { referencesInSaid, saidIn } from '../core/content/said';
import { titleOf } from '../core/content/values';
import type { Standpoint } from '../core/mapping/here';
import { turnsWithTheDay, type ListingRule } from '../core/mapping/listing-rule';
import { mapToFace, type Drawing, type FaceContent } from '../core/mapping/map';
import { settle, type Layers, type SettingsLayer } from '../core/model/settings';
import { Sources } from '../core/mapping/sources';
import { bylineBySettings, listingLayers, pageBySettings } from '../core/site/shown-by-settings';
import type { CompiledType } from '../core/model/compile';
import type { PageType } from '../core/model/document';
import { isId, type Id } from '../core/ids';
import { addressIn, canonicalAddress, feedsOf, resultAddress, splitLanguage, splitResults } from '../core/site/address';
import type { DrawnBlock, DrawnSlots, VisitorPage } from '../core/site/visitor-page';
import { liveAbove, liveChildren, placeOf, type LivePage } from '../store/pages';
import { nextTurn, recordById, recordByUuid, type KeptRecord } from '../store/records';
import { liveCounts } from './category-counts';
import { bodyOfCategory, categoryAddress, categoryHomeAt, categoryHomes, categoryLabel, leadsElsewhere, schemeShownBy, waysTo, wordsOf, type CategoryHome, type CategoryWay } from './category-pages';
import { drawPicks } from './collections';
import { drawFilling, drawListing, ruleInForce, type ListingSpot } from './drawn-listings';
import { entryAddresses, entryTypeOf } from './entry-addresses';
import { companyOf } from './entry-company';
import type { House } from './house';
import { pageBody, type PageBody } from './kept-body';
import { drawingOf, pageTitle } from './known';
import { goesByVisits } from './leading';
import { notFound, unreadable } from './refusal';
import { MOST_BESIDE } from './reach-by-place';
import { anyOwnPage, saysHowOthersAre, standingAt, type CategoryPage, type Standing } from './standing';
import { siteOf } from './sites';
import { pageVisits, VISITS_FRESH } from './visits';

/** What an address asks for: a page with the ids of what it is made from and the one spelling of what was chosen of its list (the entry or category first, where it shows one), another address (`forNow` where that may change), or nothing that stands. */
export type Visit = { found: 'page'; ids: [Id, ...Id[]]; page: VisitorPage; query: string; validUntil: number } | { found: 'elsewhere'; address: string; forNow?: boolean } | { found: 'nothing' } | { found: 'malformed' };

/** Among how many categories one is sought to look at a page by. */
const EXAMPLES = 200;

/** What a visitor reads of a face in one go, for the line under a title. */
const summaryOf = (face: FaceContent) => face.summary?.[0]?.words ?? '';

/** Draws blocks of a page. Listings are asked once each, however many blocks show them. */
class BlockDrawer {
  private readonly rules: Map<string, ListingRule>;

  constructor(private readonly house: House, private readonly drawing: Drawing, private readonly spotOf: (listing: Id) => ListingSpot, rules: readonly (readonly [string, ListingRule])[]) {
    this.rules = new Map(rules);
  }

  /** One block after the other, as they stand: a listing may leave out what those above it show. */
  async slots(contents: SlotContents): Promise<DrawnSlots> {
    const drawn: DrawnSlots = {};
    for (const [slot, blocks] of Object.entries(contents)) {
      const shown: DrawnBlock[] = [];
      for (const block of blocks) {
        const each = await this.block(block);
        if (each) shown.push(each);
      }
      drawn[slot] = shown;
    }
    return drawn;
  }

  private async block(block: Block): Promise<DrawnBlock | undefined> {
    const type = this.house.model.blockType(block.type);
    if (!type || block.hidden) return undefined;
    const { face, behaves, key } = type.is;
    const rule = block.listing ? this.rules.get(block.listing) : undefined;
    const variant = this.house.model.document.houseStyle.variants.find((each) => each.key === block.variant);
    return {
      id: block.id, type: key, face: mapToFace(face.mapping, type, block, this.drawing), slots: await this.slots(block.slots ?? {}),
      ...(behaves ? { behaves } : {}), ...(face.rows ? { rows: face.rows } : {}), ...(variant ? { variant } : {}), ...(rule && block.listing ? { listing: await drawListing(this.house, rule, this.spotOf(block.listing)) } : {}),
    };
  }
}

/** Whether a listing shows how often the pages of its entries were read. */
const showsVisitsOf = (house: House, rule: ListingRule, page: SettingsLayer | undefined): boolean => Sources.of(house.model, rule.from).types.some(({ is }) => bylineBySettings(listingLayers(house.model.document, is, rule, page)).showVisits);

/** What stands in a page's slots: its own blocks, or for a slot that is handed down and empty, what the nearest page above put there. */
function standingIn(house: House, type: CompiledType<PageType>, body: PageBody, above: readonly LivePage[]): SlotContents {
  const contents: SlotContents = {};
  for (const slot of type.is.slots) {
    const own = body.slots?.[slot.id] ?? [];
    contents[slot.id] = own;
    if (own.length > 0 || !slot.handedDown) continue;
    for (const page of [...above].reverse()) {
      const upper = house.model.pageType(page.type)?.is.slots.find(({ key, handedDown }) => key === slot.key && handedDown);
      const handed = upper && pageBody(page.body).slots?.[upper.id];
      if (!handed || handed.length === 0) continue;
      contents[slot.id] = handed;
      break;
    }
  }
  return contents;
}

const layersOf = (house: House, type: CompiledType<PageType>, body: PageBody): Layers => [{ source: 'site', layer: house.model.document.settings }, { source: 'type', layer: type.is.settings }, { source: 'page', layer: body.settings }];

/** Whether a page stands in the navigation: its type may decide it for all, or leave it to each page. */
function inNavigation(house: House, page: LivePage): boolean {
  const type = house.model.pageType(page.type);
  if (!type) return false;
  if (type.is.inNavigation !== 'editor') return type.is.inNavigation === 'yes';
  return settle('inNavigation', layersOf(house, type, pageBody(page.body))).value === 'yes';
}

/** The pages below one in the order its type asks for. */
function inOrder(house: House, parent: LivePage | undefined, children: LivePage[]): LivePage[] {
  const order = (parent && house.model.pageType(parent.type)?.is.childOrder) ?? 'byHand';
  if (order === 'title') return [...children].sort((a, b) => new Intl.Collator(house.site.locale).compare(a.title, b.title));
  return order === 'date' ? [...children].sort((a, b) => b.publishedAt - a.publishedAt || a.id - b.id) : children;
}

/** The languages a page can be read in, each with where. Empty where there is only one. */
function languagesOf(house: House, page: string, results: number, here?: string): VisitorPage['languages'] {
  const address = resultAddress(page, results);
  const { others } = house.model.document.locales;
  const ways = [{ locale: house.site.locale, address, here: here === undefined }, ...others.map((each) => ({ locale: each, address: addressIn(each, address), here: each === here }))];
  return others.length === 0 ? [] : ways;
}

/** What is asked of a page besides itself: a language, a page of its results, what a visitor chose of them. */
interface Asked {
  language?: string;
  results?: number;
  query?: URLSearchParams;
}

/** The ways that lead on from a page: to the pages below it, and for a category to those beside it. */
async function waysOn(house: House, { page, entry, category }: Standing, children: readonly LivePage[], language?: string): Promise<{ categories: CategoryWay[]; beside: CategoryWay[] }> {
  if (category) {
    const { home, category: { id, scheme, parent } } = category;
    const siblings = house.categories.below(scheme, parent);
    return {
      categories: await waysTo(house.content, house, home, house.categories.below(scheme, id), language),
      beside: siblings.length > 1 && siblings.length <= MOST_BESIDE ? await waysTo(house.content, house, home, siblings, language) : [],
    };
  }
  const homes = entry ? [] : [...(await categoryHomes(house.content, house)).values()].filter((home) => home.page.parent === page.record && children.some(({ record }) => record === home.page.record));
  return { categories: (await Promise.all(homes.map((home) => waysTo(house.content, house, home, house.categories.below(home.scheme, null), language)))).flat(), beside: [] };
}

/** Gathers everything a page is drawn from, saying what it says in `body`. */
async function gather(house: House, standing: Standing, body: PageBody, type: CompiledType<PageType>, { language, results = 1, query = new URLSearchParams() }: Asked = {}): Promise<{ page: VisitorPage; turnsDaily: boolean; freshUntil: number; query: string }> {
  const now = house.now();
  const { content } = house;
  const { page, entry, category } = standing;
  const site = siteOf(house, page.site);
  const address = entry?.address ?? category?.address ?? page.address;
  const place: Standpoint = { ...(language === undefined ? {} : { language }), site: site.uuid, page: { id: page.uuid, values: body.values }, ...(entry ? { entry: { id: entry.id, values: entry.said.values } } : {}), ...(category ? { category: category.category.id } : {}) };
  const above = await liveAbove(content, now, page.record);
  const top = page.parent === null ? page : above.find(({ parent }) => parent === null);
  const contents = standingIn(house, type, body, above);
  const listingIds = [...new Set([body.listing, ...blocksIn(contents).map(({ listing }) => listing)].filter((id): id is string => id !== undefined))];
  const rules = (await Promise.all(listingIds.map(async (id) => [id, await ruleInForce(house, id)] as const))).filter((pair): pair is readonly [string, ListingRule] => pair[1] !== undefined);
  const rule = rules.find(([id]) => id === body.listing)?.[1];
  // The pages below the top stand in its navigation; those below any other page are named on it.
  const namesBelow = !rule && !entry && page.parent !== null;
  // What only says how others are is no page to go to.
  const isPlace = ({ type: of }: LivePage) => !saysHowOthersAre(house, house.model.pageType(of));
  const [children, mainChildren] = await Promise.all([namesBelow ? liveChildren(content, now, page) : [], top ? liveChildren(content, now, top) : []]);
  const [below, main] = [category ? [] : children.filter(isPlace), mainChildren.filter(isPlace)];
  const { categories, beside } = await waysOn(house, standing, children, language);
  const fieldsOf = (each: LivePage) => house.model.pageType(each.type)?.fields ?? [];
  const drawing = await drawingOf(content, house, [
    ...(entry ? referencesInSaid(entry.type.fields, entry.said) : referencesInSaid(type.fields, body)), ...below.flatMap((each) => referencesInSaid(fieldsOf(each), pageBody(each.body))), ...referencesInSlots(house.model, type.is.slots, contents),
  ], language);
  const link = (each: LivePage) => ({ label: pageTitle(house, each, language), address: addressIn(language, each.address) });
  const faceOf = (of: CompiledType<PageType>, each: PageBody): FaceContent => pageBySettings(mapToFace(of.is.face.mapping, of, each, drawing), layersOf(house, of, each));
  const summaryOfPage = (each: LivePage) => {
    const of = house.model.pageType(each.type);
    return of ? summaryOf(faceOf(of, pageBody(each.body))) : '';
  };
  const summaryOfCategory = (home: CategoryHome, each: Category) => {
    const of = house.model.pageType(home.page.type);
    return of ? summaryOf(faceOf(of, bodyOfCategory(of, pageBody(home.page.body), undefined, each, schemeShownBy(house, of)))) : '';
  };
  const layout = type.is.layouts.find(({ id }) => id === body.layout) ?? type.is.layouts[0];
  // In the order in which they stand: what fills the page comes behind its first slot, or before the last row of its layout.
  const spot: ListingSpot = { place, above: new Set(), settings: body.settings, language };
  const spotOf = (listing: Id): ListingSpot => ({ ...spot, byHand: body.byHand?.[listing] ?? [] });
  const drawer = new BlockDrawer(house, drawing, spotOf, rules);
  const order = type.is.slots.map(({ id }) => id);
  const foot = new Set((layout && layout.rows.length > 1 ? layout.rows.at(-1)?.cells ?? [] : []).flatMap(({ holds }) => holds.flatMap((held) => (typeof held === 'string' ? [] : [held.slot]))));
  const before = layout ? order.filter((id) => !foot.has(id)) : order.slice(0, 1);
  const among = (some: readonly Id[]): SlotContents => Object.fromEntries(some.map((id) => [id, contents[id] ?? []]));
  const slotsBefore = await drawer.slots(among(before));
  const filled = rule && (await drawFilling(house, rule, spotOf(body.listing ?? ''), { address: addressIn(language, address), results, query }));
  const picked = filled ? undefined : await drawPicks(house, type, body.picks ?? [], language);
  for (const { id } of picked?.items ?? []) spot.above.add(id);
  const slots = { ...slotsBefore, ...(await drawer.slots(among(order.filter((id) => !before.includes(id))))) };
  const home = entry && (await entryAddresses(content, house, [{ id: entry.id, type: entry.type.id }], language)).get(entry.id);
  const author = entry ? entry.publishedBy : (category?.words ?? page).publishedBy;

  const showsVisits = settle('showVisits', layersOf(house, type, body)).value === 'yes';
  return {
    query: filled?.query ?? '',
    freshUntil: showsVisits || rules.some(([, each]) => goesByVisits(each) || showsVisitsOf(house, each, body.settings)) ? now + VISITS_FRESH : FOREVER,
    turnsDaily: rules.some(([, each]) => turnsWithTheDay(each.where)),
    page: {
      locale: language ?? site.locale, site: { label: site.label, home: addressIn(language, site.base || '/'), style: house.model.document.houseStyle }, title: entry ? titleOf(entry.type.is, saidIn(entry.said, language)) || entry.title : category ? titleOf(type.is, saidIn(body, language)) : pageTitle(house, page, language), address: resultAddress(addressIn(language, address), results), languages: languagesOf(house, address, results, language), isTop: page.parent === null,
      navigation: inOrder(house, top, main).filter((each) => inNavigation(house, each))
        .map((each) => ({ ...link(each), here: address === each.address || address.startsWith(`${each.address}/`) })),
      above: [...above.map(link), ...(category ? house.categories.trail(category.category.id).slice(0, -1).map((each) => ({ label: categoryLabel(each, language), address: categoryAddress(house, category.home, each.id, language) })) : [])],
      face: entry ? pageBySettings(mapToFace(entry.type.is.face.mapping, entry.type, entry.said, drawing), layersOf(house, type, body)) : faceOf(type, body),
      ...(author && settle('showAuthor', layersOf(house, type, body)).value === 'yes' ? { author } : {}),
      ...(showsVisits ? { visits: await pageVisits(house, entry?.id ?? category?.category.id ?? page.uuid) } : {}),
      ...(home === undefined || home === addressIn(language, address) ? {} : { canonical: home }),
      ...(layout ? { rows: layout.rows, ...(layout.lastFirst ? { lastFirst: layout.lastFirst } : {}) } : {}),
      slotOrder: order,
      slots,
      ...(picked ? { listing: picked, feeds: feedsOf(addressIn(language, address)) } : {}),
      ...(filled ? { listing: filled.listing, feeds: feedsOf(addressIn(language, address)), ...(filled.query ? { filtered: true } : {}) } : {}),
      below: [
        ...inOrder(house, page, below).map((each) => ({ ...link(each), summary: summaryOfPage(each) })),
        ...categories.map(({ label, address: at, count, home, category: each }) => ({ label, address: at, summary: summaryOfCategory(home, each), count })),
      ],
      ...(entry ? await companyOf(house, entry.type, entry.id, language) : {}),
      ...(beside.length > 0 ? { beside: beside.map(({ category: each, label, address: at, count }) => ({ label, address: at, count, here: each.id === category?.category.id })) } : {}),
    },
  };
}

/** Gathers everything a visitor's page is drawn from, and until when it is true. */
export async function visit(house: House, path: string, query = new URLSearchParams()): Promise<Visit> {
  const asked = canonicalAddress(path);
  if (asked === undefined) return { found: 'malformed' };
  const now = house.now();
  const { language, address: within } = splitLanguage(asked, house.model.document.locales.others);
  const split = splitResults(within);
  if (!split) return { found: 'nothing' };
  const { address, page: results } = split;
  const standing = await standingAt(house, address);
  if (!standing) return { found: 'nothing' };
  if (asked !== path) return { found: 'elsewhere', address: asked };
  const { page, entry, category } = standing;
  const type = house.model.pageType(page.type);
  if (!type) return { found: 'nothing' };
  const elsewhere = category && (await leadsElsewhere(house.content, house, category.home, category.category.id));
  if (elsewhere !== undefined) return elsewhere === null ? { found: 'nothing' } : { found: 'elsewhere', address: addressIn(language, elsewhere), forNow: true };
  const own = category?.words && pageBody(category.words.body);
  const body = category ? bodyOfCategory(type, pageBody(page.body), own, category.category, schemeShownBy(house, type)) : pageBody(page.body);
  const { page: drawn, turnsDaily, freshUntil, query: chosen } = await gather(house, standing, body, type, { ...(language === undefined ? {} : { language }), results, query });
  // A page of results stands only where there is something on it.
  if (results > 1 && (drawn.listing?.results?.addresses.length ?? 1) < results) return { found: 'nothing' };
  const turns = [await nextTurn(house.content, now), turnsDaily ? nextDayStarts(now, house.site.timeZone) : undefined];
  const ids: [Id, ...Id[]] = entry ? [entry.id, page.uuid] : category ? [category.category.id, page.uuid] : [page.uuid];
  return { found: 'page', ids, query: chosen, validUntil: Math.min(freshUntil, ...turns.filter((turn): turn is number => turn !== undefined)), page: drawn };
}

/** The category to look at a page by that shows categories: the one asked for, else the first in which something stands. */
async function exampleCategory(house: House, page: LivePage, asked: Id | undefined): Promise<CategoryPage | undefined> {
  const home = categoryHomeAt(house, page);
  if (!home) return undefined;
  const all = house.categories.inOrder(home.scheme).map(({ category }) => category);
  const counts = asked === undefined ? await liveCounts(house.content, house, home.scheme, all.slice(0, EXAMPLES).map(({ id }) => id)) : new Map<Id, number>();
  const category = asked === undefined ? all.find(({ id }) => (counts.get(id) ?? 0) > 0) ?? all[0] : all.find(({ id }) => id === asked);
  return category && { category, home, address: categoryAddress(house, home, category.id) };
}

/** A page as visitors would see it if its working version were published now; one that shows categories, by one of them. */
export async function pagePreview(house: House, id: string, { language, category: asked }: PreviewQuery = {}): Promise<{ page: VisitorPage }> {
  if (language !== undefined && !house.model.document.locales.others.includes(language)) throw unreadable([{ path: '/language', code: 'locale', message: `The site has no other language "${language}".` }]);
  const placeWorking = async (record: KeptRecord): Promise<LivePage | undefined> => {
    const place = await placeOf(house.content, record.id);
    return place && { ...place, id: 0, body: record.body, title: record.title, starts: 0, ends: FOREVER, publishedAt: house.now(), publishedBy: record.changedBy };
  };
  const record = isId(id) ? await recordByUuid(house.content, id, 'page') : undefined;
  const as = record && record.binnedAt === null ? await placeWorking(record) : undefined;
  // Words of a category are looked at on the page that they stand on.
  const above = as?.category && as.parent !== null ? await recordById(house.content, as.parent) : undefined;
  const all = above ? await placeWorking(above) : as;
  const type = house.model.pageType(all?.type ?? '');
  if (!as || !all || !type) throw notFound('page');
  const shown = entryTypeOf(house, type);
  const entry = shown && (await anyOwnPage(house, shown, all));
  const category = await exampleCategory(house, all, as.category ?? asked);
  const words = category && (above ? as : await wordsOf(house.content, house, category.home, category.category.id));
  const body = category ? bodyOfCategory(type, pageBody(all.body), words && pageBody(words.body), category.category, schemeShownBy(house, type)) : pageBody(all.body);
  return { page: (await gather(house, { page: all, ...(entry ? { entry } : {}), ...(category ? { category } : {}) }, body, type, language === undefined ? {} : { language })).page };
}
