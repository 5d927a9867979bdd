import type { LiveListing } from '../core/site/reach';
import type { Asker } from '../store/database';
import { liveListings } from '../store/listings';
import type { House } from './house';
import { listingBody } from './kept-body';

/** Every listing that visitors see now. */
export async function listingsInForce(asker: Asker, house: House): Promise<(LiveListing & { record: number })[]> {
  return (await liveListings(asker, house.now())).map(({ id, uuid, body }) => ({ record: id, id: uuid, rule: listingBody(body).rule }));
}
