import { referencesInSaid } from '../core/content/said';
import type { Id } from '../core/ids';
import { columnsOf, inRatio } from '../core/mapping/arrange';
import { facetCondition, facetQuery, facetValues, pressed, readFacets, type ChosenFacets } from '../core/mapping/facets';
import { settled, type Standpoint } from '../core/mapping/here';
import { keepsRule, type Condition, type ListingRule } from '../core/mapping/listing-rule';
import { leadingTo, mapToFace } from '../core/mapping/map';
import { allIn } from '../core/mapping/pins';
import { resultPages } from '../core/mapping/result-pages';
import type { CompiledType } from '../core/model/compile';
import type { ContentType, Field } from '../core/model/document';
import { kindOf, type Kind, type KindName } from '../core/model/kinds';
import { addressIn, resultAddress } from '../core/site/address';
import { headingBySettings, itemBySettings, listingLayers } from '../core/site/shown-by-settings';
import type { DrawnFacet, DrawnListing } from '../core/site/visitor-page';
import type { Asker } from '../store/database';
import { countFacets } from '../store/facet-query';
import { listLive, type Asked } from '../store/listing-query';
import { livePagesAmong } from '../store/pages';
import { liveAt, recordByUuid } from '../store/records';
import { entryAddresses } from './entry-addresses';
import { sheetIn, today, type House } from './house';
import { entryBody, listingBody, pageBody } from './kept-body';
import { drawingOf, pageTitle } from './known';

/** Where a listing is drawn: what its place gives it, the entries that listings above it on the page show (its own are added to them), the language. */
export interface ListingSpot {
  place: Standpoint;
  above: Set<Id>;
  language?: string | undefined;
}

const nobodyChose: ChosenFacets = new Map();

const askedOf = (house: House, type: CompiledType<ContentType>): Asked => ({ sheet: sheetIn(house, type), surrogates: house.surrogates, now: house.now(), today: today(house) });

/** The fields by which visitors filter a listing. */
const facetFields = (type: CompiledType<ContentType>, rule: ListingRule): Field[] => (rule.facets ?? []).flatMap((id) => type.field(id) ?? []);

/** The rule as it holds at a spot: what the place gives put in, what stands above left out. */
function ruleAt(rule: ListingRule, { place, above }: ListingSpot): ListingRule {
  const where = settled(rule.where, place);
  if (!rule.notAbove || above.size === 0) return { ...rule, where };
  return { ...rule, where: { all: [where, { not: { entry: [...above] } }] }, pins: (rule.pins ?? []).filter(({ entry }) => !above.has(entry)) };
}

/** The rule as far as a visitor's choice lets through: pinned entries stand among the others then. */
function narrowed(rule: ListingRule, choice: Condition): ListingRule {
  const { pins: _pins, leaveOut: _leaveOut, ...rest } = rule;
  return { ...rest, where: { all: [allIn(rule), choice] } };
}

/** What visitors see of a listing at a spot: of all of them, or of those that a visitor chose. */
export async function drawListing(house: House, given: ListingRule, spot: ListingSpot, page = 1, chosen: ChosenFacets = nobodyChose): Promise<DrawnListing> {
  const { language } = spot;
  const type = house.model.contentType(given.from);
  const heading = (language && given.headings?.[language]) || given.heading;
  const nothing = { heading, arrangement: given.arrangement, setOut: given.setOut ?? {}, columns: [], items: [], matching: 0 };
  if (!type) return nothing;
  const here = ruleAt(given, spot);
  const rule = chosen.size === 0 ? here : narrowed(here, facetCondition(facetFields(type, here), chosen));
  const { matching, versions } = await listLive(house.content, askedOf(house, type), rule, page);
  for (const { uuid } of versions) spot.above.add(uuid);
  const entries = versions.map(({ uuid, body }) => ({ id: uuid, said: entryBody(body) }));
  const drawing = await drawingOf(house.content, house, entries.flatMap(({ said }) => referencesInSaid(type.fields, said)), language);
  const layers = listingLayers(house.model.document, type.is, rule);
  const addresses = await entryAddresses(house.content, house, entries.map(({ id }) => ({ id, type: type.id })), language);
  const items = entries.map(({ id, said }) => {
    const face = itemBySettings(mapToFace(rule.mapping, type, said, drawing), layers);
    const address = addresses.get(id);
    return { id, face: address === undefined ? face : leadingTo(face, address) };
  });
  const fullList = rule.fullList === undefined ? undefined : await fullListOf(house, given, rule.fullList, matching, language);
  return { ...nothing, ...(fullList ? { fullList } : {}), heading: headingBySettings({ heading }, layers), matching, columns: columnsOf(rule.mapping, type.fields), items: inRatio(items, rule.arrangement, nothing.setOut) };
}

