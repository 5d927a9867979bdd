import type {
  AddressAnswer,
  AddressQuery,
  HomesAnswer,
  HomesQuery,
  PlacesAnswer,
  PlaceVerdict,
  TreeAnswer,
  TreePage,
} from '../../contract/pages';
import { stateAt, type Span } from '../../core/content/states';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import { TOP, type PageType } from '../../core/model/document';
import { resolveSetting, type Layers } from '../../core/model/settings';
import { inTreeOrder } from '../../core/site/tree-order';
import type { Reader } from '../../store/database';
import { homesIn, navigationSaid, spansOfPages, tree, type PlacedPage } from '../../store/pages';
import { addressOfPlaced } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { needPage, typeOfPage } from './answer';
import { addressAt, pageTypeByKey, parentGiven, slugFor, typesAt, verdictsAmong, type Place } from './places';
import { sitesTold } from './sites';
import { siteGiven, siteOf } from '../runtime/sites';

/** Pages as the trees of their sites tell them, each after its parent; one whose parent is not given is left out. */
export async function asTree(
  installation: Installation,
  pages: readonly PlacedPage[],
  spansOf: (reader: Reader) => Promise<ReadonlyMap<number, readonly Span[]>>,
): Promise<(TreePage & { record: number })[]> {
  const { content, model } = installation;
  const [spans, said] = await Promise.all([spansOf(content), navigationSaid(content)]);
  /** As its type says for all, or as is set on the site, the type and the page. */
  const inNavigation = ({ record, type: id }: PlacedPage): boolean => {
    const type = model.pageType(id);
    if (!type || type.definition.inNavigation !== 'editor') return type?.definition.inNavigation === 'yes';
    const own = said.get(record);
    const layers: Layers = [
      { source: 'site', layer: model.document.settings },
      { source: 'type', layer: type.definition.settings },
      { source: 'page', layer: own === undefined ? undefined : { set: { inNavigation: own } } },
    ];
    return resolveSetting('inNavigation', layers).value === 'yes';
  };
  const byRecord = new Map(pages.map((page) => [page.record, page]));
  return inTreeOrder(pages, ({ record }) => record).map((page) => ({
    record: page.record,
    id: page.uuid,
    site: siteOf(installation, page.site).uuid,
    parent: byRecord.get(page.parent ?? 0)?.uuid ?? null,
    type: installation.model.pageType(page.type)?.definition.key ?? '',
    category: page.category,
    title: page.title || (installation.categories.get(page.category ?? '')?.label ?? ''),
    slug: page.slug,
    address: addressOfPlaced(installation, page, byRecord.get(page.parent ?? 0)?.address),
    revision: page.revision,
    inNavigation: inNavigation(page),
    state: stateAt(
      { stage: page.stage, spans: spans.get(page.record) ?? [], binned: false },
      installation.now(),
    ),
  }));
}

/** The trees of all sites, each page after its parent. */
export async function siteTree(installation: Installation): Promise<TreeAnswer> {
  const pages = await asTree(installation, await tree(installation.content), spansOfPages);
  return {
    sites: sitesTold(installation),
    pages: pages.map(({ record: _record, ...page }) => page),
  };
}

/**
 * The page types that may stand under a page, and with none at the top of a site (by id; without one, of the
 * first).
 */
export async function typesUnder(
  installation: Installation,
  id: Id | null,
  site?: Id,
): Promise<PlacesAnswer> {
  if (id === null)
    return { items: await typesAt(installation, { site: siteGiven(installation, site), parent: null }) };
  const { place } = await needPage(installation.content, id);
  return { items: await typesAt(installation, { site: siteOf(installation, place.site), parent: place }) };
}

/** How many pages are looked at in one go for homes. */
const LOOKED_AT = 200;
/** How many homes are told at once. */
const HOMES = 50;

/**
 * Where in its site a page may stand: the first homes, by their addresses. With words the pages that have them in their
 * titles, also those where it may not stand, and why.
 */
