import type { PreviewQuery } from '../../contract/pages';
import { languageAsked, languagesOn, visitorAddress } from '../runtime/languages';
import { nextDayStarts } from '../../core/content/day';
import { blocksIn, referencesInSlots, type Block, type SlotContents } from '../../core/content/blocks';
import type { Category } from '../../core/content/categories';
import { FOREVER } from '../../core/content/states';
import { referencesInLocalized, valuesIn } from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import type { PlaceContext } from '../../core/mapping/rule/here';
import { turnsWithTheDay, type ListingRule } from '../../core/mapping/rule/listing-rule';
import { mapToFace, type Drawing, type FaceContent } from '../../core/mapping/map';
import { resolveSetting, type Layers, type SettingsLayer } from '../../core/model/settings';
import { Sources } from '../../core/mapping/rule/sources';
import { bylineBySettings, listingLayers, pageBySettings } from '../../core/site/shown-by-settings';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { isId, type Id } from '../../core/ids';
import { canonicalAddress, feedsOf, resultAddress, splitResults } from '../../core/site/address';
import type { DrawnBlock, DrawnSlots, VisitorPage } from '../../core/site/visitor-page';
import { liveAbove, liveChildren, placeOf, type LivePage } from '../../store/pages';
import { nextTurn, recordById, recordByUuid, type KeptRecord } from '../../store/records';
import { liveCounts } from '../categories/counts';
import {
  bodyOfCategory,
  categoryAddress,
  categoryHomeAt,
  categoryHomes,
  categoryLabel,
  leadsElsewhere,
  schemeShownBy,
  waysTo,
  wordsOf,
  type CategoryHome,
  type CategoryWay,
} from '../categories/pages';
import { drawPicks } from '../pages/collections';
import { drawFilling, drawListing, ruleInForce, type RenderContext } from './listings';
import { entryAddresses, entryTypeOf } from '../entries/addresses';
import { companyOf } from './company';
import type { Installation } from '../runtime/installation';
import { pageBody, type PageBody } from '../records/bodies';
import { drawingOf, pageTitle } from '../records/known';
import { goesByVisits } from '../listings/leading';
import { notFound, invalidInput } from '../runtime/refusal';
import { MOST_BESIDE } from '../reach/by-place';
import {
  anyOwnPage,
  saysHowOthersAre,
  resolveAddress,
  type CategoryPage,
  type ResolvedAddress,
} from './resolve-address';
import { siteAt, siteOf } from '../runtime/sites';
import { pageVisits, VISITS_FRESH } from '../runtime/visits';

/**
 * What an address asks for: a page with the ids of what it is made from and the one spelling of what was
 * chosen of its list (the entry or category first, where it shows one), another address (`forNow` where that
 * may change), or nothing that stands.
 */
export type Visit =
  | { found: 'page'; ids: [Id, ...Id[]]; page: VisitorPage; query: string; validUntil: number }
  | { found: 'elsewhere'; address: string; forNow?: boolean }
  | { found: 'nothing' }
  | { found: 'malformed' };

/** Among how many categories one is sought to look at a page by. */
const EXAMPLES = 200;

/** What a visitor reads of a face in one go, for the line under a title. */
const summaryOf = (face: FaceContent) => face.summary?.[0]?.words ?? '';

/** Draws blocks of a page. Listings are asked once each, however many blocks show them. */
class BlockDrawer {
  private readonly rules: Map<string, ListingRule>;

  constructor(
    private readonly installation: Installation,
    private readonly drawing: Drawing,
    private readonly spotOf: (listing: Id) => RenderContext,
    rules: readonly (readonly [string, ListingRule])[],
  ) {
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
    const type = this.installation.model.blockType(block.type);
    if (!type || block.hidden) return undefined;
    const { face, behaves, key } = type.definition;
    const rule = block.listing ? this.rules.get(block.listing) : undefined;
    const variant = this.installation.model.document.houseStyle.variants.find(
      (each) => each.key === block.variant,
    );
    return {
      id: block.id,
      type: key,
      face: mapToFace(face.mapping, type, block, this.drawing),
      slots: await this.slots(block.slots ?? {}),
      ...(behaves ? { behaves } : {}),
      ...(face.rows ? { rows: face.rows } : {}),
      ...(variant ? { variant } : {}),
      ...(rule && block.listing
        ? { listing: await drawListing(this.installation, rule, this.spotOf(block.listing)) }
        : {}),
    };
  }
}

