import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const widthOf = async (page: Page, name: string): Promise<number> =>
  Math.round((await page.getByRole('navigation', { name }).boundingBox())?.width ?? 0);

test('a panel keeps the width that somebody gave it, in whatever window, and the bench what is left', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const width = () => widthOf(page, 'Types');
  await expect.poll(width).toBe(248);
  const grip = page.getByRole('separator', { name: 'Width of Types' });
  // A grip that the browser does not listen to yet is taken again, from where it stands then.
  await expect(async () => {
    const at = await grip.boundingBox();
    const [x, y] = [(at?.x ?? 0) + (at?.width ?? 0) / 2, 400];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 308 - (await width()), y, { steps: 5 });
    await page.mouse.up();
    await expect.poll(width, { timeout: 5000 }).toBe(308);
  }).toPass();
  await page.setViewportSize({ width: 390, height: 800 });
  await expect(grip).toBeHidden();
  for (const window of [1280, 1600]) {
    await page.setViewportSize({ width: window, height: 800 });
    await expect.poll(width).toBe(308);
  }
  await page.reload();
  await expect.poll(width).toBe(308);
});
