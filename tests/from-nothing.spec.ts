import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

test.describe.configure({ mode: 'serial' });

let running: Running;
let architect: Page;
test.beforeAll(async ({ browser }) => {
  running = await serve();
  architect = (await signedIn(browser, running.address, 'architect', 'file')).page;
});
test.afterAll(() => running.stop());

/** Makes something new in a list of the outline, and waits for its sheet. */
async function make(page: Page, what: string, name: string): Promise<void> {
  await page.getByRole('button', { name: what }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name }).first()).toBeVisible();
}

/** Adds a field in the last row of the sheet without leaving the keyboard. */
async function addField(page: Page, label: string, kind: string): Promise<void> {
  await page.getByLabel('Label of a new field').focus();
  await page.keyboard.type(label);
  await page.keyboard.press('Tab');
  await page.keyboard.type(kind);
  await page.keyboard.press('Tab');
  if (await page.getByLabel('Where the new field stands').isVisible()) await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: new RegExp(label) })).toContainText(kind);
}

async function putInForce(page: Page): Promise<void> {
  await page.getByRole('main').getByRole('link', { name: 'Change sheet' }).click();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('The model is in force.')).toBeVisible();
}

test('a content type, a block type and a page type are made from nothing by keyboard, and put in force', async () => {
  const page = architect;
  await make(page, 'New content type', 'Recipe');
  await addField(page, 'Minutes', 'Number');
  await addField(page, 'In short', 'Paragraphs');

  await make(page, 'New block type', 'Advice');
  await addField(page, 'Heading', 'Line');
  await addField(page, 'Words', 'Paragraphs');
  await addField(page, 'Tips', 'List');
  await page.getByLabel('Where the new field stands').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name: 'In Tips' }).click();
  await page.getByLabel('Label of a new field').fill('Tip');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: /Tip/ }).last()).toContainText('Line');
  await addField(page, 'Recipes', 'Entry link');
  await page.getByRole('tab', { name: 'Appearance' }).click();
  // Nobody drew it: the face follows from the fields.
  await expect(page.getByText(/^As a visitor sees/)).toBeVisible();

  await make(page, 'New page type', 'Kitchen page');
  await page.getByRole('tab', { name: 'Naming and places' }).click();
  await page.getByRole('checkbox', { name: 'under Home' }).focus();
  await page.keyboard.press('Space');
  await page.getByRole('tab', { name: 'Slots' }).click();
  await expect(page.getByText('None chosen: every block type.')).toBeVisible();
  await putInForce(page);
});