/** Whether a listing shows how often the pages of its entries were read. */
const showsVisitsOf = (
  installation: Installation,
  rule: ListingRule,
  page: SettingsLayer | undefined,
): boolean =>
  Sources.of(installation.model, rule.from).types.some(
    ({ definition }) =>
      bylineBySettings(listingLayers(installation.model.document, definition, rule, page)).showVisits,
  );

/**
 * What stands in a page's slots: its own blocks, or for a slot that is handed down and empty, what the
 * nearest page above put there.
 */
function standingIn(
  installation: Installation,
  type: CompiledType<PageType>,
  body: PageBody,
  above: readonly LivePage[],
): SlotContents {
  const contents: SlotContents = {};
  for (const slot of type.definition.slots) {
    const own = body.slots?.[slot.id] ?? [];
    contents[slot.id] = own;
    if (own.length > 0 || !slot.handedDown) continue;
    for (const page of [...above].reverse()) {
      const upper = installation.model
        .pageType(page.type)
        ?.definition.slots.find(({ key, handedDown }) => key === slot.key && handedDown);
      const handed = upper && pageBody(page.body).slots?.[upper.id];
      if (!handed || handed.length === 0) continue;
      contents[slot.id] = handed;
      break;
    }
  }
  return contents;
}

const layersOf = (installation: Installation, type: CompiledType<PageType>, body: PageBody): Layers => [
  { source: 'site', layer: installation.model.document.settings },
  { source: 'type', layer: type.definition.settings },
  { source: 'page', layer: body.settings },
];

/** Whether a page stands in the navigation: its type may decide it for all, or leave it to each page. */
function inNavigation(installation: Installation, page: LivePage): boolean {
  const type = installation.model.pageType(page.type);
  if (!type) return false;
  if (type.definition.inNavigation !== 'editor') return type.definition.inNavigation === 'yes';
  return resolveSetting('inNavigation', layersOf(installation, type, pageBody(page.body))).value === 'yes';
}

/** The pages below one in the order its type asks for. */
function inOrder(installation: Installation, parent: LivePage | undefined, children: LivePage[]): LivePage[] {
  const order = (parent && installation.model.pageType(parent.type)?.definition.childOrder) ?? 'byHand';
  if (order === 'title')
    return [...children].sort((a, b) =>
      new Intl.Collator(installation.model.locale).compare(a.title, b.title),
    );
  return order === 'date'
    ? [...children].sort((a, b) => b.publishedAt - a.publishedAt || a.id - b.id)
    : children;
}

/** The languages a page can be read in, each with where. Empty where there is only one. */
function languagesOf(
  installation: Installation,
  page: string,
  results: number,
  here?: string,
): VisitorPage['languages'] {
  const languages = languagesOn(installation, siteAt(installation, page));
  if (languages.length === 1) return [];
  return languages.map((language) => ({
    locale: language ?? installation.model.locale,
    address: resultAddress(visitorAddress(installation, language, page), results),
    here: language === here,
  }));
}

/** What is asked of a page besides itself: a language, a page of its results, what a visitor chose of them. */
interface PageRequest {
  language?: string;
  results?: number;
  query?: URLSearchParams;
}

/** The ways that lead on from a page: to the pages below it, and for a category to those beside it. */
async function waysOn(
  installation: Installation,
  { page, entry, category }: ResolvedAddress,
  children: readonly LivePage[],
  language?: string,
): Promise<{ categories: CategoryWay[]; beside: CategoryWay[] }> {
  if (category) {
    const {
      home,
      category: { id, scheme, parent },
    } = category;
    const siblings = installation.categories.below(scheme, parent);
    return {
      categories: await waysTo(
        installation.content,
        installation,
        home,
        installation.categories.below(scheme, id),
        language,
      ),
      beside:
        siblings.length > 1 && siblings.length <= MOST_BESIDE
          ? await waysTo(installation.content, installation, home, siblings, language)
          : [],
    };
  }
  const homes = entry
    ? []
    : [...(await categoryHomes(installation.content, installation)).values()].filter(
        (home) =>
          home.page.parent === page.record && children.some(({ record }) => record === home.page.record),
      );
  return {
    categories: (
      await Promise.all(
        homes.map((home) =>
          waysTo(
            installation.content,
            installation,
            home,
            installation.categories.below(home.scheme, null),
            language,
          ),
        ),
      )
    ).flat(),
    beside: [],
  };
}

