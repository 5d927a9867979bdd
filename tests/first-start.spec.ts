import { expect, test } from '@playwright/test';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve({ sample: false });
});
test.afterAll(() => running.stop());

test('without the sample the first start asks for the first architect, who makes a site from nothing by keyboard', async ({
  page,
}) => {
  await page.goto(`${running.address}/bench`);
  await expect(page).toHaveURL(/\/bench\/set-up/);
  await page.getByLabel('Name of the site').fill('Saltmere Commons');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Odile Larkmoor');
  await page.keyboard.press('Tab');
  await page.keyboard.type('odile');
  await page.keyboard.press('Tab');
  await page.keyboard.type('short');
  await page.keyboard.press('Enter');
  await expect(page.getByText('A password has 10 to 200 characters.')).toBeVisible();
  await expect(page.getByText('Write an e-mail address.')).toBeVisible();
  await page.getByLabel('E-mail').fill('odile@quillwater.example');
  await page.getByLabel('Password').fill('a long enough one');
  await expect(page.getByText('Write the word that the start printed.')).toBeVisible();
  const word = /[a-z0-9]{4}(?:-[a-z0-9]{4}){3}/.exec(running.said)?.[0] ?? '';
  await page.getByLabel('Word of the start').fill(word);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'What will your site be made of?' })).toBeVisible();
  await page.getByRole('link', { name: 'Begin', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Here you decide what the site is made of.')).toBeVisible();

  await page.getByRole('button', { name: 'New content type' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Boat');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Boat' })).toBeVisible();
  await page.getByLabel('Label of a new field').focus();
  await page.keyboard.type('Length');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Num');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: /Length/ })).toContainText('Number');
  await page.getByRole('main').getByRole('link', { name: 'Change sheet' }).click();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('The model is in force.')).toBeVisible();

  await page.getByRole('link', { name: /^Write/ }).click();
  await page.getByRole('link', { name: 'Write the first boat' }).click();
  await page.getByLabel(/^Name/).fill('Punt');
  await page.getByLabel(/^Length/).fill('6');
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByText(/Visitors see this version/)).toBeVisible();

  await page.getByRole('link', { name: /^Map/ }).click();
  await page.getByRole('button', { name: 'New listing' }).click();
  await page.keyboard.type('Every boat');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Every boat' })).toBeVisible();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('In force.')).toBeVisible();

  await page.getByRole('link', { name: /^Arrange/ }).click();
  await page.getByRole('button', { name: 'Make the top page' }).click();
  await page.getByRole('dialog').getByLabel('Title').fill('Saltmere Commons');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Publish' }).click();
  await page.getByRole('button', { name: 'Add a page below' }).click();
  await page
    .getByRole('dialog')
    .getByRole('radio', { name: /^Listing page/ })
    .check();
  await page.getByRole('dialog').getByLabel('Title').fill('Boats');
  await page.getByRole('dialog').getByLabel('Filled by').click();
  await page.getByRole('option', { name: 'Every boat' }).click();
  await page.getByRole('button', { name: 'Make the page' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Boats' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByText(/Visitors see (it like this|this version)/)).toBeVisible();
  await page.goto(`${running.address}/boats`);
  await expect(page.locator('.cards li')).toHaveText(/Punt.*6/);
  expect(
    (
      await page.request.post(`${running.address}/api/v1/set-up`, {
        data: { site: 'Mine', name: 'M', email: 'm@quillwater.example', password: 'quillwater', word: 'x' },
      })
    ).status(),
  ).toBe(409);
});
