import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

test.describe.configure({ mode: 'serial' });

let running: Running;
let architect: Page;
let editor: Page;
test.beforeAll(async ({ browser }) => {
  running = await serve();
  architect = (await signedIn(browser, running.address, 'architect', 'file')).page;
  editor = (await signedIn(browser, running.address, 'editor', 'file')).page;
});
test.afterAll(() => running.stop());

const visitor = async (path: string) => (await fetch(`${running.address}${path}`)).text();
const headings = (html: string) =>
  [...html.matchAll(/<h3[^>]*>(?:<a[^>]*>)?([^<]*)/g)].map(([, words]) => words);

test('the sign-in page shows the sample people, and a wrong password says so at its field', async ({
  page,
}) => {
  await page.goto(`${running.address}/bench`);
  await expect(page).toHaveURL(/\/bench\/sign-in/);
  await expect(page.getByText('reviewer@quillwater.example')).toBeVisible();
  await page.getByLabel('E-mail').fill('editor@quillwater.example');
  await page.getByLabel('Password').fill('wrong');
  await page.getByLabel('Password').press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'do not belong together' })).toBeVisible();
  await page.getByRole('button', { name: /^reviewer/ }).click();
  await expect(page).toHaveURL(/\/bench\/today/);
});

test('Shape: a field is added, ruled, moved and made to be filled; applying says first what it touches', async () => {
  const page = architect;
  await expect(page.getByRole('heading', { level: 1, name: 'Species' })).toBeVisible();
  const label = page.getByLabel('Label of a new field');
  await label.fill('Size');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name: /^Number/ }).click();
  await page.getByRole('button', { name: 'Add the field' }).click();
  await page.getByLabel('Least', { exact: true }).fill('0');
  await page.getByLabel('Most', { exact: true }).fill('500');
  await page.getByLabel('Unit').fill('cm');
  const row = page.getByRole('row', { name: /Size/ });
  await expect(row).toContainText('0 to 500 cm');

  await row.getByRole('button', { name: 'Size', exact: true }).focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByRole('row').nth(10)).toContainText('Size');

  await page.getByRole('button', { name: 'Scientific name', exact: true }).click();
  await page.getByLabel('Must be filled in').check();
  await expect(page.getByRole('row', { name: /Scientific name/ })).toContainText('required');

  await page.getByRole('tab', { name: 'Appearance' }).click();
  await page.getByLabel('Numbers: add a field').click();
  await page.getByRole('menuitem', { name: 'Size' }).click();
  await expect(page.getByRole('button', { name: /^Size/ }).first()).toBeVisible();

  await page.getByRole('tab', { name: 'As the editor sees it' }).click();
  await page.getByLabel(/^Size/).fill('720');
  await expect(page.getByText('At most 500 cm.')).toBeVisible();

  await page.getByRole('main').getByRole('link', { name: 'Change sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Species gains Size' })).toBeVisible();
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Scientific name must be filled in' }),
  ).toContainText('1 entry');
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('The model is in force.')).toBeVisible();
  await expect(page.getByText('Working copy: no changes')).toBeVisible();
});

test('Write: the table is searched, sorted and filtered, a page of rows at a time', async () => {
  const page = editor;
  await page.goto('/bench/write/species');
  const rows = page.getByRole('table').getByRole('row');
  await expect(rows.nth(1)).toContainText('Alder siskling');
  await page.getByRole('button', { name: 'Name' }).click();
  await expect(rows.nth(1)).toContainText('Yellow flag iris moth');
  await page
    .getByRole('navigation', { name: 'Entries' })
    .getByRole('link', { name: /^In review/ })
    .click();
  await expect(page.getByRole('status').filter({ hasText: '2 entries' })).toBeVisible();
  await page.goto('/bench/write/species?rows=25');
  await page.getByRole('button', { name: 'Next page' }).click();
  await expect(page.getByText('26 to 50 of 66')).toBeVisible();
  await page.getByLabel('Search every word').fill('blue');
  await expect(rows).toHaveCount(2);
});

