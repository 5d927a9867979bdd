import { test, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { follow, settled } from './settled';

const workspaces = {
  architect: '/bench/shape',
  editor: '/bench/write',
  reviewer: '/bench/release',
} as const;

/** The browsers that were opened, by the test or the file of tests that they are for. */
const opened = new Map<BrowserContext, string>();

/** Closes what earlier tests left open: it would go on asking for as long as the browser lives, which many files share. */
async function closeEarlier(): Promise<void> {
  const { testId, file } = test.info();
  const over = [...opened].filter(([, of]) => of !== testId && of !== file);
  for (const [context] of over) {
    opened.delete(context);
    await context.close();
  }
}

/** A browser of their own for one of the sample's people, signed in; for one test, or for all of its file. */
export async function signedIn(
  browser: Browser,
  address: string,
  who: 'architect' | 'editor' | 'reviewer',
  lasts: 'test' | 'file' = 'test',
): Promise<{ page: Page; context: BrowserContext }> {
  await closeEarlier();
  const context = await browser.newContext({ baseURL: address });
  const { testId, file } = test.info();
  opened.set(context, lasts === 'test' ? testId : file);
  const signed = await context.request.post('/api/v1/session', {
    data: { email: `${who}@quillwater.example`, password: 'quillwater' },
  });
  if (!signed.ok()) throw new Error(`${who} could not sign in: ${signed.status()}`);
  const page = await context.newPage();
  follow(page);
  // Whoever works there begins when what they came for stands there: a row that comes later moves what is under the pointer.
  const { goto, reload } = page;
  page.goto = async (url, options) => {
    const answer = await goto.call(page, url, options);
    if (options?.waitUntil === undefined) await settled(page);
    return answer;
  };
  page.reload = async (options) => {
    const answer = await reload.call(page, options);
    if (options?.waitUntil === undefined) await settled(page);
    return answer;
  };
  await page.goto(workspaces[who]);
  await page.waitForURL(`**${workspaces[who]}**`);
  return { page, context };
}
