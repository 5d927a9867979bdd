import { expect, test } from '@playwright/test';
import { expectNothingFound } from './axe';
import { signedIn } from './people';
import { shapeAndMap } from './screens/shape-and-map';
import { writeAndArrange } from './screens/write-and-arrange';
import { follow, settled } from './settled';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

test('axe finds nothing on the sign-in page and on visitors’ pages', async ({ page }) => {
  follow(page);
  for (const path of [
    '/bench/sign-in',
    '/',
    '/species',
    '/whats-on',
    '/visit',
    '/visit/getting-here',
    '/visit/opening-times',
    '/species/bell-heron',
    '/fr',
    '/fr/about/write-to-us',
    '/species/page/2',
    '/species?group=bird&habitats=water',
    '/habitats',
    '/habitats/water/reedbed',
    '/picks',
    '/visit/without-steps',
    '/about/papers-counts',
    '/friends',
    '/notices',
    '/?q=reed',
    '/fr?q=zeppelin',
    '/nothing-here',
  ]) {
    await page.goto(`${running.address}${path}`);
    await expectNothingFound(page);
  }
});

test('everything fits a window of 390 px, with outline and reach in drawers', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.setViewportSize({ width: 390, height: 800 });
  for (const { name, open } of [...shapeAndMap, ...writeAndArrange].filter((each) =>
    [
      'a type in Shape',
      'the table',
      'what waits for review',
      'today',
      'the bin',
      'two versions compared',
      'sessions',
      'people',
    ].includes(each.name),
  )) {
    await test.step(name, async () => {
      await open(page);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    });
  }
  await page.goto('/bench/write/species');
  await settled(page);
  await page.getByRole('button', { name: 'Entries' }).click();
  await page.getByRole('link', { name: /^Events/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Events' })).toBeVisible();
  await expectNothingFound(page);
  await page.setViewportSize({ width: 320, height: 800 });
  for (const path of [
    '/',
    '/species',
    '/species/bell-heron',
    '/visit/getting-here',
    '/?q=reed',
    '/friends',
    '/friends/-/sign-in',
  ]) {
    await page.goto(path);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(320);
  }
});

test('by keyboard alone one goes anywhere, lists the shortcuts and resizes the panels, which is remembered', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  // On a busy machine the box opens a moment after the keys; what is typed before that is not yet meant for it.
  const goTo = async (words: string) => {
    await settled(page);
    await page.keyboard.press('Control+k');
    await expect(page.getByRole('combobox', { name: 'Go to' })).toBeFocused();
    await page.keyboard.type(words);
  };
  await goTo('bell her');
  await expect(page.getByRole('option', { name: 'Bell heron Species' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Bell heron' })).toBeVisible();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // Who presses Enter before the answer is there goes where these words lead, not to what stood there before.
  await page.route(/go-to\?.*q=/, (route) => setTimeout(() => void route.continue(), 800));
  await goTo('dusk plov');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Dusk plover' })).toBeVisible();
  await page.unroute(/go-to\?.*q=/);
  await goTo('species index');
  await expect(page.getByRole('option', { name: /Species index.*Listing/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // The guide opens at the part for this screen, and is searched.
  await page.locator('body').press('?');
  const guide = page.getByRole('dialog', { name: 'Guide' });
  await expect(guide.getByRole('heading', { name: 'Fill in an entry' })).toBeVisible();
  await expect(guide.getByRole('img').first()).toHaveJSProperty('complete', true);
  await expectNothingFound(page);
  await guide.getByLabel('Search the guide').fill('old addresses');
  await guide.getByRole('button', { name: /^Old addresses/ }).click();
  await expect(guide.getByRole('heading', { name: 'Old addresses' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  const outline = page.getByRole('navigation', { name: 'In this entry' });
  const width = async () => (await outline.boundingBox())?.width ?? 0;
  const before = await width();
  const remembered = () => page.evaluate(() => JSON.stringify({ ...localStorage }));
  const kept = await remembered();
  await page.getByRole('separator').first().focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowRight');
  await expect.poll(width).toBeGreaterThan(before + 10);
  const wide = await width();
  await expect.poll(remembered).not.toBe(kept);
  await page.reload();
  await expect.poll(async () => Math.abs((await width()) - wide)).toBeLessThan(8);
});
