import { referrers } from '../../store/refs';
import type { ReachLink } from '../../contract/entries';
import type { Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import { livePages, livePagesByIds, type LivePage } from '../../store/pages';
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
  pages: readonly LivePage[],
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

/**
 * What pages hand down in a slot stands on the pages below them too: those below, where one of the targets
 * stands in such a slot.
 */
async function inheritingPages(
  reader: Reader,
  installation: Installation,
  pages: readonly LivePage[],
  targets: readonly Id[],
): Promise<LivePage[]> {
  const hands = ({ type, body }: LivePage) =>
    (installation.model.pageType(type)?.definition.slots ?? []).some(({ id, handedDown }) => {
      const contents = handedDown ? JSON.stringify(pageBody(body).slots?.[id] ?? []) : '';
      return targets.some((target) => contents.includes(target));
    });
  const handing = new Set(pages.filter(hands).map(({ record }) => record));
  if (handing.size === 0) return [];
  const all = await livePages(reader, installation.now());
  const parents = new Map(all.map(({ record, parent }) => [record, parent]));
  return all.filter(({ parent }) => {
    for (let at = parent; at !== null && at !== undefined; at = parents.get(at) ?? null)
      if (handing.has(at)) return true;
    return false;
  });
}

/**
 * The pages that visitors see now and that refer to something, in their own words, in a block (those handed
 * down to them too) or by what fills them.
 */
export async function livePagesReferring(
  reader: Reader,
  installation: Installation,
  targets: Iterable<Id>,
  role?: string,
): Promise<LivePage[]> {
  const sought = [...targets];
  const using = new Set<number>();
  for (const target of sought)
    for (const { source, sort, role: as } of await referrers(reader, target, 1))
      if (sort === 'page' && (role === undefined || as === role)) using.add(source);
  if (using.size === 0) return [];
  const pages = await livePagesByIds(reader, installation.now(), [...using]);
  return [
    ...new Map(
      [...pages, ...(await inheritingPages(reader, installation, pages, sought))].map((page) => [
        page.record,
        page,
      ]),
    ).values(),
  ];
}

/** The pages visitors see now that show one of the listings. */
export const pagesShowing = async (
  reader: Reader,
  installation: Installation,
  listings: ReadonlySet<Id>,
): Promise<ReachedPage[]> =>
  reachedPages(reader, installation, await livePagesReferring(reader, installation, listings, 'listing'));