/** Gathers everything a page is drawn from, saying what it says in `body`. */
async function gather(
  installation: Installation,
  standing: ResolvedAddress,
  body: PageBody,
  type: CompiledType<PageType>,
  { language, results = 1, query = new URLSearchParams() }: PageRequest = {},
): Promise<{ page: VisitorPage; turnsDaily: boolean; freshUntil: number; query: string }> {
  const now = installation.now();
  const { content } = installation;
  const { page, entry, category } = standing;
  const site = siteOf(installation, page.site);
  const address = entry?.address ?? category?.address ?? page.address;
  const place: PlaceContext = {
    ...(language === undefined ? {} : { language }),
    site: site.uuid,
    page: { id: page.uuid, values: body.values },
    ...(entry ? { entry: { id: entry.id, values: entry.localized.values } } : {}),
    ...(category ? { category: category.category.id } : {}),
  };
  const above = await liveAbove(content, now, page.record);
  const top = page.parent === null ? page : above.find(({ parent }) => parent === null);
  const contents = standingIn(installation, type, body, above);
  const listingIds = [
    ...new Set(
      [body.listing, ...blocksIn(contents).map(({ listing }) => listing)].filter(
        (id): id is string => id !== undefined,
      ),
    ),
  ];
  const rules = (
    await Promise.all(listingIds.map(async (id) => [id, await ruleInForce(installation, id)] as const))
  ).filter((pair): pair is readonly [string, ListingRule] => pair[1] !== undefined);
  const rule = rules.find(([id]) => id === body.listing)?.[1];
  // The pages below the top stand in its navigation; those below any other page are named on it.
  const namesBelow = !rule && !entry && page.parent !== null;
  // What only says how others are is no page to go to.
  const isPlace = ({ type: of }: LivePage) =>
    !saysHowOthersAre(installation, installation.model.pageType(of));
  const [children, mainChildren] = await Promise.all([
    namesBelow ? liveChildren(content, now, page) : [],
    top ? liveChildren(content, now, top) : [],
  ]);
  const [below, main] = [category ? [] : children.filter(isPlace), mainChildren.filter(isPlace)];
  const { categories, beside } = await waysOn(installation, standing, children, language);
  const fieldsOf = (each: LivePage) => installation.model.pageType(each.type)?.fields ?? [];
  const drawing = await drawingOf(
    content,
    installation,
    [
      ...(entry
        ? referencesInLocalized(entry.type.fields, entry.localized)
        : referencesInLocalized(type.fields, body)),
      ...below.flatMap((each) => referencesInLocalized(fieldsOf(each), pageBody(each.body))),
      ...referencesInSlots(installation.model, type.definition.slots, contents),
    ],
    language,
  );
  const link = (each: LivePage) => ({
    label: pageTitle(installation, each, language),
    address: visitorAddress(installation, language, each.address),
  });
  const faceOf = (of: CompiledType<PageType>, each: PageBody): FaceContent =>
    pageBySettings(
      mapToFace(of.definition.face.mapping, of, each, drawing),
      layersOf(installation, of, each),
    );
  const summaryOfPage = (each: LivePage) => {
    const of = installation.model.pageType(each.type);
    return of ? summaryOf(faceOf(of, pageBody(each.body))) : '';
  };
  const summaryOfCategory = (home: CategoryHome, each: Category) => {
    const of = installation.model.pageType(home.page.type);
    return of
      ? summaryOf(
          faceOf(
            of,
            bodyOfCategory(of, pageBody(home.page.body), undefined, each, schemeShownBy(installation, of)),
          ),
        )
      : '';
  };
  const layout = type.definition.layouts.find(({ id }) => id === body.layout) ?? type.definition.layouts[0];
  // In the order in which they stand: what fills the page comes behind its first slot, or before the last row
  // of its layout.
  const spot: RenderContext = { place, above: new Set(), settings: body.settings, language };
  const spotOf = (listing: Id): RenderContext => ({ ...spot, byHand: body.byHand?.[listing] ?? [] });
  const drawer = new BlockDrawer(installation, drawing, spotOf, rules);
  const order = type.definition.slots.map(({ id }) => id);
  const foot = new Set(
    (layout && layout.rows.length > 1 ? (layout.rows.at(-1)?.cells ?? []) : []).flatMap(({ holds }) =>
      holds.flatMap((held) => (typeof held === 'string' ? [] : [held.slot])),
    ),
  );
  const before = layout ? order.filter((id) => !foot.has(id)) : order.slice(0, 1);
  const among = (some: readonly Id[]): SlotContents =>
    Object.fromEntries(some.map((id) => [id, contents[id] ?? []]));
  const slotsBefore = await drawer.slots(among(before));
  const filled =
    rule &&
    (await drawFilling(installation, rule, spotOf(body.listing ?? ''), {
      address: visitorAddress(installation, language, address),
      results,
      query,
    }));
  const picked = filled ? undefined : await drawPicks(installation, type, body.picks ?? [], language);
  for (const { id } of picked?.items ?? []) spot.above.add(id);
  const slots = {
    ...slotsBefore,
    ...(await drawer.slots(among(order.filter((id) => !before.includes(id))))),
  };
  const home =
    entry &&
    (await entryAddresses(content, installation, [{ id: entry.id, type: entry.type.id }], language)).get(
      entry.id,
    );
  const author = entry ? entry.publishedBy : (category?.words ?? page).publishedBy;

  const showsVisits = resolveSetting('showVisits', layersOf(installation, type, body)).value === 'yes';
  return {
    query: filled?.query ?? '',
    freshUntil:
      showsVisits ||
      rules.some(([, each]) => goesByVisits(each) || showsVisitsOf(installation, each, body.settings))
        ? now + VISITS_FRESH
        : FOREVER,
    turnsDaily: rules.some(([, each]) => turnsWithTheDay(each.where)),
    page: {
      locale: language ?? installation.model.locale,
      site: {
        label: site.label,
        home: visitorAddress(installation, language, site.base || '/'),
        style: installation.model.document.houseStyle,
      },
      title: entry
        ? titleOf(entry.type.definition, valuesIn(entry.localized, language)) || entry.title
        : category
          ? titleOf(type.definition, valuesIn(body, language))
          : pageTitle(installation, page, language),
      address: resultAddress(visitorAddress(installation, language, address), results),
      languages: languagesOf(installation, address, results, language),
      isTop: page.parent === null,
      navigation: inOrder(installation, top, main)
        .filter((each) => inNavigation(installation, each))
        .map((each) => ({
          ...link(each),
          here: address === each.address || address.startsWith(`${each.address}/`),
        })),
      above: [
        ...above.map(link),
        ...(category
          ? installation.categories
              .trail(category.category.id)
              .slice(0, -1)
              .map((each) => ({
                label: categoryLabel(each, language),
                address: visitorAddress(
                  installation,
                  language,
                  categoryAddress(installation, category.home, each.id),
                ),
              }))
          : []),
      ],
      face: entry
        ? pageBySettings(
            mapToFace(entry.type.definition.face.mapping, entry.type, entry.localized, drawing),
            layersOf(installation, type, body),
          )
        : faceOf(type, body),
      ...(author && resolveSetting('showAuthor', layersOf(installation, type, body)).value === 'yes'
        ? { author }
        : {}),
      ...(showsVisits
        ? { visits: await pageVisits(installation, entry?.id ?? category?.category.id ?? page.uuid) }
        : {}),
      ...(home === undefined || home === visitorAddress(installation, language, address)
        ? {}
        : { canonical: home }),
      ...(layout ? { rows: layout.rows, ...(layout.lastFirst ? { lastFirst: layout.lastFirst } : {}) } : {}),
      slotOrder: order,
      slots,
      ...(picked ? { listing: picked, feeds: feedsOf(visitorAddress(installation, language, address)) } : {}),
      ...(filled
        ? {
            listing: filled.listing,
            feeds: feedsOf(visitorAddress(installation, language, address)),
            ...(filled.query ? { filtered: true } : {}),
          }
        : {}),
      below: [
        ...inOrder(installation, page, below).map((each) => ({
          ...link(each),
          summary: summaryOfPage(each),
        })),
        ...categories.map(({ label, address: at, count, home, category: each }) => ({
          label,
          address: at,
          summary: summaryOfCategory(home, each),
          count,
        })),
      ],
      ...(entry ? await companyOf(installation, entry.type, entry.id, language) : {}),
      ...(beside.length > 0
        ? {
            beside: beside.map(({ category: each, label, address: at, count }) => ({
              label,
              address: at,
              count,
              here: each.id === category?.category.id,
            })),
          }
        : {}),
    },
  };
}

