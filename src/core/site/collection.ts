import type { Arrangement } from '../mapping/arrangement/arrangement';

/**
 * The arrangements in which entries of different types stand well beside one another. A table wants the same
 * columns of all.
 */
export const collectionArrangements = [
  'cards',
  'rows',
  'lead',
  'strip',
  'index',
  'gallery',
  'slideshow',
] as const satisfies readonly Arrangement[];
export type CollectionArrangement = (typeof collectionArrangements)[number];

export const collectionBounds = { picks: 200 } as const;
