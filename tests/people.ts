import type { Browser, BrowserContext, Page } from '@playwright/test';

/** A browser of their own for one of the sample's people, signed in. */
export async function signedIn(
  browser: Browser,
  address: string,
  who: 'architect' | 'editor' | 'reviewer',
): Promise<{ page: Page; context: BrowserContext }> {
  const context = await browser.newContext({ baseURL: address });
  const page = await context.newPage();
  await page.goto('/bench/sign-in');
  await page.getByLabel('E-mail').fill(`${who}@quillwater.example`);
  await page.getByLabel('Password').fill('quillwater');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL(/\/bench\/(shape|write|release)/);
  return { page, context };
}