test('Write: a value out of bounds is told at its field; visitors see nothing until it is published', async () => {
  const page = editor;
  await page.getByRole('link', { name: 'Blue-legged skimmer' }).click();
  const size = page.getByLabel(/^Size/);
  await size.fill('720');
  await expect(page.getByRole('alert').filter({ hasText: 'At most 500 cm.' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Publish/ })).toBeDisabled();
  await size.fill('4');
  await page.getByLabel(/^Name/).fill('Blue-footed skimmer');
  // It may be saved by itself already: the key does no harm then, while the button is at rest.
  await page.keyboard.press('Control+s');
  await expect(page.getByText(/^Saved \d/)).toBeVisible();
  await expect(page.getByText(/Visitors still see the version of/)).toBeVisible();
  expect(headings(await visitor('/species'))).toContain('Blue-legged skimmer');

  // A click on a part of the card leads to the field it comes from.
  await page
    .getByRole('region', { name: /How it looks/ })
    .getByText('4 cm')
    .click();
  await expect(size).toBeFocused();

  await page.getByRole('button', { name: /^Publish, on \d\d pages/ }).click();
  await expect(page.getByText(/Visitors see this version/)).toBeVisible();
  const seen = headings(await visitor('/species'));
  expect(seen).toContain('Blue-footed skimmer');
  expect(seen).not.toContain('Blue-legged skimmer');
});

test('Map: the listing is drawn as it changes, with the number of matching entries, and put in force', async () => {
  const page = architect;
  await page.getByRole('link', { name: /^Map/ }).click();
  // Shape's outline has a page type of the same name.
  await expect(page).toHaveURL(/\/bench\/map\//);
  await page.getByRole('link', { name: /^Species index/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Species index' })).toBeVisible();
  const result = page.getByRole('region', { name: 'The result', exact: true });
  await expect(result.getByRole('heading', { name: 'Amber sedge piper' })).toBeVisible();
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await page.getByRole('menuitem', { name: 'Rarity' }).click();
  await page.getByLabel('Rarity: value').click();
  await page.getByRole('option', { name: 'Scarce' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'What Rarity is compared with: Scarce' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Which entries' }).getByRole('status')).toContainText(
    /^[12]\d of 61$/,
  );
  await expect(result.getByRole('heading', { name: 'Amber sedge piper' })).toHaveCount(0);
  await page.getByLabel('Numbers: add a field').click();
  await page.getByRole('menuitem', { name: 'Size' }).click();
  await expect(result.getByText('4 cm')).toBeVisible();
  await page.getByRole('button', { name: /^Sorted by, 1/ }).click();
  await page.getByRole('combobox', { name: 'Direction, 1' }).click();
  await page.getByRole('option', { name: 'Z to A' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Heading over the list/ }).click();
  await page.getByRole('textbox', { name: 'Heading over the list' }).fill('Scarce creatures');
  await page.keyboard.press('Escape');
  await expect(result.getByRole('heading', { name: 'Scarce creatures' })).toBeVisible();
  expect(await visitor('/species')).toContain('Creatures of the wetland');
  await page.getByRole('button', { name: 'Put in force, for 1 page' }).click();
  await expect(page.getByText('In force, for 1 page.')).toBeVisible();
});

test('As a visitor: the cards are there, in order, with the new field, without script or sign-in', async ({
  page,
}) => {
  const scripts: string[] = [];
  page.on('request', (request) => {
    if (request.resourceType() === 'script') scripts.push(request.url());
  });
  await page.goto(`${running.address}/species`);
  await expect(page.getByRole('heading', { level: 2, name: 'Scarce creatures' })).toBeVisible();
  const names = await page.locator('.cards h3').allTextContents();
  expect(names).toEqual([...names].sort((a, b) => b.localeCompare(a, 'en-GB')));
  expect(names).toContain('Blue-footed skimmer');
  await expect(page.locator('li', { hasText: 'Blue-footed skimmer' })).toContainText('4 cm');
  expect(scripts).toEqual([]);
  // Data for those who read pages by themselves is no script.
  expect(await page.locator('script:not([type="application/ld+json"])').count()).toBe(0);
});

test('Arrange: only page types that may stand there are offered, and the address is made from the title', async () => {
  const page = editor;
  await page.getByRole('link', { name: /^Arrange/ }).click();
  await page.getByRole('navigation', { name: 'Site tree' }).getByRole('link', { name: 'Visit' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Visit' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Add a page below' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('radio', { name: /^Species index/ })).toBeDisabled();
  await expect(
    dialog.getByText('Section may not hold Species index. Species index may stand under Home.'),
  ).toBeVisible();
  await dialog.getByRole('radio', { name: /^Plain page/ }).check();
  await dialog.getByLabel('Title').fill('The Bench by the Water');
  await expect(dialog.getByText('/visit/bench-water')).toBeVisible();
  await dialog.getByRole('button', { name: 'Make the page' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'The Bench by the Water' }).first()).toBeVisible();
  expect((await fetch(`${running.address}/visit/bench-water`)).status).toBe(404);
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByText(/Visitors see (it like this|this version)/)).toBeVisible();
  expect(await visitor('/visit/bench-water')).toContain('The Bench by the Water');
  expect(await visitor('/visit')).toContain('The Bench by the Water');

  await page.getByLabel('Last piece of its address').fill('Not an address');
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: 'small letters, digits and single hyphens' }),
  ).toBeVisible();
});

