import { differingSaid, type Said } from '../content/said';
import type { Id } from '../ids';
import { isStandingOrder, type ListingRule } from '../mapping/listing-rule';
import { matches, type IsUnder, type Subject } from '../mapping/matches';
import { fieldsOfMapping } from '../mapping/parts';
import { allIn } from '../mapping/pins';

/** A listing that visitors see, as reach asks it. */
export interface LiveListing {
  id: Id;
  rule: ListingRule;
}

/** What visitors saw of an entry and will see: what it says, or nothing where it is not shown. */
export interface EntryChange {
  id: Id;
  type: Id;
  before: Said | undefined;
  after: Said | undefined;
}

/**
 * Whether what a listing shows can differ after an entry changed: the entry comes in, goes out, or stays in and
 * differs in a field that the listing shows or sorts by. A listing by the moment of publishing differs with every
 * publication of an entry in it. What the rule takes from its place must have been settled.
 */
export function listingDiffers({ rule }: LiveListing, change: EntryChange, today: string, isUnder?: IsUnder, linked?: Subject['linked']): boolean {
  const subject: Subject = { id: change.id, ...(linked ? { linked } : {}) };
  if (rule.from !== change.type) return false;
  const shown = allIn(rule);
  const was = change.before !== undefined && matches(shown, change.before.values, today, isUnder, subject);
  const is = change.after !== undefined && matches(shown, change.after.values, today, isUnder, subject);
  if (!was || !is || !change.before || !change.after) return was !== is;
  if (rule.order.some(({ by }) => isStandingOrder(by))) return true;
  const read = new Set([...rule.order.flatMap(({ by }) => by.split('.')), ...fieldsOfMapping(rule.mapping), ...(rule.facets ?? [])]);
  return differingSaid(change.before, change.after).some((field) => read.has(field));
}
