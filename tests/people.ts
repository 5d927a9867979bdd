import { follow, settled } from './settled';
import type { Browser, BrowserContext, Page } from '@playwright/test';

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
  // Everyone arrives in a workspace of their own.
  await page.goto('/bench');
  await page.waitForURL(/\/bench\/(shape|write|release)/);
  await settled(page);
  return { page, context };
}
