import type { LiveListing } from '../../core/site/reach';
import type { Reader } from '../../store/database';
import { liveListings } from '../../store/listings';
import type { Installation } from '../runtime/installation';
import { listingBody } from '../records/bodies';

/** Every listing that visitors see now. */
export async function listingsInForce(
  reader: Reader,
  installation: Installation,
): Promise<(LiveListing & { record: number; label: string })[]> {
  return (await liveListings(reader, installation.now())).map(({ id, uuid, label, body }) => ({
    record: id,
    id: uuid,
    label,
    rule: listingBody(body).rule,
  }));
}
