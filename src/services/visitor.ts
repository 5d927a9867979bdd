import { nextDayStarts } from '../core/content/day';
import { blocksIn, referencesInSlots, type Block, type SlotContents } from '../core/content/blocks';
import { FOREVER } from '../core/content/states';
import { referencesInSaid, saidIn, type Said } from '../core/content/said';
import { titleOf } from '../core/content/values';
import { columnsOf, inRatio } from '../core/mapping/arrange';
import { leadingTo, mapToFace, type Drawing, type FaceContent } from '../core/mapping/map';
import { resultPages } from '../core/mapping/result-pages';
import { everyEntry, turnsWithTheDay, type ListingRule } from '../core/mapping/listing-rule';
import { settle, type Layers } from '../core/model/settings';
import { headingBySettings, itemBySettings, listingLayers, pageBySettings } from '../core/site/shown-by-settings';
import type { CompiledType } from '../core/model/compile';
import type { ContentType, PageType } from '../core/model/document';
import { isId, type Id } from '../core/ids';
import { addressIn, addressOf, canonicalAddress, resultAddress, splitLanguage, splitResults } from '../core/site/address';
import type { DrawnBlock, DrawnListing, DrawnSlots, VisitorPage } from '../core/site/visitor-page';
import { liveEntryBySlug } from '../store/entry-slugs';
import { listLive } from '../store/listing-query';
import { liveAbove, liveChildren, livePageAt, placeOf, type LivePage } from '../store/pages';
import { liveAt, nextTurn, recordByUuid } from '../store/records';
import { entryAddresses, entryHomes, entryTypeOf } from './entry-addresses';
import { sheetIn, today, type House } from './house';
import { entryBody, listingBody, pageBody, type PageBody } from './kept-body';
import { drawingOf, pageTitle } from './known';
import { notFound, unreadable } from './refusal';
import { pageVisits, VISITS_FRESH } from './visits';

/** What an address asks for: a page with the ids of what it is made from (the entry first, where it shows one), another spelling of its address, or nothing that stands. */
export type Visit = { found: 'page'; ids: [Id, ...Id[]]; page: VisitorPage; validUntil: number } | { found: 'elsewhere'; address: string } | { found: 'nothing' } | { found: 'malformed' };

/** What a visitor reads of a face in one go, for the line under a title. */
const summaryOf = (face: FaceContent) => face.summary?.[0]?.words ?? '';

async function drawListing(house: House, rule: ListingRule, language?: string, page = 1): Promise<DrawnListing> {
  const type = house.model.contentType(rule.from);
  const heading = (language && rule.headings?.[language]) || rule.heading;
  const nothing = { heading, arrangement: rule.arrangement, setOut: rule.setOut ?? {}, columns: [], items: [], matching: 0 };
  if (!type) return nothing;
  const asked = { sheet: sheetIn(house, type), surrogates: house.surrogates, now: house.now(), today: today(house) };
  const { matching, versions } = await listLive(house.content, asked, rule, page);
  const entries = versions.map(({ uuid, body }) => ({ id: uuid, said: entryBody(body) }));
  const drawing = await drawingOf(house.content, house, entries.flatMap(({ said }) => referencesInSaid(type.fields, said)), language);
  const layers = listingLayers(house.model.document, type.is, rule);
  const addresses = await entryAddresses(house.content, house, entries.map(({ id }) => ({ id, type: type.id })), language);
  const items = entries.map(({ id, said }) => {
    const face = itemBySettings(mapToFace(rule.mapping, type, said, drawing), layers);
    const address = addresses.get(id);
    return { id, face: address === undefined ? face : leadingTo(face, address) };
  });
  return { ...nothing, heading: headingBySettings({ heading }, layers), matching, columns: columnsOf(rule.mapping, type.fields), items: inRatio(items, rule.arrangement, nothing.setOut) };
}

/** A listing that fills a page, with where its pages of results stand. */
function paged(drawn: DrawnListing, rule: ListingRule, address: string, here: number): DrawnListing {
  const pages = resultPages(rule, drawn.matching);
  return pages === 1 ? drawn : { ...drawn, results: { here, addresses: Array.from({ length: pages }, (_, i) => resultAddress(address, i + 1)) } };
}

