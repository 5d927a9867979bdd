import { follow, settled } from './settled';
import type { Browser, BrowserContext, Page } from '@playwright/test';

const workspaces = {
  architect: '/bench/shape',
  editor: '/bench/write',
  reviewer: '/bench/release',
} as const;

/** A browser of their own for one of the sample's people, signed in. */
export async function signedIn(
  browser: Browser,
  address: string,
  who: 'architect' | 'editor' | 'reviewer',
): Promise<{ page: Page; context: BrowserContext }> {
  const context = await browser.newContext({ baseURL: address });
  const signed = await context.request.post('/api/v1/session', {
    data: { email: `${who}@quillwater.example`, password: 'quillwater' },
  });
  if (!signed.ok()) throw new Error(`${who} could not sign in: ${signed.status()}`);
  const page = await context.newPage();
  follow(page);
  // Everyone arrives at what is theirs to see to, and goes to the workspace in which they are most.
  await page.goto('/bench');
  await page.waitForURL('**/bench/today');
  await page.goto(workspaces[who]);
  await page.waitForURL(`**${workspaces[who]}**`);
  await settled(page);
  return { page, context };
}
