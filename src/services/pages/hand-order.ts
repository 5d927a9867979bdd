import type { Fault } from '../../core/faults';
import { pointer } from '../../core/faults';
import { isId, type Id } from '../../core/ids';
import type { Json, JsonObject } from '../../core/json';
import { listingBounds } from '../../core/mapping/rule/listing-rule';
import type { Reader } from '../../store/database';
import { recordByUuid } from '../../store/records';
import { invalidInput } from '../runtime/refusal';

type HandOrders = Record<Id, Id[]>;

const listed = (given: Json): given is Id[] =>
  Array.isArray(given) &&
  given.length <= listingBounds.byHand &&
  given.every((id): id is Id => typeof id === 'string' && isId(id));

/**
 * Reads what stands first on a page of listings that go by hand: ids in order, by listing, each once; null takes all of
 * one's back. Listings and things that are not there are refused, except what was placed before and has gone since.
 */
export async function parseHandOrders(
  reader: Reader,
  given: JsonObject,
  kept: HandOrders,
): Promise<HandOrders> {
  const faults: Fault[] = [];
  const orders: HandOrders = { ...kept };
  for (const [listing, ids] of Object.entries(given)) {
    const path = pointer('/byHand', listing);
    const record = isId(listing) ? await recordByUuid(reader, listing, 'listing') : undefined;
    if (!record || record.binnedAt !== null)
      faults.push({ path, code: 'not-there', message: 'There is no such listing.' });
    else if (ids === null || (Array.isArray(ids) && ids.length === 0)) delete orders[listing];
    else if (!listed(ids))
      faults.push({
        path,
        code: 'value',
        message: `Placed by hand are entries and pages by their ids, at most ${listingBounds.byHand}.`,
      });
    else {
      const before = new Set(kept[listing] ?? []);
      for (const [i, id] of ids.entries()) {
        if (
          !before.has(id) &&
          !(await recordByUuid(reader, id, 'entry')) &&
          !(await recordByUuid(reader, id, 'page'))
        )
          faults.push({
            path: `${path}/${i}`,
            code: 'not-there',
            message: 'There is no such entry or page.',
          });
      }
      orders[listing] = [...new Set(ids)];
    }
  }
  if (faults.length > 0) throw invalidInput(faults);
  return orders;
}