export async function homesFor(
  installation: Installation,
  id: Id,
  { q = '', limit = HOMES }: HomesQuery,
): Promise<HomesAnswer> {
  const { content, keyMap, model } = installation;
  const { record, place } = await needPage(content, id);
  const type = typeOfPage(installation, record.type);
  const holding = model.document.placements.flatMap(({ child, parent }) =>
    child === type.id && parent !== TOP ? [keyMap.of(parent)] : [],
  );
  const among = q.trim() === '' ? { types: holding } : { words: q };
  const items: PlaceVerdict[] = [];
  for (let after = ''; items.length <= limit;) {
    const homes = await homesIn(content, place.site, { after, most: LOOKED_AT, ...among });
    const verdicts = await verdictsAmong(content, installation, type, homes, place);
    homes.forEach(({ uuid, title, address }, i) => {
      const verdict = verdicts[i];
      if (uuid !== id && verdict && (verdict.allowed || 'words' in among))
        items.push({ id: uuid, label: title, detail: address, ...verdict });
    });
    if (homes.length < LOOKED_AT) break;
    after = homes.at(-1)?.address ?? '';
  }
  const told = items.slice(0, limit).sort((a, b) => Number(b.allowed) - Number(a.allowed));
  return { items: told, more: items.length > limit };
}

/** Where a new page of a type may stand, in all sites; or what has to be there before it. */
export interface PlacesForType {
  /** The first pages that may hold it, by their addresses. */
  places: PlaceVerdict[];
  /** Whether it may stand at the top of a site. */
  atTop: boolean;
  /** The key of a page type that may hold it, of which there is no page. */
  first?: string;
}

export async function placesForType(
  installation: Installation,
  type: CompiledType<PageType>,
): Promise<PlacesForType> {
  const { content, keyMap, model, sites } = installation;
  const parents = model.document.placements
    .filter(({ child }) => child === type.id)
    .map(({ parent }) => parent);
  const types = parents.filter((parent) => parent !== TOP).map((parent) => keyMap.of(parent));
  const places: PlaceVerdict[] = [];
  for (const site of sites) {
    const homes = await homesIn(content, site.id, { after: '', most: HOMES, types });
    const verdicts = await verdictsAmong(content, installation, type, homes, {
      record: 0,
      parent: null,
      site: site.id,
    });
    homes.forEach(({ uuid, title, address }, i) => {
      const verdict = verdicts[i];
      if (verdict?.allowed) places.push({ id: uuid, label: title, detail: address, ...verdict });
    });
  }
  const first = parents.flatMap((parent) => model.pageType(parent)?.definition.key ?? [])[0];
  return { places, atTop: parents.includes(TOP), ...(first === undefined ? {} : { first }) };
}

/** Whether a page may stand under another, as both stand now. */
export async function mayStandUnder(installation: Installation, id: Id, parent: Id): Promise<PlaceVerdict> {
  const { content } = installation;
  const [{ record, place }, above] = await Promise.all([needPage(content, id), needPage(content, parent)]);
  const type = typeOfPage(installation, record.type);
  const home = { ...above.place, title: above.record.title };
  const [verdict = { allowed: false, reasons: [] }] =
    place.site === above.place.site
      ? await verdictsAmong(content, installation, type, [home], place)
      : [{ allowed: false, reasons: ['It stands in another site.'] }];
  return { id: parent, label: home.title, detail: home.address, ...verdict };
}

export async function addressFor(
  installation: Installation,
  { title, type: key, parent: id, site }: AddressQuery,
): Promise<AddressAnswer> {
  const parent = await parentGiven(installation.content, id ?? null);
  const at: Place = {
    site: parent ? siteOf(installation, parent.site) : siteGiven(installation, site),
    parent,
  };
  const slug = await slugFor(
    installation.content,
    installation,
    pageTypeByKey(installation, key).definition,
    title,
    at,
    null,
  );
  return { slug, address: addressAt(at, slug) };
}
