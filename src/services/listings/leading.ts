import type { Id } from '../../core/ids';
import { isLeadingOrder, listingBounds, type ListingRule } from '../../core/mapping/rule/listing-rule';
import type { Reader } from '../../store/database';
import { listAmong } from '../../store/queries/listing-query';
import { mostVisited } from '../../store/visits';
import type { Installation } from '../runtime/installation';
import { sourcesOf } from './sources';

/** Whether a rule puts first what was read most. */
export const goesByVisits = ({ order: [first] }: Pick<ListingRule, 'order'>): boolean =>
  first?.by === 'visits';

/**
 * A settled rule whose order begins with what was read most, or with what an editor placed first where it stands
 * (`byHand`), as one that all queries can answer: what comes first by that, as far as it is in the list, is put there
 * as pinned entries are, and the others follow by the other keys.
 */
export async function withLeadingEntries(
  reader: Reader,
  installation: Installation,
  rule: ListingRule,
  byHand: readonly Id[] = [],
): Promise<ListingRule> {
  const [first, ...order] = rule.order;
  if (!first || !isLeadingOrder(first.by)) return rule;
  const { pins = [], leaveOut = [], skip: _skip, perPage: _perPage, ...rest } = rule;
  const taken = new Set([...pins.map(({ entry }) => entry), ...leaveOut]);
  const wanted = (
    goesByVisits(rule) ? await mostVisited(installation.sessions, listingBounds.byHand) : byHand
  ).filter((id) => !taken.has(id));
  if (wanted.length === 0) return { ...rule, order };
  const sources = await sourcesOf(reader, installation, {
    ...rest,
    where: { all: [rule.where, { entry: [...wanted] }] },
    order: [],
    limit: wanted.length,
  });
  const inList = new Set((await listAmong(reader, sources)).versions.map(({ uuid }) => uuid));
  return {
    ...rule,
    order,
    pins: [...pins, ...wanted.filter((id) => inList.has(id)).map((entry) => ({ entry }))],
  };
}
