import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const treeOf = (page: Page) => page.getByRole('region', { name: 'Quillwater Reserve' });
const rowOf = (page: Page, name: string) => treeOf(page).getByRole('link', { name, exact: true });
/** The names of the pages in the tree, from the top down; none while the page is loaded anew, as after an undo. */
const names = (page: Page) =>
  treeOf(page)
    .getByRole('link')
    .allInnerTexts()
    .catch((): string[] => []);

/** Drags one page to a part of another's row: 0 is its upper edge, 1 its lower one. */
async function drag(page: Page, from: string, to: string, part: number): Promise<void> {
  const [a, b] = [await rowOf(page, from).boundingBox(), await rowOf(page, to).boundingBox()];
  if (!a || !b) throw new Error('Both must be in sight.');
  await page.mouse.move(a.x + 80, a.y + a.height / 2);
  await page.mouse.down();
  await page.mouse.move(a.x + 84, a.y + a.height / 2 + 8, { steps: 2 });
  await page.mouse.move(b.x + 80, b.y + b.height * part, { steps: 6 });
}

test('Pages are moved in the tree by drag and by keys, refused with why, undone, and followed by their old addresses', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/arrange');
  await expect(rowOf(page, 'Getting here')).toBeVisible();
  const before = await names(page);
  // Into another page: its address follows, and the old one leads there.
  await drag(page, 'Getting here', 'With children', 0.5);
  await expect(treeOf(page).locator('[data-let-go="into"]')).toContainText('With children');
  await page.mouse.up();
  await expect(page.getByText('stands under With children, at /visit/children/getting-here')).toBeVisible();
  const led = await fetch(new URL('/visit/getting-here', running.address), { redirect: 'manual' });
  expect([led.status, led.headers.get('location')]).toEqual([301, '/visit/children/getting-here']);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect.poll(() => names(page)).toEqual(before);
  // Where it may not stand is dimmed, and let go there, it says why and stays.
  await drag(page, 'Visit', 'Opening times', 0.5);
  await expect(treeOf(page).locator('[data-let-go="refused"]')).toContainText('Opening times');
  await page.mouse.up();
  await expect(page.getByText('A page cannot stand under itself.')).toBeVisible();
  await expect.poll(() => names(page)).toEqual(before);
  // By keys: one further up, and in below the one before it, and out again.
  const row = rowOf(page, 'Without steps');
  await row.press('Alt+ArrowUp');
  await expect(page.getByText('“Without steps” stands in another order now.')).toBeVisible();
  await expect
    .poll(async () => (await names(page)).indexOf('Without steps'))
    .toBe(before.indexOf('Without steps') - 1);
  await row.press('Alt+ArrowRight');
  await expect(page.getByText('at /visit/getting-here/without-steps')).toBeVisible();
  await row.press('Alt+ArrowLeft');
  await expect(page.getByText('at /visit/without-steps')).toBeVisible();
});
