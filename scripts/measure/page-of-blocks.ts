import type { Browser } from '@playwright/test';
import type { PageAnswer, TreeAnswer } from '../../src/contract/pages';
import { keysIn, signedIn } from './keys';
import { median } from './pairs';
import type { Served } from './served';

const BLOCKS = 200;
const OPENED = 5;

/** A page of so many blocks of words, made for this. */
async function pageOfBlocks(served: Served): Promise<string> {
  const { pages } = await served.call<TreeAnswer>('GET', '/pages');
  const parents = new Set(pages.map(({ parent }) => parent));
  const leaf = pages.find(({ id, address }) => address.startsWith('/wide/') && !parents.has(id))?.id ?? '';
  const { id } = await served.call<PageAnswer>('POST', '/pages', {
    body: { type: 'section', parent: leaf, values: { title: 'Two hundred blocks' } },
  });
  const { revision } = await served.call<PageAnswer>('GET', `/pages/${id}`);
  const main = Array.from({ length: BLOCKS }, (_, i) => ({
    type: 'text',
    values: { heading: `Block ${i}`, body: 'A path of planks leads over the wet ground to the hide.' },
  }));
  await served.call('PATCH', `/pages/${id}`, { revision, body: { slots: { main } } });
  return id;
}

/**
 * What a page of 200 blocks costs on its bench: after how long (ms) the first of them stands there, and the main thread's work
 * (ms) for one key in a block's form, for one in its words where they stand, and for a step of a drag.
 */
export async function measurePageOfBlocks(browser: Browser, served: Served): Promise<void> {
  const id = await pageOfBlocks(served);
  const { page, worked } = await signedIn(browser, served);
  // The script has come once already: what is told is the page, not the first load.
  await page.goto('/bench/arrange');
  await page.waitForLoadState('networkidle');
  const first = page.locator('section.block').first();
  const openings: number[] = [];
  for (let n = 0; n < OPENED; n += 1) {
    const began = performance.now();
    await page.goto(`/bench/arrange/${id}`, { waitUntil: 'commit' });
    await first.waitFor();
    openings.push(performance.now() - began);
    await page.waitForLoadState('networkidle');
  }
  const opened = median(openings);
  await first.click({ position: { x: 5, y: 5 } });
  const form = page.getByRole('region', { name: 'The block that is selected' }).getByRole('textbox').first();
  await form.click();
  const inForm = await keysIn(page, worked);
  await first.locator('.heading').click();
  await page.locator('.written-here').waitFor();
  const inPlace = await keysIn(page, worked);
  await page.keyboard.press('Escape');
  const handle = page.locator('button[aria-haspopup="menu"][aria-label*=" of "]');
  const box = await handle.boundingBox();
  const [x, y] = [(box?.x ?? 0) + 20, (box?.y ?? 0) + 8];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 40, y + 60, { steps: 4 });
  const before = await worked();
  await page.mouse.move(x - 60, y + 260, { steps: 20 });
  await page.waitForTimeout(120);
  const drag = ((await worked()) - before) / 20;
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await page.context().close();
  console.log(`  a page of ${BLOCKS} blocks on its bench after ${opened.toFixed(0)} ms (aim 1,000)`);
  console.log(
    `  a key in a block's form ${inForm.toFixed(0)} ms, in its words ${inPlace.toFixed(0)} ms (aim 30), a step of a drag ${drag.toFixed(1)} ms (aim 16)`,
  );
}
