import { generateNKeysBetween } from 'fractional-indexing';

/** What stands in an order: positions are compared byte by byte. */
interface Placed {
  position: string;
}

/**
 * So many positions behind one of those that stand beside each other, in order; before them all for -1. Two may share a
 * position, as what came back from the bin and what took its room meanwhile did: then the new ones stand behind both,
 * since there is no room between them.
 */
export function positionsBehind(beside: readonly Placed[], at: number, many: number): string[] {
  const before = beside[at]?.position ?? null;
  const next = beside.slice(at + 1).find(({ position }) => before === null || position > before);
  return generateNKeysBetween(before, next?.position ?? null, many);
}

/** One position behind one of those that stand beside each other, as `positionsBehind`. */
export const positionBehind = (beside: readonly Placed[], at: number): string =>
  positionsBehind(beside, at, 1)[0] ?? '';

/** The position of something that comes back to where it stood: its own, or the next one free where another has it now. */
export function positionAgain(beside: readonly Placed[], position: string): string {
  const taken = beside.findIndex((each) => each.position === position);
  return taken < 0 ? position : positionBehind(beside, taken);
}
