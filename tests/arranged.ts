import { expect, type Locator, type Page } from '@playwright/test';

/** The page as it is drawn on its bench. */
export const sheetOf = (page: Page): Locator =>
  page.getByRole('group', { name: /^The page, to be arranged/ });

/** The handle of what is selected on it. */
export const handleOf = (page: Page): Locator => sheetOf(page).locator('button[aria-haspopup="menu"]');

/** The form of the block that is selected. */
export const panelOf = (page: Page): Locator =>
  page.getByRole('region', { name: 'The block that is selected' });

export const saved = (page: Page): Promise<void> =>
  expect(page.getByText(/^Saved( |$)/).first()).toBeVisible();

/** Opens the bench of the page at an address, and waits until it is drawn. */
export async function openPage(page: Page, address: string): Promise<void> {
  const { pages } = (await (await page.request.get('/api/v1/pages')).json()) as {
    pages: { id: string; address: string }[];
  };
  await page.goto(`/bench/arrange/${pages.find((each) => each.address === address)?.id ?? ''}`);
  await expect(sheetOf(page).locator('.slot-here').first()).toBeVisible();
}
