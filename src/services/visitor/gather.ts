import { nextTurnIn, type SlotContents } from '../../core/content/blocks';
import { FOREVER } from '../../core/content/states';
import type { Id } from '../../core/ids';
import { type Drawing } from '../../core/mapping/face';
import type { PlaceContext } from '../../core/mapping/rule/here';
import { PER_PAGE } from '../../core/mapping/arrangement/result-pages';
import { turnsWithTheDay, type ListingRule } from '../../core/mapping/rule/listing-rule';
import { Sources } from '../../core/mapping/rule/sources';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { answersOf } from '../../core/model/page-source';
import { type SettingsLayer } from '../../core/model/settings';
import { bylineBySettings, listingLayers } from '../../core/site/shown-by-settings';
import type { VisitorPage } from '../../core/site/visitor-page';
import { goesByVisits } from '../listings/leading';
import { drawPicks } from '../pages/collections';
import { type PageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { siteOf } from '../runtime/sites';
import { VISITS_FRESH } from '../runtime/visits';
import { BlockDrawer } from './draw-blocks';
import { feedsAt } from './follow';
import {
  drawingFor,
  drawWays,
  frameOf,
  ownWords,
  surroundingsOf,
  waysOf,
  type Asked,
  type PageRequest,
  type Surroundings,
} from './page-parts';
import { drawFilling, type RenderContext } from './listings';
import { Navigator } from './navigation';
import { type ResolvedAddress } from './resolve-address';
import { layersOf } from './stands-in';
import type { LivePage } from '../../store/live-pages';

/** What listings may take from where they stand on a page. */
const placeOf = (
  installation: Installation,
  { standing: { page, entry, category }, body, language }: Asked,
): PlaceContext => ({
  ...(language === undefined ? {} : { language }),
  site: siteOf(installation, page.site).uuid,
  page: { id: page.uuid, values: body.values },
  ...(entry ? { entry: { id: entry.id, values: entry.localized.values } } : {}),
  ...(category ? { category: category.category.id } : {}),
});

const navigatorOf = (
  installation: Installation,
  { standing: { page }, language }: Asked,
  { above, address }: Surroundings,
): Navigator => new Navigator(installation, { page, above, address, language });

/** What fills a page and stands in its slots. */
async function drawContents(
  installation: Installation,
  asked: Asked,
  { address, contents, rules, filling, allAt }: Surroundings,
  drawing: Drawing,
  navigator: Navigator,
  madeFrom: Set<Id>,
) {
  const { body, type, language, results = 1, query, arranging = false } = asked;
  const layout = type.definition.layouts.find(({ id }) => id === body.layout) ?? type.definition.layouts[0];
  // In the order in which they stand: what fills the page comes behind its first slot, or before the last row
  // of its layout.
  const spot: RenderContext = {
    place: placeOf(installation, asked),
    above: new Set(),
    settings: body.settings,
    language,
    madeFrom,
  };
  const spotOf = (listing: Id): RenderContext => {
    const all = allAt.get(listing);
    return {
      ...spot,
      byHand: body.byHand?.[listing] ?? [],
      ...(all === undefined ? {} : { allAt: visitorAddress(installation, language, all) }),
    };
  };
  const drawer = new BlockDrawer(installation, drawing, spotOf, rules, arranging, navigator);
  const order = type.definition.slots.map(({ id }) => id);
  const inFoot = type.definition.slots.filter((slot) => slot.inFoot).map(({ id }) => id);
  const last = layout && layout.rows.length > 1 ? (layout.rows.at(-1)?.cells ?? []) : [];
  const foot = new Set(
    last.flatMap(({ holds }) => holds.flatMap((held) => (typeof held === 'string' ? [] : [held.slot]))),
  );
  const before = layout ? order.filter((id) => !foot.has(id)) : order.slice(0, 1);
  const among = (some: readonly Id[]): SlotContents =>
    Object.fromEntries(some.map((id) => [id, contents[id] ?? []]));
  const slotsBefore = await drawer.slots(among(before));
  const here = visitorAddress(installation, language, address);
  const filled =
    filling &&
    (await drawFilling(installation, perPageOf(asked, filling), spotOf(body.listing ?? ''), {
      address: here,
      results,
      query: query ?? new URLSearchParams(),
    }));
  const picked = filled ? undefined : await drawPicks(installation, type, body.picks ?? [], language);
  for (const { id } of picked?.items ?? []) spot.above.add(id);
  const slotsBehind = await drawer.slots(among(order.filter((id) => !before.includes(id))));
  return {
    query: filled?.query ?? '',
    drawn: {
      ...(layout ? { rows: layout.rows, ...(layout.lastFirst ? { lastFirst: layout.lastFirst } : {}) } : {}),
      ...(layout?.opens ? { opens: layout.opens } : {}),
      slotOrder: order,
      ...(inFoot.length > 0 ? { footSlots: inFoot } : {}),
      slots: { ...slotsBefore, ...slotsBehind },
      ...(picked
        ? {
            listing: picked,
            ...feedsAt(
              installation,
              answersOf(type.definition.source).picked?.types ?? [],
              layersOf(installation, type, body),
              here,
            ),
          }
        : {}),
      ...(filled && filling
        ? {
            listing: filled.listing,
            ...feedsAt(
              installation,
              filling.from,
              layersUnder(installation, filling, body.settings),
              here,
              filled.query,
            ),
            ...(filled.query ? { filtered: true } : {}),
          }
        : {}),
    },
  };
}

/** The rule of a listing that fills a page, with as many on a page as are asked for. */
const perPageOf = ({ perPage }: Asked, rule: ListingRule): ListingRule =>
  perPage === undefined || rule.limit !== 'all' ? rule : { ...rule, perPage };

/** The settings under which a listing stands on a page: those of a type, where all that it takes is of one. */
function layersUnder(
  { model }: Installation,
  rule: ListingRule,
  page: SettingsLayer | undefined,
): ReturnType<typeof listingLayers> {
  const [only, ...others] = Sources.of(model, rule.from).types;
  return listingLayers(model.document, others.length === 0 ? only?.definition : undefined, rule, page);
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

/** A page as it is gathered: what it is drawn from, whether it turns with the day, until when (ms) it is fresh. */
export interface Gathered {
  page: VisitorPage;
  turnsDaily: boolean;
  freshUntil: number;
  /** The one spelling of what was chosen of its list. */
  query: string;
  /** The ids of what it is made from besides what it stands for. */
  madeFrom: ReadonlySet<Id>;
  /** Of slots that a page above fills, by their ids: which. */
  inherited: ReadonlyMap<Id, LivePage>;
}

/** Gathers everything a page is drawn from, saying what it says in `body`. */
export async function gather(
  installation: Installation,
  standing: ResolvedAddress,
  body: PageBody,
  type: CompiledType<PageType>,
  request: PageRequest = {},
): Promise<Gathered> {
  const asked: Asked = { standing, body, type, ...request };
  const around = await surroundingsOf(installation, asked);
  const navigator = navigatorOf(installation, asked, around);
  const ways = await waysOf(installation, asked, around, navigator);
  const drawing = await drawingFor(installation, asked, around, ways);
  const madeFrom = new Set<Id>();
  const { drawn, query } = await drawContents(installation, asked, around, drawing, navigator, madeFrom);
  const { commentsUntil = FOREVER, ...own } = await ownWords(installation, asked, around, drawing);
  const { address, rules } = around;
  const tellsVisits =
    'visits' in own ||
    rules.some(([, each]) => goesByVisits(each) || showsVisitsOf(installation, each, body.settings));
  return {
    query,
    inherited: around.inherited,
    madeFrom,
    freshUntil: Math.min(
      tellsVisits || madeFrom.size > 0 ? installation.now() + VISITS_FRESH : FOREVER,
      commentsUntil,
      nextTurnIn(around.contents, installation.now()) ?? FOREVER,
    ),
    turnsDaily: rules.some(([, each]) => turnsWithTheDay(each.where)),
    page: {
      ...frameOf(installation, asked, address),
      ...own,
      ...drawn,
      ...drawWays(installation, asked, around, ways, drawing, navigator),
    },
  };
}

/**
 * Gathers the page of all that a listing shows where it stands: below the page that shows it, in pages, with its feed.
 * Nothing where no listing there leads to the address (in the tree).
 */
export async function gatherAllResults(
  installation: Installation,
  standing: ResolvedAddress,
  body: PageBody,
  type: CompiledType<PageType>,
  request: PageRequest & { allAt: string },
): Promise<Gathered | undefined> {
  const asked: Asked = { standing, body, type, ...request };
  const { language, results = 1, query: chosen = new URLSearchParams() } = request;
  const around = await surroundingsOf(installation, asked);
  const id = [...around.allAt].find(([, at]) => at === request.allAt)?.[0];
  const found = around.rules.find(([listing]) => listing === id)?.[1];
  if (!found) return undefined;
  const { fullList: _fullList, notAbove: _notAbove, skip: _skip, ...rest } = found;
  const rule: ListingRule = perPageOf(asked, { ...rest, limit: 'all', perPage: rest.perPage ?? PER_PAGE });
  const navigator = navigatorOf(installation, asked, around);
  const ways = await waysOf(installation, asked, around, navigator);
  const drawing = await drawingFor(installation, asked, around, ways);
  const address = visitorAddress(installation, language, request.allAt);
  const madeFrom = new Set<Id>();
  const { listing, query } = await drawFilling(
    installation,
    rule,
    {
      place: placeOf(installation, asked),
      above: new Set(),
      byHand: body.byHand?.[id ?? ''] ?? [],
      settings: body.settings,
      language,
      madeFrom,
    },
    { address, results, query: chosen },
  );
  const { above, ...leading } = drawWays(installation, asked, around, ways, drawing, navigator);
  const { title } = await ownWords(installation, asked, around, drawing);
  const heading = listing.heading || title;
  return {
    query,
    inherited: around.inherited,
    madeFrom,
    freshUntil:
      goesByVisits(rule) || showsVisitsOf(installation, rule, body.settings) || madeFrom.size > 0
        ? installation.now() + VISITS_FRESH
        : FOREVER,
    turnsDaily: turnsWithTheDay(rule.where),
    page: {
      ...frameOf(installation, asked, request.allAt),
      isTop: false,
      title: heading,
      face: { heading: [{ words: heading, step: 0 }] },
      slotOrder: [],
      slots: {},
      listing: { ...listing, heading: '' },
      ...feedsAt(installation, rule.from, layersUnder(installation, rule, body.settings), address, query),
      ...(query ? { filtered: true } : {}),
      ...leading,
      below: [],
      above: [...above, { label: title, address: visitorAddress(installation, language, around.address) }],
    },
  };
}
