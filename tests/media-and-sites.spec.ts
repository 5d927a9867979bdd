import { expect, test } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

test('A leaflet that an editor lays in a folder stands in the list of leaflets, under the name it was given in each language', async ({
  browser,
  page: visitor,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/media');
  await page
    .getByTestId('outline')
    .getByRole('link', { name: /^Leaflets/ })
    .click();
  await expect(page.getByRole('heading', { level: 1, name: 'Leaflets' }).first()).toBeVisible();
  await page
    .locator('#bring-in')
    .setInputFiles({ name: 'no-picture.png', mimeType: 'image/png', buffer: Buffer.from('<svg/>') });
  await expect(page.getByText(/^This is no picture, PDF, sound, film or file/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave them out' }).click();
  await page.locator('#bring-in').setInputFiles({
    name: 'dusk-guide.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('%PDF-1.4\n% The dusk guide\n%%EOF\n'),
  });
  const name = page.getByLabel(/^Name/);
  await expect(name).toHaveValue('dusk-guide');
  await name.fill('');
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await name.fill('The dusk guide');
  await page.getByRole('button', { name: 'French' }).click();
  await page.getByLabel(/^Name, in French/).fill('Le guide du soir');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('dusk-guide is saved.')).toBeVisible();
  await expect(
    page.getByRole('complementary', { name: 'Reach' }).getByRole('link', { name: /^Without steps/ }),
  ).toBeVisible();
  await visitor.goto(`${running.address}/visit/without-steps`);
  const link = visitor.getByRole('link', { name: 'The dusk guide' });
  const file = await visitor.request.get(`${running.address}${await link.getAttribute('href')}`);
  expect([file.status(), file.headers()['content-type']]).toEqual([200, 'application/pdf']);
  await visitor.goto(`${running.address}/fr/visit/without-steps`);
  await expect(visitor.getByRole('link', { name: 'Le guide du soir' })).toBeVisible();
});

test('An architect makes another site, begins it, and visitors find it under its own name and addresses', async ({
  browser,
  page: visitor,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/arrange/sites');
  await page.getByRole('textbox', { name: 'Another site' }).fill('The harbour');
  await page.getByLabel('Its addresses begin with').fill('visit');
  await page.getByRole('button', { name: 'Make the site' }).click();
  await expect(page.getByText('"Visit" stands at /visit already.')).toBeVisible();
  await page.getByLabel('Its addresses begin with').fill('harbour');
  await page.getByRole('button', { name: 'Make the site' }).click();
  await expect(page.getByText('The harbour is made.')).toBeVisible();
  await page.getByRole('link', { name: 'Begin it' }).click();
  await page.getByRole('button', { name: 'Make the top page' }).click();
  await page.getByLabel('Title').fill('Boats at low water');
  await expect(page.getByText('/harbour', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Make the page' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Boats at low water' }).first()).toBeVisible();
  await page.getByRole('button', { name: /^Publish/ }).click();
  await expect(page.getByText(/Visitors see (it like this|this version)/)).toBeVisible();
  await visitor.goto(`${running.address}/harbour`);
  await expect(visitor.getByRole('heading', { level: 1, name: 'Boats at low water' })).toBeVisible();
  await expect(
    visitor.getByRole('banner').getByRole('link', { name: 'The harbour', exact: true }),
  ).toHaveAttribute('href', '/harbour');
  await expect(visitor.getByRole('link', { name: 'Species' })).toHaveCount(0);
});
