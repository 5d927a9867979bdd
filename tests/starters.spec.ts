import { expect, test, type Page } from '@playwright/test';
import { handleOf, openPage, panelOf, saved, sheetOf } from './arranged';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const shelfOf = (page: Page) => page.getByRole('region', { name: 'Shelf' });

test('Blocks are kept as a starter, with what is left to the editor; it is put on a page, forgotten and comes back', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await openPage(page, '/about/volunteering');
  const slot = sheetOf(page).locator('[data-slot="main"]').first();
  await slot.click({ position: { x: 4, y: 4 } });
  await shelfOf(page).getByRole('button', { name: 'Quote', exact: true }).click();
  await panelOf(page)
    .getByRole('textbox', { name: /^Words/ })
    .fill('Cut in August and it comes back.');
  await saved(page);
  await handleOf(page).focus();
  await page.keyboard.press('Shift+F10');
  await page.getByRole('menuitem', { name: 'Keep as a starter…' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Somebody who knows');
  await dialog.getByRole('checkbox', { name: /^Words/ }).click();
  await dialog.getByRole('textbox', { name: 'What to write in Words' }).fill('What they said, to the word');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('It stands on the shelf now.')).toBeVisible();
  // Elsewhere it is a copy of its own, that tells what to write.
  await openPage(page, '/visit/getting-here');
  await shelfOf(page)
    .getByRole('button', { name: /^Somebody who knows/ })
    .click();
  const words = panelOf(page).getByRole('textbox', { name: /^Words/ });
  await expect(words).toHaveValue('');
  await expect(panelOf(page).getByText('What they said, to the word')).toBeVisible();
  await words.fill('Mind the ice.');
  await expect(panelOf(page).getByText('What they said, to the word')).toHaveCount(0);
  await saved(page);
  // Forgotten, it is back with one undo; what began with it stays.
  await page.getByRole('link', { name: 'Starters' }).click();
  await page.getByRole('button', { name: 'Forget Somebody who knows' }).click();
  await expect(page.getByRole('heading', { name: 'Somebody who knows' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.getByRole('heading', { name: 'Somebody who knows' })).toBeVisible();
  await openPage(page, '/visit/getting-here');
  await expect(sheetOf(page).getByText('Mind the ice.')).toBeVisible();
});

test('A page begins with a starter, takes blocks from pasted rows and from another page, and is copied with what stands below', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const tree = page.getByRole('navigation', { name: 'Site tree' });
  await openPage(page, '/visit/without-steps');
  await page.getByRole('button', { name: 'Add a page below' }).click();
  await page.locator('#page-title').fill('Round the lower mere');
  await page.getByRole('radio', { name: /^A walk/ }).click();
  await page.getByRole('button', { name: 'Make the page' }).click();
  await expect(sheetOf(page).getByText('About an hour')).toBeVisible();
  await expect(page.getByText('Visitors do not see it.')).toBeVisible();
  // Two rows become two blocks, where they are pasted.
  const toSlot = async () => {
    await sheetOf(page).getByText('About an hour').click();
    await page.getByRole('button', { name: 'To its slot' }).click();
  };
  await toSlot();
  await page.getByRole('button', { name: 'Blocks from pasted rows…' }).click();
  await page.getByRole('menuitem', { name: 'Rows as quotes' }).click();
  await page
    .getByLabel('Rows of a spreadsheet')
    .fill('Words\tBy\nCut late.\tPetra Vanloo\nListen first.\tCorin Thistlewood');
  await page.getByRole('button', { name: 'Add 2 blocks' }).click();
  await expect(sheetOf(page).getByText('Listen first.')).toBeVisible();
  await saved(page);
  // What a column names is looked up; what is not here is said before it is left out.
  await toSlot();
  await page.getByRole('button', { name: 'Blocks from pasted rows…' }).click();
  await page.getByRole('menuitem', { name: 'Rows as teasers' }).click();
  await page
    .getByLabel('Rows of a spreadsheet')
    .fill('An entry\tIn other words\nPETRA VANLOO\tAsk her.\nNobody at all\tAsk them.');
  await expect(page.getByText('1 cell names what is not here, and is left empty.')).toBeVisible();
  await expect(page.getByText('Nothing is called “Nobody at all”.')).toBeVisible();
  await page.getByRole('button', { name: 'Add 2 blocks' }).click();
  await expect(sheetOf(page).getByRole('heading', { name: 'Petra Vanloo' })).toBeVisible();
  await expect(sheetOf(page).getByText('Ask them.')).toBeVisible();
  await saved(page);
  // What stands on another page comes in as copies.
  await toSlot();
  await page.getByRole('button', { name: 'The same as on another page…' }).click();
  await page.getByRole('searchbox', { name: 'Find a page' }).fill('volunteering');
  const dialog = page.getByRole('dialog');
  const before = await sheetOf(page).locator('section.block').count();
  await dialog.getByRole('button', { name: /\/about\/volunteering/ }).click();
  await expect.poll(() => sheetOf(page).locator('section.block').count()).toBeGreaterThan(before);
  await saved(page);
  // The branch above it is copied with it, as drafts; one undo takes all of it away.
  await tree.getByRole('link', { name: 'Without steps' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Without steps' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Copy…' }).click();
  await expect(dialog.getByRole('checkbox', { name: 'With the page below it' })).toBeChecked();
  await dialog.getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Without steps, a copy' }).first()).toBeVisible();
  await tree.getByRole('searchbox', { name: 'Find in the tree' }).fill('round the lower');
  await expect(tree.getByRole('link', { name: /^Round the lower mere/ })).toHaveCount(2);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await page.goto('/bench/arrange/starters');
  await tree.getByRole('searchbox', { name: 'Find in the tree' }).fill('round the lower');
  await expect(tree.getByRole('link', { name: /^Round the lower mere/ })).toHaveCount(1);
  // A branch is folded, by its mark and by keys, and stays so from page to page.
  await tree.getByRole('searchbox', { name: 'Find in the tree' }).fill('');
  const fold = tree.getByRole('button', { name: 'What stands below Without steps' });
  await fold.click();
  await expect(tree.getByRole('link', { name: /^Round the lower mere/ })).toHaveCount(0);
  await tree.getByRole('link', { name: 'Opening times' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Opening times' }).first()).toBeVisible();
  await expect(fold).toHaveAttribute('aria-expanded', 'false');
  await tree.getByRole('link', { name: 'Without steps' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(tree.getByRole('link', { name: /^Round the lower mere/ })).toHaveCount(1);
});
