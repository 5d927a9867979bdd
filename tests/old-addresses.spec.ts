import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { expectNothingFound } from './axe';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

test('An editor leads the addresses of an earlier site on: by hand, from a file after a trial, and those that led nowhere', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const leads = async (path: string) => {
    const answer = await page.request.get(`${running.address}${path}`, { maxRedirects: 0 });
    return `${answer.status()} ${answer.headers()['location'] ?? ''}`.trim();
  };
  await page.goto('/bench/release');
  await page.getByRole('link', { name: 'By hand' }).click();
  const old = page.getByLabel('Old address');
  await old.fill('/species');
  await page.getByLabel('Leads to').fill('/about');
  await page.getByRole('button', { name: 'Lead on' }).click();
  await expect(page.getByText('Something stands at “/species”: visitors get that.')).toBeVisible();
  await old.fill('/season/*');
  await page.getByLabel('Leads to').fill('/visit');
  await page.getByRole('combobox', { name: /Answers/ }).click();
  await page.getByRole('option', { name: 'For now' }).click();
  await page.getByRole('button', { name: 'Lead on' }).click();
  await expect(page.getByRole('cell', { name: '/season/*', exact: true })).toBeVisible();
  expect(await leads('/season/2019/walks')).toBe('302 /visit');
  await expectNothingFound(page);

  await page.locator('#addresses-file').setInputFiles({
    name: 'earlier.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Old;New\n/birds.html;/species\n/a;/b\n/b;/a\n'),
  });
  await expect(page.getByText('1 come in, 0 change, 0 are there already, 2 stay out.')).toBeVisible();
  await expect(page.getByText('“/a” would lead in a circle, back to where it began.')).toBeVisible();
  expect(await leads('/birds.html')).toBe('404');
  await page.getByRole('button', { name: 'Bring 1 in' }).click();
  await expect(page.getByText('1 address is brought in.')).toBeVisible();
  expect(await leads('/birds.html')).toBe('301 /species');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'As a file' }).click(),
  ]);
  const lines = readFileSync(await file.path(), 'utf8')
    .trim()
    .split('\r\n')
    .sort();
  expect(lines).toEqual(['/birds.html,/species,301', '/season/*,/visit,302', 'from,to,status']);

  for (const path of ['/pictures/bell-heron', '/places/reed-edge']) await leads(path);
  await page.getByRole('link', { name: 'Led nowhere' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Led nowhere' })).toBeVisible();
  await expect(async () => {
    await page.reload();
    await expect(page.getByRole('cell', { name: '/pictures/bell-heron', exact: true })).toBeVisible({
      timeout: 2000,
    });
  }).toPass({ timeout: 60_000 });
  await expect(page.getByRole('button', { name: 'Lead /places/reed-edge to Reed edge' })).toBeVisible();
  await expectNothingFound(page);
  await page.getByRole('button', { name: 'Lead /pictures/bell-heron to Bell heron', exact: true }).click();
  await expect(page.getByText('/pictures/bell-heron leads to Bell heron.')).toBeVisible();
  await expect(page.getByRole('cell', { name: '/pictures/bell-heron', exact: true })).toBeHidden();
  expect(await leads('/pictures/bell-heron')).toBe('301 /species/bell-heron');
  // What was done a moment ago is taken back where it is told.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => leads('/pictures/bell-heron')).toBe('404');
});
