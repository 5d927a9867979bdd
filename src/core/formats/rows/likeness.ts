import { distance } from 'fastest-levenshtein';
import { folded } from '../../mapping/rule/matches';

/** A name as it is compared with others: without case, accents and what stands between its words. */
export const plainName = (name: string): string =>
  folded(name)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

const part = (a: string, b: string): number => 1 - distance(a, b) / Math.max(a.length, b.length, 1);

/**
 * How alike two names are, from 0 to 1, whichever way their words are ordered: 1 less the share of letters that must
 * change to make one of the other (Levenshtein, "Binary codes capable of correcting deletions, insertions and
 * reversals", 1966). 1 where only case, accents and signs differ.
 */
export function likeness(one: string, other: string): number {
  const [a, b] = [plainName(one), plainName(other)];
  if (a === '' || b === '') return 0;
  const inOrder = (name: string) => name.split(' ').sort().join(' ');
  return Math.max(part(a, b), part(inOrder(a), inOrder(b)));
}
