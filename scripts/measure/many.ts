import type { EntriesAnswer, EntryAnswer } from '../../src/contract/entries';
import type { TreeAnswer } from '../../src/contract/pages';
import { median } from './pairs';
import type { Served } from './served';

const EDITORS = 50;
const SECONDS = 10;

/** Fifty editors who save all the time, each an entry of their own: how many saves a second, and how long one waits. */
export async function measureEditors(served: Served): Promise<void> {
  const { items } = await served.call<EntriesAnswer>(
    'GET',
    `/entries?type=finding&state=published&sort=-changed&limit=${EDITORS}`,
  );
  const waits: number[] = [];
  await served.health();
  const until = performance.now() + SECONDS * 1000;
  await Promise.all(
    items.map(async ({ id }, i) => {
      let { revision } = await served.call<EntryAnswer>('GET', `/entries/${id}`);
      for (let n = 0; performance.now() < until; n += 1) {
        const began = performance.now();
        ({ revision } = await served.call<EntryAnswer>('PATCH', `/entries/${id}`, {
          body: { values: { size: (n + i) % 300 } },
          revision,
        }));
        waits.push(performance.now() - began);
      }
    }),
  );
  const [, p95 = 0] = [median(waits), [...waits].sort((a, b) => a - b)[Math.floor(waits.length * 0.95)]];
  console.log(
    `  ${EDITORS} editors save ${(waits.length / SECONDS).toFixed(1)} times a second (aim 25); of a hundred saves 95 within ${(p95 / 1000).toFixed(2)} s (aim 3); the loop ${(await served.health()).loop.toFixed(0)} ms`,
  );
}

/** Fifty visitors who ask at once for one page that is not ready: how often it is drawn. */
export async function measureCold(served: Served): Promise<void> {
  const { pages } = await served.call<TreeAnswer>('GET', '/pages');
  const cold = pages.filter(({ address }) => address.startsWith('/branch1/')).at(-1)?.address ?? '/';
  const { drawn } = await served.health();
  const began = performance.now();
  await Promise.all(Array.from({ length: EDITORS }, () => served.page(cold)));
  const took = performance.now() - began;
  const after = await served.health();
  console.log(
    `  ${EDITORS} visitors at one cold page: ${after.drawn - drawn} drawn (aim 1), all answered in ${took.toFixed(0)} ms`,
  );
}
