/** A gap between numbers that are named. */
export const GAP = 0;

/** Which of several pages to name, with gaps between: the first, the last, and those around the one at hand. */
export function numbersAround(here: number, last: number): number[] {
  const near = Array.from({ length: last }, (_, i) => i + 1).filter(
    (n) => n === 1 || n === last || Math.abs(n - here) <= 1,
  );
  return near.flatMap((n, i) => {
    const before = near[i - 1];
    if (before === undefined || n - before === 1) return [n];
    return n - before === 2 ? [n - 1, n] : [GAP, n];
  });
}