/** The way to the page with the full list: with how many stand there, where it keeps the same rule. */
async function fullListOf(house: House, rule: ListingRule, id: Id, matching: number, language?: string): Promise<DrawnListing['fullList']> {
  const record = await recordByUuid(house.content, id, 'page');
  const [page] = record ? await livePagesAmong(house.content, house.site.id, house.now(), [record.id]) : [];
  if (!page) return undefined;
  const { listing } = pageBody(page.body);
  const other = listing === undefined ? undefined : await ruleInForce(house, listing);
  const same = other !== undefined && keepsRule(other, rule);
  return { label: pageTitle(house, page, language), address: addressIn(language, page.address), ...(same ? { count: matching } : {}) };
}

/** The rule of a listing as visitors see it now, if they see it. */
export async function ruleInForce(house: House, listing: Id, asker: Asker = house.content): Promise<ListingRule | undefined> {
  const record = await recordByUuid(asker, listing, 'listing');
  const version = record && (await liveAt(asker, record.id, house.now()));
  return version && listingBody(version.body).rule;
}

/** Where a listing fills a page: the address of that page in its language, which of the pages of results it is, and the query it was asked with. */
export interface Filling {
  address: string;
  results: number;
  query: URLSearchParams;
}

/** A listing that fills a page, with its pages of results and what visitors may filter by. `query` is the one spelling of what was chosen. */
export async function drawFilling(house: House, rule: ListingRule, spot: ListingSpot, { address, results, query: asked }: Filling): Promise<{ listing: DrawnListing; query: string }> {
  const type = house.model.contentType(rule.from);
  const fields = type ? facetFields(type, rule) : [];
  const chosen = readFacets(fields, asked, house.categories);
  const query = facetQuery(fields, chosen, house.categories);
  const facets = type && fields.length > 0 ? await drawFacets(house, type, ruleAt(rule, spot), fields, chosen, address, spot.language) : undefined;
  const listing = await drawListing(house, rule, spot, results, chosen);
  const pages = resultPages(rule, listing.matching);
  return {
    query,
    listing: {
      ...listing,
      ...(facets ? { facets: { fields: facets, ...(chosen.size > 0 ? { clear: address } : {}) } } : {}),
      ...(pages === 1 ? {} : { results: { here: results, addresses: Array.from({ length: pages }, (_, i) => `${resultAddress(address, i + 1)}${query}`) } }),
    },
  };
}

/** The fields that visitors filter by, with how many entries each value leaves among those that the other choices leave. */
async function drawFacets(house: House, type: CompiledType<ContentType>, rule: ListingRule, fields: readonly Field[], chosen: ChosenFacets, address: string, language?: string): Promise<DrawnFacet[]> {
  const { categories, surrogates } = house;
  const offered = fields.map((field) => facetValues(field, chosen, categories));
  const counts = await countFacets(house.content, askedOf(house, type), allIn(rule), fields.map((field, i) => ({
    field: field.id, where: facetCondition(fields, chosen, field.id), ...(field.kind === 'category' ? { categories: (offered[i] ?? []).map(({ value }) => String(value)) } : {}),
  })));
  const speaking = { locale: language ?? house.site.locale, known: { entries: new Map(), pages: new Map(), media: new Map(), categories: categories.knownIn(language) } };
  return fields.map((field, i) => {
    const had = chosen.get(field.id) ?? [];
    const isChosen = (value: unknown) => had.some((each) => each === value || (field.kind === 'category' && categories.isUnder(String(each), String(value))));
    const values = (offered[i] ?? []).map(({ value, depth }) => ({
      label: (kindOf(field) as Kind<KindName>).inWords(value as never, field.rules as never, speaking), depth, chosen: isChosen(value),
      count: counts[i]?.get(typeof value === 'boolean' ? Number(value) : surrogates.find(String(value))) ?? 0,
      address: `${address}${facetQuery(fields, pressed(field, chosen, value, categories), categories)}`,
    }));
    return { key: field.key, label: field.label, values: values.filter(({ count, chosen: kept }) => count > 0 || kept) };
  }).filter(({ values }) => values.length > 0);
}
