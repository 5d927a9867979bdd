import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const treeOf = (page: Page) => page.getByRole('region', { name: 'Quillwater Reserve' });
const mainOf = async (page: Page, address: string) => {
  await page.goto(address);
  return page.getByRole('navigation', { name: 'Main' });
};

test('An architect lets the navigation go deeper; visitors unfold it by keyboard without script, and find what is in the foot', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/shape/settings');
  await page.locator('#head-depth').click();
  const kept = page.waitForResponse(
    (answer) => answer.request().method() !== 'GET' && answer.url().includes('/api/v1/model'),
  );
  await page.getByRole('option', { name: '2 steps' }).click();
  await kept;
  await expect(page.locator('#head-depth')).toHaveText('2 steps');
  await page.goto('/bench/shape/changes');
  await expect(page.getByText('The site has another navigation')).toBeVisible();
  await page.getByRole('button', { name: /^Put in force/ }).click();
  await expect(page.getByText('The model is in force.')).toBeVisible();
  const context = await browser.newContext({ baseURL: running.address, javaScriptEnabled: false });
  const visitor = await context.newPage();
  const main = await mainOf(visitor, '/visit/getting-here');
  const trains = main.getByRole('link', { name: 'Getting here' });
  await expect(trains).toBeHidden();
  await main.locator('summary[aria-label="Below Visit"]').press('Enter');
  await expect(trains).toBeVisible();
  await expect(trains).toHaveAttribute('aria-current', 'page');
  // One unfolds at a time.
  await main.locator('summary[aria-label="Below About"]').press('Enter');
  await expect(trains).toBeHidden();
  const foot = visitor.getByRole('navigation', { name: 'Foot' });
  await foot.getByRole('link', { name: 'The friends of Quillwater' }).click();
  await expect(visitor).toHaveURL(/\/friends$/);
  // A heading is no page to go to; a way leads where it says.
  await visitor.goto('/hand');
  await expect(visitor).toHaveURL(/\/visit\/opening-times$/);
  await context.close();
});

test('An editor leaves several pages out of the navigation at once, moves several, is told which stay, and takes it back', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/arrange');
  const tree = treeOf(page);
  await page.getByRole('button', { name: 'Do one thing to several pages' }).click();
  for (const name of ['Without steps', 'With a camera']) {
    await tree.getByRole('button', { name, exact: true }).press('Enter');
    await expect(tree.getByRole('button', { name, exact: true })).toHaveAttribute('aria-pressed', 'true');
  }
  const withThese = page.getByRole('button', { name: 'With these…' });
  await withThese.click();
  await page.getByRole('menuitem', { name: 'Leave out of the navigation' }).click();
  await expect(tree.getByRole('button', { name: 'With a camera Not in the navigation' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(treeOf(page).getByRole('link', { name: 'With a camera', exact: true })).toBeVisible();
  // Those that may stand there are moved; of the others it is told why they stay.
  await page.getByRole('button', { name: 'Do one thing to several pages' }).click();
  for (const name of ['What to bring', 'Each species'])
    await tree.getByRole('button', { name, exact: true }).click();
  await withThese.click();
  await page.getByRole('menuitem', { name: 'Move under…' }).click();
  const homes = page.getByRole('dialog', { name: 'Move 2 pages under another' });
  await homes.getByRole('button', { name: /^With children/ }).click();
  const held = page.getByRole('alert').filter({ hasText: '“Each species” stays as it is' });
  await expect(held).toBeVisible();
  await expect(held).toContainText('1 page moved.');
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(treeOf(page).getByRole('link', { name: 'What to bring', exact: true })).toBeVisible();
  const back = await fetch(new URL('/visit/what-bring', running.address), { redirect: 'manual' });
  expect(back.status).toBe(200);
});
