import { integer, key, table, text, textOf } from './table';

/**
 * What a step of an old address led to: a page below a page; what a page shows of each entry or category, which stood
 * below the page above it (without a piece of its own); a category below another or its scheme; or what stands in the place
 * of a category, a page or an entry that is gone (without a piece).
 */
export type OldStepWay = 'page' | 'below' | 'category' | 'heir';
/** Why an address is old. */
export const oldAddressReasons = ['renamed', 'moved', 'merged', 'replaced'] as const;
export type OldAddressReason = (typeof oldAddressReasons)[number];

/** Steps of addresses (in the main language) that led somewhere before, each with the whole address as it was. */
export const oldAddresses = table('old_addresses', {
  parent: key(text),
  piece: key(text),
  way: key(textOf<OldStepWay>()),
  target: key(text),
  address: text,
  why: textOf<OldAddressReason>(),
  at: integer,
});