/** The rule of a listing as visitors see it now, if they see it. */
async function ruleOf(house: House, listing: string): Promise<ListingRule | undefined> {
  const record = await recordByUuid(house.content, listing, 'listing');
  const version = record && (await liveAt(house.content, record.id, house.now()));
  return version && listingBody(version.body).rule;
}

/** Draws blocks of a page. Listings are asked once each, however many blocks show them. */
class BlockDrawer {
  private readonly rules: Map<string, ListingRule>;

  constructor(private readonly house: House, private readonly drawing: Drawing, rules: readonly (readonly [string, ListingRule])[]) {
    this.rules = new Map(rules);
  }

  async slots(contents: SlotContents): Promise<DrawnSlots> {
    const drawn: DrawnSlots = {};
    for (const [slot, blocks] of Object.entries(contents)) drawn[slot] = (await Promise.all(blocks.map((block) => this.block(block)))).filter((block) => block !== undefined);
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
      ...(behaves ? { behaves } : {}), ...(face.rows ? { rows: face.rows } : {}), ...(variant ? { variant } : {}), ...(rule ? { listing: await drawListing(this.house, rule, this.drawing.language) } : {}),
    };
  }
}

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

/** An entry that has a page of its own: what visitors see of it, and where. */
interface OwnPage {
  id: Id;
  type: CompiledType<ContentType>;
  said: Said;
  title: string;
  address: string;
  publishedBy: string | null;
}

/** What is asked of a page besides itself: a language, a page of its results, the entry that it shows. */
interface Asked {
  language?: string;
  results?: number;
  entry?: OwnPage;
}

/** Gathers everything a page is drawn from, saying what it says in `body`. */
async function gather(house: House, page: LivePage, body: PageBody, type: CompiledType<PageType>, { language, results = 1, entry }: Asked = {}): Promise<{ page: VisitorPage; turnsDaily: boolean; freshUntil: number }> {
  const now = house.now();
  const { content, site } = house;
  const address = entry?.address ?? page.address;
  const above = await liveAbove(content, site.id, now, page.record);
  const top = page.parent === null ? page : above.find(({ parent }) => parent === null);
  const contents = standingIn(house, type, body, above);
  const listingIds = [...new Set([body.listing, ...blocksIn(contents).map(({ listing }) => listing)].filter((id): id is string => id !== undefined))];
  const rules = (await Promise.all(listingIds.map(async (id) => [id, await ruleOf(house, id)] as const))).filter((pair): pair is readonly [string, ListingRule] => pair[1] !== undefined);
  const rule = rules.find(([id]) => id === body.listing)?.[1];
  // The pages below the top stand in its navigation; those below any other page are named on it.
  const namesBelow = !rule && !entry && page.parent !== null;
  // What only says how the pages of entries are is no page to go to.
  const placesIn = async (above: number) => (await liveChildren(content, site.id, now, above)).filter(({ type: of }) => !entryTypeOf(house, house.model.pageType(of)));
  const [below, main] = await Promise.all([namesBelow ? placesIn(page.record) : [], top ? placesIn(top.record) : []]);
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
  const filled = rule && paged(await drawListing(house, rule, language, results), rule, addressIn(language, address), results);
  const author = entry ? entry.publishedBy : page.publishedBy;
  const showsVisits = settle('showVisits', layersOf(house, type, body)).value === 'yes';
  const layout = type.is.layouts.find(({ id }) => id === body.layout) ?? type.is.layouts[0];
  return {
    freshUntil: showsVisits ? now + VISITS_FRESH : FOREVER,
    turnsDaily: rules.some(([, each]) => turnsWithTheDay(each.where)),
    page: {
      locale: language ?? site.locale, site: { label: site.label, home: addressIn(language, '/'), style: house.model.document.houseStyle }, title: entry ? titleOf(entry.type.is, saidIn(entry.said, language)) || entry.title : pageTitle(house, page, language), address: resultAddress(addressIn(language, address), results), languages: languagesOf(house, address, results, language), isTop: page.parent === null,
      navigation: inOrder(house, top, main).filter((each) => inNavigation(house, each))
        .map((each) => ({ ...link(each), here: address === each.address || address.startsWith(`${each.address}/`) })),
      above: above.map(link),
      face: entry ? pageBySettings(mapToFace(entry.type.is.face.mapping, entry.type, entry.said, drawing), layersOf(house, type, body)) : faceOf(type, body),
      ...(author && settle('showAuthor', layersOf(house, type, body)).value === 'yes' ? { author } : {}),
      ...(showsVisits ? { visits: await pageVisits(house, entry?.id ?? page.uuid) } : {}),
      ...(layout ? { rows: layout.rows, ...(layout.lastFirst ? { lastFirst: layout.lastFirst } : {}) } : {}),
      slotOrder: type.is.slots.map(({ id }) => id),
      slots: await new BlockDrawer(house, drawing, rules).slots(contents),
      ...(filled ? { listing: filled } : {}),
      below: inOrder(house, page, below).map((each) => ({ ...link(each), summary: summaryOfPage(each) })),
    },
  };
}

