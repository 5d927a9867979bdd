import type { ReachLink } from '../contract/entries';
import type { Id } from '../core/ids';
import { listingDiffers, type EntryChange, type LiveListing } from '../core/site/reach';
import type { Asker } from '../store/database';
import { liveListings } from '../store/listings';
import { livePages, livePagesAmong } from '../store/pages';
import { referrers } from '../store/records';
import { today, type House } from './house';
import { listingBody } from './kept-body';

export interface ReachedPage {
  uuid: Id;
  title: string;
  address: string;
}

export const pageLink = ({ uuid, title, address }: ReachedPage): ReachLink => ({ sort: 'page', id: uuid, label: title, detail: address });

/** Every listing that visitors see now. */
export async function listingsInForce(asker: Asker, house: House): Promise<(LiveListing & { record: number })[]> {
  return (await liveListings(asker, house.now())).map(({ id, uuid, body }) => ({ record: id, id: uuid, rule: listingBody(body).rule }));
}

/** The pages visitors see now that show one of the listings. */
export async function pagesShowing(asker: Asker, house: House, listings: ReadonlySet<Id>): Promise<ReachedPage[]> {
  if (listings.size === 0) return [];
  const using = new Set<number>();
  for (const listing of listings) for (const { source, role } of await referrers(asker, listing, 1)) if (role === 'listing') using.add(source);
  if (using.size === 0) return [];
  return (await livePagesAmong(asker, house.site.id, house.now(), [...using])).map(({ uuid, title, address }) => ({ uuid, title, address }));
}

/** Every page visitors see that differs when what they see of an entry changes. */
export async function reachOfEntry(asker: Asker, house: House, change: EntryChange): Promise<ReachedPage[]> {
  const day = today(house);
  const listings = (await listingsInForce(asker, house)).filter((listing) => listingDiffers(listing, change, day));
  return pagesShowing(asker, house, new Set(listings.map(({ id }) => id)));
}

/** Every page visitors see that is of one of the types, or shows a listing over one of them. */
export async function reachOfTypes(asker: Asker, house: House, types: ReadonlySet<Id>): Promise<ReachedPage[]> {
  const listings = (await listingsInForce(asker, house)).filter(({ rule }) => types.has(rule.from));
  const showing = await pagesShowing(asker, house, new Set(listings.map(({ id }) => id)));
  const ofType = (await livePages(asker, house.site.id, house.now())).filter(({ type }) => types.has(type)).map(({ uuid, title, address }) => ({ uuid, title, address }));
  return [...new Map([...showing, ...ofType].map((page) => [page.uuid, page])).values()];
}

/**
 * Every page visitors see that differs when a page's words, place or visibility changes: itself, the page above it
 * (which lists it), the pages below it (which name it), and all of them where it stands in the navigation.
 */
export async function reachOfPage(asker: Asker, house: House, record: number): Promise<ReachedPage[]> {
  const all = await livePages(asker, house.site.id, house.now());
  const parents = new Map(all.map((page) => [page.record, page.parent]));
  const self = all.find((page) => page.record === record);
  const above = self?.parent ?? null;
  const top = all.find(({ parent }) => parent === null);
  const inNavigation = self !== undefined && (self.parent === null || (self.parent === top?.record && house.model.pageType(self.type)?.is.inNavigation));
  const isBelow = (page: number): boolean => {
    for (let at: number | null | undefined = page; at !== null && at !== undefined; at = parents.get(at)) if (at === record) return true;
    return false;
  };
  return all.filter((page) => inNavigation || page.record === above || isBelow(page.record)).map(({ uuid, title, address }) => ({ uuid, title, address }));
}