/** Gathers everything a visitor's page is drawn from, and until when it is true. */
export async function visit(
  installation: Installation,
  path: string,
  query = new URLSearchParams(),
): Promise<Visit> {
  const asked = canonicalAddress(path);
  if (asked === undefined) return { found: 'malformed' };
  const now = installation.now();
  const { language, address: within } = languageAsked(installation, asked);
  const split = splitResults(within);
  if (!split) return { found: 'nothing' };
  const { address, page: results } = split;
  const standing = await resolveAddress(installation, address);
  if (!standing) return { found: 'nothing' };
  // One page has one address: a prefix that says what leads here anyway leads to the page without it.
  const plain = visitorAddress(installation, language, within);
  if (plain !== path) return { found: 'elsewhere', address: plain };
  const { page, entry, category } = standing;
  const type = installation.model.pageType(page.type);
  if (!type) return { found: 'nothing' };
  const elsewhere =
    category &&
    (await leadsElsewhere(installation.content, installation, category.home, category.category.id));
  if (elsewhere !== undefined)
    return elsewhere === null
      ? { found: 'nothing' }
      : { found: 'elsewhere', address: visitorAddress(installation, language, elsewhere), forNow: true };
  const own = category?.words && pageBody(category.words.body);
  // Days turn by the clock of the site that the page stands in.
  const onSite = { ...installation, timeZone: siteOf(installation, page.site).timeZone };
  const body = category
    ? bodyOfCategory(type, pageBody(page.body), own, category.category, schemeShownBy(installation, type))
    : pageBody(page.body);
  const {
    page: drawn,
    turnsDaily,
    freshUntil,
    query: chosen,
  } = await gather(onSite, standing, body, type, {
    ...(language === undefined ? {} : { language }),
    results,
    query,
  });
  // A page of results stands only where there is something on it.
  if (results > 1 && (drawn.listing?.results?.addresses.length ?? 1) < results) return { found: 'nothing' };
  const turns = [
    await nextTurn(installation.content, now),
    turnsDaily ? nextDayStarts(now, onSite.timeZone) : undefined,
  ];
  const ids: [Id, ...Id[]] = entry
    ? [entry.id, page.uuid]
    : category
      ? [category.category.id, page.uuid]
      : [page.uuid];
  return {
    found: 'page',
    ids,
    query: chosen,
    validUntil: Math.min(freshUntil, ...turns.filter((turn): turn is number => turn !== undefined)),
    page: drawn,
  };
}

