import type { Browser, CDPSession, Page } from '@playwright/test';
import { median } from './pairs';
import type { Served } from './served';

const KEYS = 20;
/** So long (ms) after a key everything that it set off is done. */
const SETTLED = 120;

/** A page of somebody who is signed in, with what its main thread has worked so far (ms). */
export async function signedIn(
  browser: Browser,
  served: Served,
): Promise<{ page: Page; worked(): Promise<number>; client: CDPSession }> {
  const context = await browser.newContext({
    baseURL: served.origin,
    viewport: { width: 1280, height: 800 },
  });
  const [name = '', value = ''] = served.signedInAs.split('=');
  await context.addCookies([{ name, value, url: served.origin }]);
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Performance.enable');
  const worked = async () => {
    const { metrics } = await client.send('Performance.getMetrics');
    return (metrics.find((metric) => metric.name === 'TaskDuration')?.value ?? 0) * 1000;
  };
  return { page, worked, client };
}

/** What the main thread works (ms) for one key, where the focus is. */
export async function keysIn(page: Page, worked: () => Promise<number>): Promise<number> {
  const keys: number[] = [];
  for (let n = 0; n < KEYS; n += 1) {
    const before = await worked();
    await page.keyboard.type('a');
    await page.waitForTimeout(SETTLED);
    keys.push((await worked()) - before);
  }
  return median(keys);
}
