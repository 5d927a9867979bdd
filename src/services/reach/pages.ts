import type { ReachLink } from '../../contract/entries';
import type { Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import {
  liveBelow,
  livePagesByIds,
  livePlaces,
  liveSlots,
  livePlacesNaming,
  type LivePage,
  type LivePlace,
} from '../../store/live-pages';
import type { CompiledModel } from '../../core/model/compile';
import { answersOf } from '../../core/model/page-source';
import { standsIn } from '../visitor/stands-in';
import { sharedNaming } from '../../store/refs';
import { categoryAddress, categoryHomes, categoryLabel, type CategoryHome } from '../categories/pages';
import type { Installation } from '../runtime/installation';

/** A visitor's page that a change reaches. */
export interface ReachedPage {
  /** The page's id, or that of the entry or category whose own page it is. */
  uuid: Id;
  sort?: 'entry' | 'category';
  title: string;
  address: string;
}

export const pageLink = ({ uuid, sort, title, address }: ReachedPage): ReachLink => ({
  sort: sort ?? 'page',
  id: uuid,
  label: title,
  detail: address,
});

export const distinctPages = (pages: readonly ReachedPage[]): ReachedPage[] => [
  ...new Map(pages.map((page) => [page.uuid, page])).values(),
];

/** The pages of some categories, as visitors find them. */
export const categoryPages = (
  installation: Installation,
  home: CategoryHome,
  categories: readonly Id[],
): ReachedPage[] =>
  categories.flatMap((id): ReachedPage[] => {
    const category = installation.categories.get(id);
    return category
      ? [
          {
            uuid: id,
            sort: 'category',
            title: categoryLabel(category),
            address: categoryAddress(installation, home, id),
          },
        ]
      : [];
  });

/** The types of pages that lead somewhere by a field, by integer key, as each model has them. */
const leadingTypes = new WeakMap<CompiledModel, readonly number[]>();

function typesLeading({ model, keyMap }: Installation): readonly number[] {
  const known = leadingTypes.get(model);
  if (known) return known;
  const types = model.pageTypes.flatMap(({ id, definition }) => {
    const { leads } = answersOf(definition.source);
    return leads === undefined || leads === 'below' ? [] : [keyMap.of(id)];
  });
  leadingTypes.set(model, types);
  return types;
}

/**
 * Where some of the pages only lead elsewhere, as the navigation does for them: the pages of their sites, on which
 * where they lead is told.
 */
async function pagesLeading(
  reader: Reader,
  installation: Installation,
  pages: readonly LivePlace[],
): Promise<LivePlace[]> {
  const types = typesLeading(installation);
  if (types.length === 0 || pages.length === 0) return [];
  const now = installation.now();
  const reached = new Set(pages.map(({ record }) => record));
  const leading = (await livePlaces(reader, now, { types })).filter(({ record }) => reached.has(record));
  const found = await livePagesByIds(
    reader,
    now,
    leading.map(({ record }) => record),
  );
  const sites = new Set(
    found.flatMap((page) =>
      standsIn(installation, page, 'head') || standsIn(installation, page, 'foot') ? [page.site] : [],
    ),
  );
  return (await Promise.all([...sites].map((site) => livePlaces(reader, now, { site })))).flat();
}

/** Pages of the tree as what visitors see of them: words of a category are part of its page. */
export async function reachedPages(
  reader: Reader,
  installation: Installation,
  pages: readonly LivePlace[],
): Promise<ReachedPage[]> {
  const homes = pages.some(({ category }) => category !== null)
    ? [...(await categoryHomes(reader, installation)).values()]
    : [];
  return [...pages, ...(await pagesLeading(reader, installation, pages))].flatMap((page): ReachedPage[] => {
    if (page.category === null) return [{ uuid: page.uuid, title: page.title, address: page.address }];
    const home = homes.find((each) => each.page.record === page.parent);
    return home ? categoryPages(installation, home, [page.category]) : [];
  });
}

/** A page as it uses something: itself, or below what hands down to it what uses it. */
type Using = readonly [target: Id, page: LivePlace];

/**
 * What pages hand down in a slot stands on the pages below them too: those below, by what stands in such a slot. Only
 * what stands in such slots is read for it.
 */
async function inheriting(
  reader: Reader,
  installation: Installation,
  naming: readonly { target: Id; record: number; type: Id }[],
): Promise<Using[]> {
  const slotsOf = (type: Id): Id[] =>
    (installation.model.pageType(type)?.definition.slots ?? []).flatMap(({ id, handedDown }) =>
      handedDown ? [id] : [],
    );
  const handing = naming.filter(({ type }) => slotsOf(type).length > 0);
  if (handing.length === 0) return [];
  const now = installation.now();
  const filled = await liveSlots(
    reader,
    now,
    [...new Set(handing.map(({ record }) => record))],
    [...new Set(handing.flatMap(({ type }) => slotsOf(type)))],
  );
  const stands = handing.filter(({ record, target, type }) =>
    filled.some(
      (each) => each.record === record && slotsOf(type).includes(each.slot) && each.blocks.includes(target),
    ),
  );
  if (stands.length === 0) return [];
  const below = await liveBelow(reader, now, [...new Set(stands.map(({ record }) => record))]);
  return stands.flatMap(({ target, record }) =>
    below.filter(({ top }) => top === record).map((page): Using => [target, page]),
  );
}

/** How a page refers to a shared block that stands on it. */
const SHARED_ROLE = 'shared:';

/**
 * Where the pages stand that visitors see now and that refer to each of some things, in their own words, in
 * a block (those handed down to them too) or by what fills them.
 */
export async function livePlacesReferringTo(
  reader: Reader,
  installation: Installation,
  targets: Iterable<Id>,
  role?: string,
): Promise<Map<Id, LivePlace[]>> {
  const sought = [...new Set(targets)];
  if (sought.length === 0) return new Map();
  const now = installation.now();
  const [naming, through] = await Promise.all([
    livePlacesNaming(reader, now, sought, role),
    // What a shared block refers to, the pages refer to on which it stands; it holds no shared blocks itself.
    role === SHARED_ROLE ? [] : sharedNaming(reader, now, sought, role),
  ]);
  const below = await inheriting(reader, installation, naming);
  const found = new Map<Id, Map<number, LivePlace>>();
  const add = (target: Id, place: LivePlace) => {
    const of = found.get(target);
    if (of) of.set(place.record, place);
    else found.set(target, new Map([[place.record, place]]));
  };
  for (const { target, type: _type, ...place } of naming) add(target, place);
  for (const [target, place] of below) add(target, place);
  const placed =
    through.length === 0
      ? new Map<Id, LivePlace[]>()
      : await livePlacesReferringTo(
          reader,
          installation,
          through.map(({ shared }) => shared),
          SHARED_ROLE,
        );
  for (const { target, shared } of through) for (const place of placed.get(shared) ?? []) add(target, place);
  // What is inherited stands among the others by its address, and so does what comes through shared blocks.
  const sorted = (places: LivePlace[]): LivePlace[] =>
    below.length + through.length === 0
      ? places
      : places.sort((a, b) => (a.address < b.address ? -1 : a.address > b.address ? 1 : 0));
  return new Map([...found].map(([target, of]) => [target, sorted([...of.values()])]));
}

/** Where the pages stand that visitors see now and that refer to any of some things, each once. */
export const livePlacesReferring = async (
  reader: Reader,
  installation: Installation,
  targets: Iterable<Id>,
  role?: string,
): Promise<LivePlace[]> => [
  ...new Map(
    [...(await livePlacesReferringTo(reader, installation, targets, role)).values()]
      .flat()
      .map((place) => [place.record, place]),
  ).values(),
];

/** Those pages with what they say. */
export const livePagesReferring = async (
  reader: Reader,
  installation: Installation,
  targets: Iterable<Id>,
  role?: string,
): Promise<LivePage[]> =>
  livePagesByIds(
    reader,
    installation.now(),
    (await livePlacesReferring(reader, installation, targets, role)).map(({ record }) => record),
  );

/** The pages visitors see now that show one of the listings. */
export const pagesShowing = async (
  reader: Reader,
  installation: Installation,
  listings: ReadonlySet<Id>,
): Promise<ReachedPage[]> =>
  reachedPages(reader, installation, await livePlacesReferring(reader, installation, listings, 'listing'));