/** What stands at an address in the main language: a page, or the page of an entry. */
async function standingAt(house: House, address: string): Promise<{ page: LivePage; entry?: OwnPage } | undefined> {
  const { content, site } = house;
  const page = await livePageAt(content, site.id, house.now(), address);
  if (page && !entryTypeOf(house, house.model.pageType(page.type))) return { page };
  const pieces = address.split('/').filter(Boolean);
  const slug = pieces.pop();
  const under = addressOf(pieces);
  if (slug === undefined) return undefined;
  for (const [typeId, home] of await entryHomes(content, house)) {
    const type = home.under === under ? house.model.contentType(typeId) : undefined;
    const found = type && (await liveEntryBySlug(content, house.surrogates.of(type.id), slug, house.now()));
    if (type && found) return { page: home.page, entry: { id: found.uuid, type, said: entryBody(found.body), title: found.title, address, publishedBy: found.publishedBy } };
  }
  return undefined;
}

/** One entry as a page that shows entries would show it, to look at the page by. */
async function anyOwnPage(house: House, type: CompiledType<ContentType>, page: LivePage): Promise<OwnPage | undefined> {
  const asked = { sheet: sheetIn(house, type), surrogates: house.surrogates, now: house.now(), today: today(house) };
  const [version] = (await listLive(house.content, asked, { where: everyEntry, order: [{ by: 'changed', direction: 'down' }], limit: 1 })).versions;
  if (!version) return undefined;
  const said = entryBody(version.body);
  const address = (await entryAddresses(house.content, house, [{ id: version.uuid, type: type.id }])).get(version.uuid) ?? page.address;
  return { id: version.uuid, type, said, title: titleOf(type.is, said.values), address, publishedBy: page.publishedBy };
}

/** Gathers everything a visitor's page is drawn from, and until when it is true. */
export async function visit(house: House, path: string): Promise<Visit> {
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
  const { page, entry } = standing;
  const type = house.model.pageType(page.type);
  if (!type) return { found: 'nothing' };
  const { page: drawn, turnsDaily, freshUntil } = await gather(house, page, pageBody(page.body), type, { ...(language === undefined ? {} : { language }), results, ...(entry ? { entry } : {}) });
  // A page of results stands only where there is something on it.
  if (results > 1 && (drawn.listing?.results?.addresses.length ?? 1) < results) return { found: 'nothing' };
  const turns = [await nextTurn(house.content, now), turnsDaily ? nextDayStarts(now, house.site.timeZone) : undefined];
  return { found: 'page', ids: entry ? [entry.id, page.uuid] : [page.uuid], validUntil: Math.min(freshUntil, ...turns.filter((turn): turn is number => turn !== undefined)), page: drawn };
}

/** A page as visitors would see it if its working version were published now. */
export async function pagePreview(house: House, id: string, language?: string): Promise<{ page: VisitorPage }> {
  if (language !== undefined && !house.model.document.locales.others.includes(language)) throw unreadable([{ path: '/language', code: 'locale', message: `The site has no other language "${language}".` }]);
  const record = isId(id) ? await recordByUuid(house.content, id, 'page') : undefined;
  const place = record && record.binnedAt === null ? await placeOf(house.content, record.id) : undefined;
  const type = house.model.pageType(record?.type ?? '');
  if (!record || !place || !type) throw notFound('page');
  const as: LivePage = { ...place, id: 0, body: record.body, title: record.title, starts: 0, ends: FOREVER, publishedAt: house.now(), publishedBy: record.changedBy };
  const shown = entryTypeOf(house, type);
  const entry = shown && (await anyOwnPage(house, shown, as));
  return { page: (await gather(house, as, pageBody(record.body), type, { ...(language === undefined ? {} : { language }), ...(entry ? { entry } : {}) })).page };
}
