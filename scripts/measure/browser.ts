import { chromium, type Browser } from '@playwright/test';
import type { EntriesAnswer, EntryAnswer } from '../../src/contract/entries';
import type { ListingAnswer } from '../../src/contract/listings';
import { keysIn, signedIn } from './keys';
import { median } from './pairs';
import { measurePageOfBlocks } from './page-of-blocks';
import type { Served } from './served';

/** What the main thread works (ms) for one key in a field of an entry. */
async function keyIn(browser: Browser, served: Served, entry: string, field: string): Promise<number> {
  const { page, worked } = await signedIn(browser, served);
  await page.goto(`/bench/write/entry/${entry}`);
  await page.waitForLoadState('networkidle');
  // The items of a list stand folded.
  const item = page.getByRole('button', { name: 'Row 0', exact: true });
  if ((await item.count()) > 0) await item.click();
  const input = page.locator(field).first();
  await input.click();
  await input.press('End');
  const took = await keysIn(page, worked);
  await page.context().close();
  return took;
}

/** An entry of a type, made for this. */
const made = async (served: Served, type: string, values: object): Promise<string> =>
  (await served.call<EntryAnswer>('POST', '/entries', { body: { type, values } })).id;

const OPENED = 9;

/**
 * How long (ms) it takes from a click on a row of a table until its entry can be written in, as the page itself
 * tells it.
 */
async function opening(browser: Browser, served: Served): Promise<number> {
  const { page } = await signedIn(browser, served);
  const took: number[] = [];
  await page.goto('/bench/write/finding');
  for (let n = 0; n < OPENED; n += 1) {
    await page.waitForLoadState('networkidle');
    const opened = page.evaluate(
      () =>
        new Promise<number>((tell) => {
          let clicked = 0;
          const watch = new MutationObserver(() => {
            if (!document.querySelector('#field-name')) return;
            watch.disconnect();
            requestAnimationFrame(() => tell(performance.now() - clicked));
          });
          watch.observe(document.body, { subtree: true, childList: true });
          document.addEventListener('click', () => (clicked = performance.now()), {
            capture: true,
            once: true,
          });
        }),
    );
    await page.locator('tbody tr').nth(n).getByRole('link').first().click();
    took.push(await opened);
    await page.goBack();
  }
  await page.context().close();
  return median(took);
}

/** How many kB of script a page loads first, packed; and after how long (ms) nothing is asked any more. */
async function firstLoad(
  browser: Browser,
  served: Served,
  path: string,
): Promise<{ first: number; all: number; quiet: number }> {
  const { page, client } = await signedIn(browser, served);
  await client.send('Network.enable');
  const scripts = new Map<string, string>();
  const sizes = new Map<string, number>();
  client.on('Network.responseReceived', ({ requestId, type, response }) => {
    if (type === 'Script') scripts.set(requestId, new URL(response.url).pathname);
  });
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const path = scripts.get(requestId);
    if (path !== undefined) sizes.set(path, encodedDataLength);
  });
  const began = performance.now();
  const html = (await (await page.goto(path))?.text()) ?? '';
  await page.waitForLoadState('networkidle');
  // The network counts as idle when nothing was asked for half a second.
  const quiet = performance.now() - began - 500;
  await page.context().close();
  const kB = (some: readonly [string, number][]): number => some.reduce((sum, [, n]) => sum + n, 0) / 1024;
  const all = [...sizes];
  return { first: kB(all.filter(([name]) => html.includes(`src="${name}"`))), all: kB(all), quiet };
}

/** Prints what the workspaces cost a browser: keys in forms, first loads, an opened table. */
export async function measureBrowser(served: Served): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });
  try {
    const { items } = await served.call<EntriesAnswer>('GET', '/entries?type=finding&limit=1');
    const rows = Array.from({ length: 200 }, (_, i) => ({ what: `Row ${i}`, much: i }));
    const keys: [words: string, aim: number, entry: string, field: string][] = [
      ['of 16 fields', 16, items[0]?.id ?? '', '#field-name'],
      ['of 150 fields', 30, await made(served, 'ledger', { name: 'Wide' }), '#field-line3'],
      [
        'in a list of 200 rows',
        30,
        await made(served, 'roll', { name: 'Long', rows }),
        '#field-rows-input-0-what',
      ],
    ];
    for (const [words, aim, entry, field] of keys) {
      const took = await keyIn(browser, served, entry, field);
      console.log(`  a key in an entry ${words.padEnd(24)} ${took.toFixed(0).padStart(5)} ms (aim ${aim})`);
    }
    const opened = await opening(browser, served);
    console.log(`  an entry opened from its table after ${opened.toFixed(0)} ms (aim 300)`);
    await measurePageOfBlocks(browser, served);
    const { items: listings } = await served.call<{ items: ListingAnswer[] }>('GET', '/listings');
    for (const [words, path] of [
      ['Shape', '/bench/shape'],
      ['Write, an entry', `/bench/write/entry/${items[0]?.id ?? ''}`],
      ['Write, a table', '/bench/write/finding'],
      ['Map, a listing', `/bench/map/${listings[0]?.id ?? ''}`],
      ['Arrange', '/bench/arrange'],
    ] as const) {
      const { first, all, quiet } = await firstLoad(browser, served, path);
      console.log(
        `  ${words.padEnd(24)} ${first.toFixed(0).padStart(5)} kB of script at first (aim 250), ${all.toFixed(0)} kB until it is quiet after ${quiet.toFixed(0)} ms (aim 1,000 for a table)`,
      );
    }
  } finally {
    await browser.close();
  }
}
