import type { Page, Request } from '@playwright/test';

/** What each page under watch is still waiting for. */
const waiting = new WeakMap<Page, Set<Request>>();

/** What a screen is filled with comes through the HTTP interface; what is fetched ahead of time nobody waits for. */
const fills = (request: Request): boolean => new URL(request.url()).pathname.startsWith('/api/');

/** Follows what a page asks for from here on, so that it can be told when it has come to rest. */
export function follow(page: Page): void {
  const asked = new Set<Request>();
  waiting.set(page, asked);
  page.on('request', (request) => fills(request) && asked.add(request));
  page.on('requestfinished', (request) => asked.delete(request));
  page.on('requestfailed', (request) => asked.delete(request));
}

/** Two turns in which the page has nothing to do; what an answer sets off begins in the first. */
const rest = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        requestIdleCallback(() => requestAnimationFrame(() => requestIdleCallback(() => resolve())));
      }),
  );

/** Waits until a page that is followed has loaded with its script, waits for no answer, and has nothing left to do. */
export async function settled(page: Page): Promise<void> {
  const asked = waiting.get(page);
  if (!asked) throw new Error('Follow the page before it is opened.');
  await page.waitForLoadState('load');
  // What is done before is held until then, which has a test of its own.
  await page.waitForFunction(() => window.earlyActs === undefined);
  do {
    await Promise.all(
      [...asked].map((request) =>
        request.response().then(
          (answer) => answer?.finished(),
          () => undefined,
        ),
      ),
    );
    await rest(page);
  } while (asked.size > 0);
}
