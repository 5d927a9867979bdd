import type { ListingRule } from '../rule/listing-rule';

/** How many stand on a page of results where all are shown and nothing else is said. */
export const PER_PAGE = 24;

type Paged = Pick<ListingRule, 'limit' | 'perPage' | 'skip'>;

/** How many stand on one page of results. */
export const perPageOf = ({ limit, perPage }: Paged): number =>
  perPage ?? (limit === 'all' ? PER_PAGE : limit);

/** How many of those that match are shown in all. */
export function shownInAll({ limit, skip = 0 }: Paged, matching: number): number {
  const left = Math.max(0, matching - skip);
  return limit === 'all' ? left : Math.min(limit, left);
}

/** How many pages of results there are; one where there are none. */
export const resultPages = (rule: Paged, matching: number): number =>
  Math.max(1, Math.ceil(shownInAll(rule, matching) / perPageOf(rule)));

/**
 * Which of those that match stand on a page of results (from 1): how many to pass over, and how many at most
 * to take.
 */
export function resultWindow(rule: Paged, page: number): { offset: number; count: number } {
  const before = (page - 1) * perPageOf(rule);
  return {
    offset: before + (rule.skip ?? 0),
    count:
      rule.limit === 'all' ? perPageOf(rule) : Math.max(0, Math.min(perPageOf(rule), rule.limit - before)),
  };
}
