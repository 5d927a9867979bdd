import { visitorAddress } from '../runtime/languages';
import type { Id } from '../../core/ids';
import { columnsOf, inRatio, type Item } from '../../core/mapping/arrangement/arrange';
import {
  facetCondition,
  facetQuery,
  facetsOf,
  parseFacets,
  type AskedFacet,
  type ChosenFacets,
} from '../../core/mapping/rule/facets';
import { bindPlace, type PlaceContext } from '../../core/mapping/rule/here';
import { OWN_LIST, type Condition, type ListingRule } from '../../core/mapping/rule/listing-rule';
import { narrowingTo } from '../../core/mapping/rule/narrowing';
import { leadingTo } from '../../core/mapping/face';
import { allIn } from '../../core/mapping/rule/pins';
import { resultPages } from '../../core/mapping/arrangement/result-pages';
import { Sources } from '../../core/mapping/rule/sources';
import { sayingIn } from '../../core/model/visitor-words';
import type { SettingsLayer } from '../../core/model/settings';
import { resultAddress } from '../../core/site/address';
import { headingBySettings, leadsOnBySettings, listingLayers } from '../../core/site/shown-by-settings';
import type { DrawnListing } from '../../core/site/visitor-page';
import type { Reader } from '../../store/database';
import { listAmong } from '../../store/queries/listing-query';
import { livePagesByIds } from '../../store/live-pages';
import { liveAt, recordByUuid } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { drawFacets } from './draw-facets';
import { drawItems } from './items';
import { drawLatestComments } from './latest-comments';
import { listingBody, pageBody } from '../records/bodies';
import { pageTitle } from '../records/known';
import { withLeadingEntries } from '../listings/leading';
import { addressesOf, sourcesOf } from '../listings/sources';

/**
 * Where a listing is drawn: what its place gives it, the entries that listings above it on the page show (its
 * own are added to them), the language.
 */
export interface RenderContext {
  place: PlaceContext;
  above: Set<Id>;
  /** What an editor placed first of this listing, where it stands. */
  byHand?: readonly Id[];
  /** What is set on the page: it goes before what is set on the listing. */
  settings?: SettingsLayer | undefined;
  language?: string | undefined;
  /** Where all that it shows here stands. */
  allAt?: string | undefined;
  /** The ids of what the page is made from besides itself: what listings show that is no content is added to them. */
  madeFrom?: Set<Id>;
}

const nobodyChose: ChosenFacets = new Map();

/** The facets by which visitors filter a listing. */
const facetsIn = (installation: Installation, rule: ListingRule): AskedFacet[] =>
  facetsOf(rule, Sources.of(installation.model, rule.from));

/** The rule as it holds at a spot: what the place gives put in, what stands above left out. */
function ruleAt(rule: ListingRule, { place, above }: RenderContext): ListingRule {
  const where = bindPlace(rule.where, place);
  if (!rule.notAbove || above.size === 0) return { ...rule, where };
  return {
    ...rule,
    where: { all: [where, { not: { entry: [...above] } }] },
    pins: (rule.pins ?? []).filter(({ entry }) => !above.has(entry)),
  };
}

/** The rule as far as a visitor's choice lets through: pinned entries stand among the others then. */
function narrowed(rule: ListingRule, choice: Condition): ListingRule {
  const { pins: _pins, leaveOut: _leaveOut, ...rest } = rule;
  return { ...rest, where: { all: [allIn(rule), choice] } };
}

/** What a page of results shows, and how many there are in all. */
interface Listed {
  matching: number;
  items: Item[];
}

/** The content that a rule lets through, each thing leading to where it stands. What stands there is told to the spot. */
async function contentAt(
  installation: Installation,
  rule: ListingRule,
  { above, byHand, language, settings }: RenderContext,
  page: number,
): Promise<Listed> {
  const { content } = installation;
  const asked = await sourcesOf(
    content,
    installation,
    await withLeadingEntries(content, installation, rule, byHand),
    language,
  );
  const { matching, versions } = await listAmong(content, asked, page);
  for (const { uuid } of versions) above.add(uuid);
  const drawn = await drawItems(installation, asked, versions, language, settings);
  const addresses = await addressesOf(content, installation, drawn, language);
  const items = drawn.map(({ type: _type, face, ...item }) => {
    const address = addresses.get(item.id);
    return { ...item, face: address === undefined ? face : leadingTo(face, address) };
  });
  return { matching, items };
}

/** What visitors said, wherever that may be told. */
async function commentsAt(
  installation: Installation,
  rule: ListingRule,
  { language, settings, madeFrom }: RenderContext,
  page: number,
): Promise<Listed> {
  const { madeFrom: these, ...listed } = await drawLatestComments(
    installation,
    rule,
    language,
    settings,
    page,
  );
  for (const id of these) madeFrom?.add(id);
  return listed;
}

