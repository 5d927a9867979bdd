import type { CategoriesAnswer } from '../../src/contract/categories';
import type { ModelAnswer } from '../../src/contract/model';
import type { PageAnswer, TreeAnswer } from '../../src/contract/pages';
import { median } from './pairs';
import type { Cost, Served } from './served';

const TIMES = 5;

const told = (words: string, costs: readonly Cost[]): void =>
  console.log(
    `  ${words.padEnd(28)} ${median(costs.map(({ took }) => took))
      .toFixed(0)
      .padStart(5)} ms (aim 200), ${median(costs.map(({ statements }) => statements))} statements`,
  );

/** Moves and merges categories that nothing stands below, and moves branches of twenty pages. */
export async function measureMoves(served: Served): Promise<void> {
  const { document } = await served.call<ModelAnswer>('GET', '/model');
  const scheme = document.schemes.find(({ key }) => key === 'region')?.id ?? '';
  const { items } = await served.call<CategoriesAnswer>('GET', `/schemes/${scheme}/categories`);
  const leaves = items.filter(({ depth }) => depth === 2);
  const parts = items.filter(({ depth }) => depth === 1);
  const [moved, merged, branches]: Cost[][] = [[], [], []];
  for (let n = 0; n < TIMES; n += 1) {
    const [one, other, another] = [leaves[n * 3], leaves[n * 3 + 1], leaves[n * 3 + 2]];
    if (!one || !other || !another) throw new Error('There are too few categories.');
    await served.call('POST', `/categories/${one.id}/move`, {
      body: { parent: parts.at(-1 - n)?.id ?? null, after: null },
      revision: one.revision,
      costs: moved ?? [],
    });
    await served.call('POST', `/categories/${other.id}/merge`, {
      body: { into: another.id },
      revision: other.revision,
      costs: merged ?? [],
    });
  }
  const { pages } = await served.call<TreeAnswer>('GET', '/pages');
  const below = (id: string): number =>
    pages.filter(({ parent }) => parent === id).reduce((sum, page) => sum + 1 + below(page.id), 0);
  const near = ({ address }: { address: string }) => address.startsWith('/branch');
  const moving = pages
    .filter((page) => near(page) && below(page.id) >= 18 && below(page.id) < 30)
    .slice(0, TIMES);
  const empty = pages.filter((page) => page.address.startsWith('/wide/') && below(page.id) === 0);
  for (const [n, { id }] of moving.entries()) {
    const { revision } = await served.call<PageAnswer>('GET', `/pages/${id}`);
    await served.call('POST', `/pages/${id}/move`, {
      body: { parent: empty[n]?.id ?? null },
      revision,
      costs: branches ?? [],
    });
  }
  told('a leaf category moved', moved ?? []);
  told('a leaf category merged', merged ?? []);
  told('a branch of 20 pages moved', branches ?? []);
}
