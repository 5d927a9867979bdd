import { expect, test } from '@playwright/test';
import { expectNothingFound } from './axe';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

test('An editor says how an entry is found, sees where it is cut, and visitors’ pages tell it', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const visitors = async (path: string) => (await page.request.get(`${running.address}${path}`)).text();
  await page.goto('/bench/write/notice?q=hide');
  await page.getByRole('link', { name: 'Third hide closed in high wind' }).click();
  const told = page.getByRole('region', { name: 'Found and shared' });
  const result = told.getByRole('group', { name: 'As a search result' });
  await expect(result).toContainText('Third hide closed in high wind – Quillwater Reserve');
  await expect(told.getByText(/^Title \d+ px; there is room for 580$/)).toBeVisible();
  await expectNothingFound(page);

  // Seldom said, it stands folded until somebody opens it, or is led there.
  const title = page.getByRole('textbox', { name: 'Called in results' });
  await expect(title).toBeHidden();
  await page.locator('summary').filter({ hasText: 'Found and shared' }).click();
  await title.fill(
    'The third hide is closed in high wind, and what stands open meanwhile, until the stair is mended',
  );
  await expect(told.getByText(/^The title of the result is cut: “The third hide is closed/)).toBeVisible();
  await title.fill('Third hide: closed in high wind');
  await expect(told.getByText(/The title of the result is cut/)).toBeHidden();
  await page.getByRole('textbox', { name: 'Told on the card' }).fill('The stair is being mended.');
  await expect(told.getByRole('group', { name: /As a card/ })).toContainText('The stair is being mended.');
  await expect(page.getByRole('status').getByText(/^Saved/)).toBeVisible();

  // What is worth mending leads to its field.
  await told.getByRole('button', { name: 'The card has no picture.' }).click();
  await expect(
    page.getByRole('group', { name: 'Found and shared' }).getByText('Shown on the card'),
  ).toBeInViewport();
  const address = (await page.getByRole('link', { name: 'As a visitor' }).getAttribute('href')) ?? '';
  const seen = async () => {
    const html = await visitors(address);
    return [/<title>([^<]*)</.exec(html)?.[1], /og:description" content="([^"]*)"/.exec(html)?.[1]];
  };
  expect((await seen())[0]).toBe('Third hide closed in high wind – Quillwater Reserve');
  const reviewer = await signedIn(browser, running.address, 'reviewer');
  await reviewer.page.goto(page.url());
  await reviewer.page.getByRole('button', { name: /^Publish/ }).click();
  await expect.poll(seen).toEqual(['Third hide: closed in high wind', 'The stair is being mended.']);
});

test('An architect lets it be said of every type in one press, and chooses what stands for the site', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/shape/pages/trailGuide');
  await page.getByRole('tab', { name: 'Naming and places' }).click();
  const found = page.getByRole('region', { name: 'Found and shared' });
  await found.getByRole('button', { name: 'Let it be said of every type (1)' }).click();
  await expect(found.getByRole('button', { name: 'Called in results', exact: true })).toBeVisible();
  await expect(found.getByRole('button', { name: /^Let it be said/ })).toHaveCount(0);

  await page.goto('/bench/arrange/sites');
  const first = page.getByRole('group', { name: 'Stands for it' }).first();
  await first.getByRole('button', { name: 'Choose a picture' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Lantern eel' }).click();
  await expect(page.getByText('Lantern eel stands for Quillwater Reserve.')).toBeVisible();
  const html = await (await page.request.get(`${running.address}/`)).text();
  const [, icon = ''] = /rel="icon" href="([^"]*)"/.exec(html) ?? [];
  const answer = await page.request.get(running.address + icon.replaceAll('&amp;', '&'));
  expect(answer.headers()['content-type']).toBe('image/png');
  await expectNothingFound(page);
  await first.getByRole('button', { name: 'Take it off' }).click();
  await expect(page.getByText('The first letter of Quillwater Reserve stands for it again.')).toBeVisible();
});