/**
 * The category to look at a page by that shows categories: the one asked for, else the first in which
 * something stands.
 */
async function exampleCategory(
  installation: Installation,
  page: LivePage,
  asked: Id | undefined,
): Promise<CategoryPage | undefined> {
  const home = categoryHomeAt(installation, page);
  if (!home) return undefined;
  const all = installation.categories.inOrder(home.scheme).map(({ category }) => category);
  const counts =
    asked === undefined
      ? await liveCounts(
          installation.content,
          installation,
          home.scheme,
          all.slice(0, EXAMPLES).map(({ id }) => id),
        )
      : new Map<Id, number>();
  const category =
    asked === undefined
      ? (all.find(({ id }) => (counts.get(id) ?? 0) > 0) ?? all[0])
      : all.find(({ id }) => id === asked);
  return category && { category, home, address: categoryAddress(installation, home, category.id) };
}

/**
 * A page as visitors would see it if its working version were published now; one that shows categories, by
 * one of them.
 */
export async function pagePreview(
  installation: Installation,
  id: string,
  { language, category: asked }: PreviewQuery = {},
): Promise<{ page: VisitorPage }> {
  if (language !== undefined && !installation.model.document.locales.others.includes(language))
    throw invalidInput([
      { path: '/language', code: 'locale', message: `The site has no other language "${language}".` },
    ]);
  const placeWorking = async (record: KeptRecord): Promise<LivePage | undefined> => {
    const place = await placeOf(installation.content, record.id);
    return (
      place && {
        ...place,
        id: 0,
        body: record.body,
        title: record.title,
        starts: 0,
        ends: FOREVER,
        publishedAt: installation.now(),
        publishedBy: record.changedBy,
      }
    );
  };
  const record = isId(id) ? await recordByUuid(installation.content, id, 'page') : undefined;
  const as = record && record.binnedAt === null ? await placeWorking(record) : undefined;
  // Words of a category are looked at on the page that they stand on.
  const above =
    as?.category && as.parent !== null ? await recordById(installation.content, as.parent) : undefined;
  const all = above ? await placeWorking(above) : as;
  const type = installation.model.pageType(all?.type ?? '');
  if (!as || !all || !type) throw notFound('page');
  const shown = entryTypeOf(installation, type);
  const entry = shown && (await anyOwnPage(installation, shown, all));
  const category = await exampleCategory(installation, all, as.category ?? asked);
  const words =
    category &&
    (above ? as : await wordsOf(installation.content, installation, category.home, category.category.id));
  const body = category
    ? bodyOfCategory(
        type,
        pageBody(all.body),
        words && pageBody(words.body),
        category.category,
        schemeShownBy(installation, type),
      )
    : pageBody(all.body);
  return {
    page: (
      await gather(
        installation,
        { page: all, ...(entry ? { entry } : {}), ...(category ? { category } : {}) },
        body,
        type,
        language === undefined ? {} : { language },
      )
    ).page,
  };
}
