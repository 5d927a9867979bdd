import type { ReachLink } from '../contract/entries';
import type { Id } from '../core/ids';
import type { Asker } from '../store/database';
import { livePages, livePagesAmong, type LivePage } from '../store/pages';
import { referrers } from '../store/records';
import { categoryAddress, categoryHomes, categoryLabel, type CategoryHome } from './category-pages';
import type { House } from './house';
import { pageBody } from './kept-body';

/** A visitor's page that a change reaches. */
export interface ReachedPage {
  /** The page's id, or that of the entry or category whose own page it is. */
  uuid: Id;
  sort?: 'entry' | 'category';
  title: string;
  address: string;
}

export const pageLink = ({ uuid, sort, title, address }: ReachedPage): ReachLink => ({ sort: sort ?? 'page', id: uuid, label: title, detail: address });

export const distinctPages = (pages: readonly ReachedPage[]): ReachedPage[] => [...new Map(pages.map((page) => [page.uuid, page])).values()];

/** The pages of some categories, as visitors find them. */
export const categoryPages = (house: House, home: CategoryHome, categories: readonly Id[]): ReachedPage[] =>
  categories.flatMap((id): ReachedPage[] => {
    const category = house.categories.get(id);
    return category ? [{ uuid: id, sort: 'category', title: categoryLabel(category), address: categoryAddress(house, home, id) }] : [];
  });

/** Pages of the tree as what visitors see of them: words of a category are part of its page. */
export async function reachedPages(asker: Asker, house: House, pages: readonly LivePage[]): Promise<ReachedPage[]> {
  const homes = pages.some(({ category }) => category !== null) ? [...(await categoryHomes(asker, house)).values()] : [];
  return pages.flatMap((page): ReachedPage[] => {
    if (page.category === null) return [{ uuid: page.uuid, title: page.title, address: page.address }];
    const home = homes.find((each) => each.page.record === page.parent);
    return home ? categoryPages(house, home, [page.category]) : [];
  });
}

/** What pages hand down in a slot stands on the pages below them too: those below, where one of the targets stands in such a slot. */
async function handedTo(asker: Asker, house: House, pages: readonly LivePage[], targets: readonly Id[]): Promise<LivePage[]> {
  const hands = ({ type, body }: LivePage) => (house.model.pageType(type)?.is.slots ?? []).some(({ id, handedDown }) => {
    const contents = handedDown ? JSON.stringify(pageBody(body).slots?.[id] ?? []) : '';
    return targets.some((target) => contents.includes(target));
  });
  const handing = new Set(pages.filter(hands).map(({ record }) => record));
  if (handing.size === 0) return [];
  const all = await livePages(asker, house.now());
  const parents = new Map(all.map(({ record, parent }) => [record, parent]));
  return all.filter(({ parent }) => {
    for (let at = parent; at !== null && at !== undefined; at = parents.get(at) ?? null) if (handing.has(at)) return true;
    return false;
  });
}

/** The pages that visitors see now and that refer to something, in their own words, in a block (those handed down to them too) or by what fills them. */
export async function livePagesReferring(asker: Asker, house: House, targets: Iterable<Id>, role?: string): Promise<LivePage[]> {
  const sought = [...targets];
  const using = new Set<number>();
  for (const target of sought) for (const { source, sort, role: as } of await referrers(asker, target, 1)) if (sort === 'page' && (role === undefined || as === role)) using.add(source);
  if (using.size === 0) return [];
  const pages = await livePagesAmong(asker, house.now(), [...using]);
  return [...new Map([...pages, ...(await handedTo(asker, house, pages, sought))].map((page) => [page.record, page])).values()];
}

/** The pages visitors see now that show one of the listings. */
export const pagesShowing = async (asker: Asker, house: House, listings: ReadonlySet<Id>): Promise<ReachedPage[]> =>
  reachedPages(asker, house, await livePagesReferring(asker, house, listings, 'listing'));
