import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

test('A day’s notice with a picture is written and published in at most eight steps', async ({
  browser,
  page: visitor,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/write/notice');
  let steps = 0;
  const step = async (does: Promise<unknown>) => {
    steps += 1;
    await does;
  };
  await step(page.getByRole('link', { name: 'New notice' }).click());
  await step(page.getByLabel(/^Title/).fill('Ice on the causeway'));
  await step(page.getByRole('textbox', { name: 'Body' }).click());
  await step(page.keyboard.type('Take the upper path until it thaws.'));
  await step(page.getByRole('button', { name: 'Picture', exact: true }).click());
  await step(page.getByRole('dialog').getByRole('listitem').getByRole('button').first().click());
  const publish = page.getByRole('button', { name: /^Publish/ });
  await expect(publish).toBeEnabled();
  await step(publish.click());
  await expect(page.getByText('Published', { exact: true }).first()).toBeVisible();
  expect(steps).toBeLessThanOrEqual(8);
  await visitor.goto(`${running.address}/notices`);
  await expect(visitor.getByRole('heading', { name: 'Ice on the causeway' })).toBeVisible();
});

test('A translation stands beside its source, says that it is older, and catches up', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/species?q=bell%20heron');
  await page.getByRole('link', { name: 'Bell heron', exact: true }).click();
  const language = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  const saved = () => expect(page.getByText(/^Saved /)).toBeVisible();
  await language('French');
  await expect(page.getByText('Missing: the source stands in for it.').first()).toBeVisible();
  const french = page.getByLabel(/^Summary, in French/);
  await french.fill('Un héron.');
  await saved();
  await language('British English');
  const summary = page.getByLabel(/^Summary/).first();
  await summary.fill(`${await summary.inputValue()} It rings at dusk.`);
  await saved();
  await language('French');
  const older = page.getByText('Older than the source, which changed since.');
  await expect(older).toHaveCount(1);
  await page.getByRole('button', { name: 'What changed' }).click();
  await expect(page.getByRole('group').locator('ins').filter({ hasText: 'rings' }).first()).toBeVisible();
  await french.fill('Un héron. Il sonne au crépuscule.');
  await expect(older).toHaveCount(0);
  // What is drawn beside the form speaks the language at hand.
  await expect(page.getByText(/Il sonne au crépuscule/).last()).toBeVisible();
  await page.goto('/bench/write/species?older=fr');
  await expect(page.getByText('Nothing is like that.')).toBeVisible();
});

test('Another file in the place of a medium shows wherever it stands, and goes back with one undo', async ({
  browser,
  page: visitor,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await visitor.goto(`${running.address}/species/bell-heron`);
  const shown = () => visitor.locator('main img').first().getAttribute('src');
  const before = await shown();
  const id = /\/media\/([0-9a-f-]{36})\//.exec(before ?? '')?.[1] ?? '';
  await page.goto(`/bench/write/media?at=${id}`);
  const buffer = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#884422' } })
    .jpeg()
    .toBuffer();
  await page
    .locator('#another-file')
    .setInputFiles({ name: 'heron at noon.jpg', mimeType: 'image/jpeg', buffer });
  await expect(page.getByRole('link', { name: 'Open the file' })).toHaveAttribute('href', /heron-at-noon/);
  await expect
    .poll(async () => {
      await visitor.reload();
      return shown();
    })
    .toContain('heron-at-noon');
  // Who kept the old address is led to what stands there now.
  const old = await visitor.request.get(`${running.address}${before?.split('?')[0]}`);
  expect([old.status(), old.url()]).toEqual([200, expect.stringContaining('heron-at-noon')]);
  await page.getByText('Undo', { exact: true }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await expect
    .poll(async () => {
      await visitor.reload();
      return shown();
    })
    .toBe(before);
});
