/** The middle of several measurements, in ms. */
export const median = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;

/**
 * Times two ways of doing the same in turn, so that what else the machine does falls on both. Answers the
 * medians, in ms.
 */
export async function inTurn(
  times: number,
  one: () => Promise<unknown>,
  other: () => Promise<unknown>,
): Promise<[number, number]> {
  const measured: [number[], number[]] = [[], []];
  for (let i = 0; i < times + 3; i += 1) {
    for (const [side, work] of [one, other].entries()) {
      const began = performance.now();
      await work();
      // The first rounds only warm up.
      if (i >= 3) measured[side]?.push(performance.now() - began);
    }
  }
  return [median(measured[0]), median(measured[1])];
}

/** One line of the report. `aim` is said beside it, and whether it is met. */
export function report(
  words: string,
  ratio: number,
  aim: { under?: number; over?: number },
  detail: string,
): void {
  const met = aim.under === undefined ? ratio > (aim.over ?? 0) : ratio < aim.under;
  console.log(
    `${words.padEnd(58)} ${ratio.toFixed(2).padStart(6)}   aim ${aim.under === undefined ? `over ${aim.over}` : `under ${aim.under}`}${met ? '' : '  MISSED'}   (${detail})`,
  );
}