test('a sample of two tables becomes two types and their entries, one referring to the other', async () => {
  const page = architect;
  await page.goto('/bench/shape/sample');
  const boats = `Name;Length;Kind;Launched;Keeper\n${Array.from({ length: 20 }, (_, i) => `Boat ${i + 1};${i + 2},5 m;${i % 2 ? 'punt' : 'skiff'};${i + 1}.05.2019;${i % 3 ? 'Odile Larkmoor' : 'Bram Fenwright'}`).join('\n')}\nShort;1\n`;
  const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page
    .locator('#sample-files')
    .setInputFiles([
      file('boats.csv', boats),
      file('keepers.csv', 'Name,Role\nOdile Larkmoor,Keeper\nBram Fenwright,Mate\n'),
    ]);
  await expect(page.getByText('Line 22 has 2 cells, the headings 5.')).toBeVisible();
  await expect(page.getByText('21 of 21 are numbers, 1 to 21.5, in m, with a decimal comma')).toBeVisible();
  await expect(page.getByText('2 different values all name a row of keepers.csv')).toBeVisible();
  await page.getByRole('button', { name: 'Make 2 types' }).click();
  await expect(page.getByText('It is the content type Boat in the working copy.')).toBeVisible();
  await putInForce(page);
  await page.getByRole('link', { name: 'Start from a sample' }).click();
  const boatsSheet = page.getByRole('region', { name: 'boats.csv' });
  await expect(boatsSheet.getByText('First those of keepers.csv, to which they refer.')).toBeVisible();
  await page
    .getByRole('region', { name: 'keepers.csv' })
    .getByRole('button', { name: 'Bring in 2 entries' })
    .click();
  await expect(page.getByText('2 entries came in: 2 new, 0 changed.')).toBeVisible();
  await boatsSheet.getByRole('button', { name: 'Bring in 21 entries' }).click();
  await expect(page.getByText('21 entries came in: 21 new, 0 changed.')).toBeVisible();

  // The same file again, into the type that is there now: a row is the entry of its name.
  await page.goto('/bench/shape/sample?into=boat');
  await page
    .locator('#sample-files')
    .setInputFiles([
      file(
        'more.csv',
        'Boat name;Lengths;Kind;Keeper\nBoat 1;2,5;skiff;Bram Fenwright\nBoat 2;9;Skif;Odil Larkmoor\nBoat 40;7;raft;\n',
      ),
    ]);
  const more = page.getByRole('region', { name: 'more.csv' });
  await expect(more.getByRole('combobox', { name: 'Field that Boat name fills' })).toContainText('Name');
  await more.getByRole('combobox', { name: 'What Odil Larkmoor means' }).click();
  await page.getByRole('option', { name: /is Odile Larkmoor/ }).click();
  await more.getByRole('combobox', { name: 'What Skif means' }).click();
  await page.getByRole('option', { name: /is skiff/ }).click();
  await more.getByRole('combobox', { name: 'A row is an entry that is there' }).click();
  await page.getByRole('option', { name: 'where Name is the same' }).click();
  await expect(more.getByText('1 new')).toBeVisible();
  await more.getByRole('button', { name: 'Bring in 2 entries' }).click();
  await expect(more.getByText('2 entries came in: 1 new, 1 changed. 1 said the same already.')).toBeVisible();
  await more.getByRole('button', { name: 'Take all of it back' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  const { items, total } = (await (
    await page.request.get('/api/v1/entries?type=boat&sort=name&limit=1')
  ).json()) as { total: number; items: { title: string; values: Record<string, unknown> }[] };
  expect(total).toBe(21);
  expect(items[0]).toMatchObject({
    title: 'Boat 1',
    values: { length: 2.5, launched: '2019-05-01', kind: 'skiff' },
  });
  expect(items[0]?.values.keeper).toMatch(/^[0-9a-f-]{36}$/);
});

test('an editor fills them in, and a visitor sees both in good order, with no restart', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/recipe');
  await page.getByRole('link', { name: 'Write the first recipe' }).click();
  await page.getByLabel(/^Name/).fill('Reed soup');
  await page.getByLabel(/^Minutes/).fill('40');
  await page.getByLabel(/^In short/).fill('Green, and better the day after.');
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByText(/Visitors see this version/)).toBeVisible();

  await page.goto('/bench/arrange');
  await page.getByRole('link', { name: /^Three thousand reeds/ }).click();
  await page.getByRole('button', { name: 'Add a page below' }).click();
  await page
    .getByRole('dialog')
    .getByRole('radio', { name: /^Kitchen page/ })
    .check();
  await page.getByRole('dialog').getByLabel('Title').fill('From the cafe');
  await page.getByRole('button', { name: 'Make the page' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'From the cafe' }).first()).toBeVisible();

  await page.getByRole('button', { name: 'As a form' }).click();
  const slot = page.getByRole('region', { name: 'Slot Content' });
  await slot.getByRole('button', { name: 'Add a block to Content' }).click();
  await page.getByRole('menuitem', { name: 'Advice' }).click();
  await slot.getByLabel(/^Heading/).fill('Before you cook');
  await slot.getByLabel(/^Words/).fill('Wash the reed.\n\nThen wash it again.');
  for (const tip of ['Use rain water', 'Keep the lid on']) {
    await slot.getByRole('button', { name: /^Add (the first|another)$/ }).click();
    await slot.getByLabel(/^Tip/).last().fill(tip);
  }
  await slot
    .getByRole('combobox', { name: /^Recipes|entry/i })
    .last()
    .fill('Reed');
  await page.getByRole('option', { name: /Reed soup/ }).click();
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByText(/Visitors see (it like this|this version)/)).toBeVisible();

  const html = await (await fetch(`${running.address}/from-cafe`)).text();
  expect(html).toMatch(/<h1[^>]*>From the cafe<\/h1>/);
  expect(html).toMatch(/<h2[^>]*>Before you cook<\/h2>/);
  // Each item of the list is drawn, and the linked entry with its own face in small.
  for (const words of [
    'Wash the reed',
    'Use rain water',
    'Keep the lid on',
    'Reed soup',
    'Green, and better the day after.',
  ])
    expect(html).toContain(words);
  expect(html).not.toMatch(/<script(?! type="application\/ld\+json")/);
});