test('An illegal place and a reserved address are refused by the server too, with the reason', async () => {
  const { pages } = (await (await editor.request.get('/api/v1/pages')).json()) as {
    pages: { id: string; address: string }[];
  };
  const at = (address: string) => pages.find((each) => each.address === address)?.id;
  const make = (data: object) =>
    editor.request.post('/api/v1/pages', { data, headers: { origin: running.address } });
  const placed = await make({ type: 'speciesIndex', parent: at('/visit'), values: { title: 'Species' } });
  expect([placed.status(), (await placed.json()).title]).toEqual([
    422,
    'Section may not hold Species index. Species index may stand under Home.',
  ]);
  const reserved = await make({ type: 'plainPage', parent: at('/'), values: { title: 'x' }, slug: 'bench' });
  expect([reserved.status(), (await reserved.json()).errors]).toEqual([
    422,
    [
      {
        path: '/slug',
        code: 'reserved',
        message: '"/bench" belongs to Clear Frame itself. Choose another address.',
      },
    ],
  ]);
});

test('Stopped hard in the middle of work and started again, all that was saved is there', async () => {
  const page = editor;
  await page.goto('/bench/write/species');
  await page.getByRole('link', { name: 'Amber sedge piper' }).click();
  await page.getByLabel(/^Summary/).fill('Kept a moment before the lights went out.');
  await expect(page.getByText(/^Saved \d/)).toBeVisible({ timeout: 15_000 });
  await expect(page.getByText(/Visitors still see/)).toBeVisible();
  // More writes are under way when it stops.
  const address = page.url().split('/').pop() ?? '';
  const entry = (await (await page.request.get(`/api/v1/entries/${address}`)).json()) as { revision: number };
  const racing = page.request
    .patch(`/api/v1/entries/${address}`, {
      data: { values: { scientificName: 'x'.repeat(80) } },
      headers: { 'if-match': `"${entry.revision}"` },
    })
    .catch(() => undefined);
  await running.killAndRestart();
  await racing;
  await page.reload();
  await expect(page.getByLabel(/^Summary/)).toHaveValue('Kept a moment before the lights went out.');
  expect(headings(await visitor('/species'))).toContain('Blue-footed skimmer');
});
