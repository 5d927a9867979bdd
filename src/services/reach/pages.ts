import { referrersOfMany } from '../../store/refs';
import type { ReachLink } from '../../contract/entries';
import type { Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import { liveBelow, livePagesByIds, type LivePage, type LivePlace } from '../../store/pages';
import { categoryAddress, categoryHomes, categoryLabel, type CategoryHome } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { pageBody } from '../records/bodies';

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

/** Pages of the tree as what visitors see of them: words of a category are part of its page. */
export async function reachedPages(
  reader: Reader,
  installation: Installation,
  pages: readonly LivePlace[],
): Promise<ReachedPage[]> {
  const homes = pages.some(({ category }) => category !== null)
    ? [...(await categoryHomes(reader, installation)).values()]
    : [];
  return pages.flatMap((page): ReachedPage[] => {
    if (page.category === null) return [{ uuid: page.uuid, title: page.title, address: page.address }];
    const home = homes.find((each) => each.page.record === page.parent);
    return home ? categoryPages(installation, home, [page.category]) : [];
  });
}

/** A page as it uses something: itself, or as what hands down to it what uses it. */
type Using = readonly [target: Id, page: LivePage];

/** What pages hand down in a slot stands on the pages below them too: those below, by what stands in such a slot. */
async function inheriting(
  reader: Reader,
  installation: Installation,
  using: readonly Using[],
): Promise<Using[]> {
  const handing = using.filter(([target, { type, body }]) =>
    (installation.model.pageType(type)?.definition.slots ?? []).some(
      ({ id, handedDown }) => handedDown && JSON.stringify(pageBody(body).slots?.[id] ?? []).includes(target),
    ),
  );
  if (handing.length === 0) return [];
  const tops = [...new Set(handing.map(([, { record }]) => record))];
  const below = await liveBelow(reader, installation.now(), tops);
  return handing.flatMap(([target, { record }]) =>
    below.filter(({ top }) => top === record).map(({ top: _top, ...page }): Using => [target, page]),
  );
}

/**
 * The pages that visitors see now and that refer to each of some things, in their own words, in a block (those handed
 * down to them too) or by what fills them.
 */
export async function livePagesReferringTo(
  reader: Reader,
  installation: Installation,
  targets: Iterable<Id>,
  role?: string,
): Promise<Map<Id, LivePage[]>> {
  const sought = [...new Set(targets)];
  const refs =
    sought.length === 0
      ? []
      : (await referrersOfMany(reader, sought, 1)).filter(
          ({ sort, role: as }) => sort === 'page' && (role === undefined || as === role),
        );
  if (refs.length === 0) return new Map();
  const pages = new Map(
    (await livePagesByIds(reader, installation.now(), [...new Set(refs.map(({ source }) => source))])).map(
      (page) => [page.record, page],
    ),
  );
  const using = refs.flatMap(({ target, source }): Using[] => {
    const page = pages.get(source);
    return page ? [[target, page]] : [];
  });
  const found = new Map<Id, Map<number, LivePage>>();
  for (const [target, page] of [...using, ...(await inheriting(reader, installation, using))]) {
    const of = found.get(target) ?? new Map<number, LivePage>();
    found.set(target, of.set(page.record, page));
  }
  return new Map(
    [...found].map(([target, of]) => [
      target,
      [...of.values()].sort((a, b) => (a.address < b.address ? -1 : a.address > b.address ? 1 : 0)),
    ]),
  );
}

/** The pages that visitors see now and that refer to any of some things, each once. */
export const livePagesReferring = async (
  reader: Reader,
  installation: Installation,
  targets: Iterable<Id>,
  role?: string,
): Promise<LivePage[]> => [
  ...new Map(
    [...(await livePagesReferringTo(reader, installation, targets, role)).values()]
      .flat()
      .map((page) => [page.record, page]),
  ).values(),
];

/** The pages visitors see now that show one of the listings. */
export const pagesShowing = async (
  reader: Reader,
  installation: Installation,
  listings: ReadonlySet<Id>,
): Promise<ReachedPage[]> =>
  reachedPages(reader, installation, await livePagesReferring(reader, installation, listings, 'listing'));
