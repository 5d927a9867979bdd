import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

test.describe.configure({ mode: 'serial' });

let running: Running;
let page: Page;
test.beforeAll(async ({ browser }) => {
  running = await serve();
  page = (await signedIn(browser, running.address, 'architect', 'file')).page;
});
test.afterAll(() => running.stop());

test('the first click in the tree of categories takes the row under the pointer; a renamed one leaves its address', async () => {
  await page.goto(`${running.address}/bench/shape/schemes/habitat`);
  await page.getByRole('tab', { name: 'Categories' }).click();
  const row = page.getByRole('treeitem', { name: /Reedbed/ });
  await row.click();
  await expect(row).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Reedbed');
  await page.getByLabel('In its address').fill('reeds');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Reedbed is saved.')).toBeVisible();
  const old = await fetch(`${running.address}/fr/habitats/water/reedbed`, { redirect: 'manual' });
  expect([old.status, old.headers.get('location')]).toEqual([301, '/fr/habitats/water/reeds']);
  await page.goto(`${running.address}/bench/release/addresses`);
  await expect(
    page.getByRole('row', { name: /\/habitats\/water\/reedbed.*\/habitats\/water\/reeds/ }),
  ).toBeVisible();
});

test('a choice that entries name goes only when it is said what they get, and visitors read that', async () => {
  await page.goto(`${running.address}/bench/shape/content/species`);
  await page.getByRole('button', { name: 'Rarity', exact: true }).click();
  await page.getByRole('button', { name: 'Take out Rare' }).click();
  const dialog = page.getByRole('dialog', { name: 'Take “Rare” out?' });
  await expect(dialog.getByText(/It is chosen in \d+ entries/)).toBeVisible();
  await dialog.getByRole('radio', { name: 'Another choice' }).check();
  await dialog.getByRole('combobox', { name: 'Instead' }).click();
  await page.getByRole('option', { name: 'Scarce' }).click();
  await dialog.getByRole('button', { name: 'Take it out' }).click();
  await page.getByRole('main').getByRole('link', { name: 'Change sheet' }).click();
  await expect(page.getByText('“Rare” goes: entries get “Scarce” instead.')).toBeVisible();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('The model is in force.')).toBeVisible();
  const html = await (await fetch(`${running.address}/species`)).text();
  expect(html).toContain('Scarce');
  expect(html).not.toMatch(/>Rare<|a choice that is gone/);
});

test('words that visitors read are filled in for a language, and stand on its pages', async () => {
  await page.goto(`${running.address}/bench/shape/words`);
  await expect(page.getByRole('status').filter({ hasText: 'French: all are there.' })).toBeVisible();
  await page.getByLabel('Group in French').fill('Famille');
  await page.getByRole('link', { name: /^Change sheet/ }).click();
  await expect(page.getByText('The site has another set of words in other languages')).toBeVisible();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('The model is in force.')).toBeVisible();
  expect(await (await fetch(`${running.address}/fr/species`)).text()).toContain('class="facet">Famille');
});