/** What visitors see of a listing at a spot: of all of them, or of those that a visitor chose. */
export async function drawListing(
  installation: Installation,
  given: ListingRule,
  spot: RenderContext,
  page = 1,
  chosen: ChosenFacets = nobodyChose,
): Promise<DrawnListing> {
  const { language } = spot;
  const sources = Sources.of(installation.model, given.from);
  const heading = (language && given.headings?.[language]) || given.heading;
  const nothing = {
    heading,
    arrangement: given.arrangement,
    setOut: given.setOut ?? {},
    columns: [],
    items: [],
    matching: 0,
  };
  const here = ruleAt(given, spot);
  const rule =
    chosen.size === 0 ? here : narrowed(here, facetCondition(facetsIn(installation, here), chosen));
  const { matching, items } = sources.ofComments
    ? await commentsAt(installation, rule, spot, page)
    : await contentAt(installation, rule, spot, page);
  const layers = listingLayers(
    installation.model.document,
    sources.types.length === 1 ? sources.types[0]?.definition : undefined,
    rule,
    spot.settings,
  );
  const fullList =
    rule.fullList === undefined || !leadsOnBySettings(layers)
      ? undefined
      : await fullListOf(installation, given, rule.fullList, { matching, shown: items.length }, spot);
  return {
    ...nothing,
    ...(fullList ? { fullList } : {}),
    heading: headingBySettings({ heading }, layers),
    matching,
    columns: columnsOf(rule.mapping, sources.fields).map(({ part, label }) => ({
      part,
      label: sayingIn(installation.model.document, language)(label),
    })),
    items: inRatio(items, rule.arrangement, nothing.setOut),
  };
}

/**
 * The way to the full list: the chosen page, narrowed by what visitors may take off again to what the listing lets
 * through; where that page cannot say it, all that the listing shows, at an address of its own.
 */
async function fullListOf(
  installation: Installation,
  rule: ListingRule,
  id: Id | typeof OWN_LIST,
  { matching, shown }: { matching: number; shown: number },
  { place, language, allAt }: RenderContext,
): Promise<DrawnListing['fullList']> {
  const page = id === OWN_LIST ? undefined : await fullPage(installation, id, language);
  const list = page?.rule;
  const facets = list ? facetsIn(installation, list) : [];
  const bound = { ...rule, where: bindPlace(rule.where, place) };
  const chosen = list && narrowingTo(list, facets, bound);
  // What stands above on the page is left out here, and not there.
  const count = rule.notAbove ? {} : { count: matching };
  if (page && chosen)
    return {
      label: page.label,
      address: `${page.address}${facetQuery(facets, chosen, installation.categories)}`,
      ...count,
    };
  if (allAt === undefined) return page && { label: page.label, address: page.address };
  return rule.notAbove || matching > shown
    ? { label: (language && rule.headings?.[language]) || rule.heading, address: allAt, ...count }
    : undefined;
}

/** A page with a full list as visitors find it, with the rule of the list where one fills it. */
async function fullPage(
  installation: Installation,
  id: Id,
  language: string | undefined,
): Promise<{ label: string; address: string; rule: ListingRule | undefined } | undefined> {
  const record = await recordByUuid(installation.content, id, 'page');
  const [page] = record ? await livePagesByIds(installation.content, installation.now(), [record.id]) : [];
  if (!page) return undefined;
  const { listing } = pageBody(page.body);
  return {
    label: pageTitle(installation, page, language),
    address: visitorAddress(installation, language, page.address),
    rule: listing === undefined ? undefined : await ruleInForce(installation, listing),
  };
}

/** The rule of a listing as visitors see it now, if they see it. */
export async function ruleInForce(
  installation: Installation,
  listing: Id,
  reader: Reader = installation.content,
): Promise<ListingRule | undefined> {
  const record = await recordByUuid(reader, listing, 'listing');
  const version = record && (await liveAt(reader, record.id, installation.now()));
  return version && listingBody(version.body).rule;
}

/**
 * Where a listing fills a page: the address of that page in its language, which of the pages of results it
 * is, and the query it was asked with.
 */
export interface Filling {
  address: string;
  results: number;
  query: URLSearchParams;
}

/**
 * A listing that fills a page, with its pages of results and what visitors may filter by. `query` is the one
 * spelling of what was chosen.
 */
export async function drawFilling(
  installation: Installation,
  rule: ListingRule,
  spot: RenderContext,
  { address, results, query: asked }: Filling,
): Promise<{ listing: DrawnListing; query: string }> {
  const facets = facetsIn(installation, rule);
  const chosen = parseFacets(facets, asked, installation.categories);
  const query = facetQuery(facets, chosen, installation.categories);
  const fields =
    facets.length > 0
      ? await drawFacets(installation, ruleAt(rule, spot), facets, chosen, address, spot.language)
      : undefined;
  const listing = await drawListing(installation, rule, spot, results, chosen);
  const pages = resultPages(rule, listing.matching);
  return {
    query,
    listing: {
      ...listing,
      ...(fields ? { facets: { fields, ...(chosen.size > 0 ? { clear: address } : {}) } } : {}),
      ...(pages === 1
        ? {}
        : {
            results: {
              here: results,
              addresses: Array.from({ length: pages }, (_, i) => `${resultAddress(address, i + 1)}${query}`),
            },
          }),
    },
  };
}
