import { expect, test, type Page } from '@playwright/test';
import { withKeyboard, withMouse, type Hand } from './hand';
import { serve } from './serve';

/** A museum as it lies in a drawer: one file with makers under codes, instruments and concerts. */
const museum = {
  museum: {
    name: 'Hall of Reeds',
    makers: {
      M1: { name: 'Aldus Fenn', born: 1790 },
      M2: { name: 'Berit Oak', born: 1801 },
      M3: { name: 'Cato Reed', born: 1822 },
    },
    instruments: [
      { title: 'Reed organ', maker: 'Aldus Fenn', family: 'Free reeds', year: 1834 },
      { title: 'Glass harp', maker: 'Berit Oak', family: 'Glass', year: 1840 },
      { title: 'Bell tree', maker: 'Berit Oak', family: 'Bells', year: 1851 },
      { title: 'Reed pipe', maker: 'Cato Reed', family: 'Free reeds', year: 1852 },
    ],
    concerts: [
      { name: 'Evening of reeds', day: '2026-05-01' },
      { name: 'Bells at noon', day: '2026-06-02' },
    ],
  },
};

async function setUp(page: Page, address: string, said: string, { type, press }: Hand): Promise<void> {
  await page.goto(`${address}/bench`);
  await type(page.getByLabel('Name of the site'), 'Hall of Reeds');
  await type(page.getByLabel('Your name'), 'Odile Larkmoor');
  await type(page.getByLabel('E-mail'), 'odile@quillwater.example');
  await type(page.getByLabel('Password'), 'a long enough one');
  await type(page.getByLabel('Word of the start'), /[a-z0-9]{4}(?:-[a-z0-9]{4}){3}/.exec(said)?.[0] ?? '');
  await press(page.getByRole('button', { name: 'Set up' }));
  await expect(page.getByRole('heading', { name: 'What will your site be made of?' })).toBeVisible();
}

async function putInForce(page: Page, { press }: Hand): Promise<void> {
  await press(page.getByRole('main').getByRole('link', { name: 'Change sheet' }));
  await press(page.getByRole('button', { name: 'Put in force' }));
  await expect(page.getByText('The model is in force.')).toBeVisible();
  // One lands on a type; what has the focus before that is drawn anew.
  await expect(page).not.toHaveURL(/\/changes$/);
}

/** From the set-up page to what a visitor filters by, in the order of the job. */
async function walk(page: Page, address: string, said: string, hand: Hand): Promise<void> {
  const { press, type, choose } = hand;
  await setUp(page, address, said, hand);

  // Three types of one file, and a scheme that the file does not know of.
  await press(page.getByRole('link', { name: 'Choose a file' }));
  await page.locator('#sample-files').setInputFiles({
    name: 'museum.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(museum)),
  });
  await expect(page.getByText('museum.json holds 3 lists. Which are meant?')).toBeVisible();
  await press(page.getByRole('button', { name: 'Read these 3' }));
  const sheetOf = (list: string) => page.getByRole('region', { name: `museum.json › museum › ${list}` });
  await expect(sheetOf('instruments').getByText('name a row of museum.json › museum › makers')).toBeVisible();
  await press(sheetOf('instruments').getByLabel('Take Family'));
  await press(page.getByRole('button', { name: 'Make 3 types' }));
  await expect(page.getByText('It is the content type Maker in the working copy.')).toBeVisible();

  await press(page.getByRole('button', { name: 'New scheme' }));
  await page.keyboard.type('Family');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Family' })).toBeVisible();
  await press(page.getByRole('link', { name: /^Instrument/ }));
  await expect(page.getByRole('heading', { level: 1, name: 'Instrument' })).toBeVisible();
  await type(page.getByLabel('Label of a new field'), 'Family');
  await choose(page.getByRole('combobox', { name: 'Kind of the new field' }), 'Category');
  await press(page.getByRole('button', { name: 'Add the field' }));
  await choose(page.getByRole('combobox', { name: 'Filled from' }), 'Family');
  await putInForce(page, hand);

  // The rows: makers first, since instruments name them; families are made of the names in the file.
  await press(page.getByRole('link', { name: 'Start from a sample' }));
  for (const [list, n] of [
    ['makers', 3],
    ['instruments', 4],
    ['concerts', 2],
  ] as const) {
    const sheet = sheetOf(list);
    if (list === 'instruments') {
      await choose(sheet.getByRole('combobox', { name: 'Field that family fills' }), /^Family/);
      await press(sheet.getByRole('button', { name: 'Make the 3 that are not there' }));
    }
    await choose(sheet.getByRole('combobox', { name: 'What they become' }), 'published entries');
    await press(sheet.getByRole('button', { name: `Bring in ${n} entries` }));
    await expect(sheet.getByText(`${n} entries came in: ${n} new`)).toBeVisible();
  }

  // What no page shows is told, and one step makes the page type for it.
  await press(page.getByRole('link', { name: /^Checks/ }));
  for (const type of ['Maker', 'Instrument', 'Concert'])
    await press(page.getByRole('button', { name: `Make a page type that shows each ${type}` }));
  await press(page.getByRole('button', { name: 'New page type' }));
  await page.keyboard.type('Family page');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Family page' })).toBeVisible();
  await press(page.getByRole('tab', { name: 'Naming and places' }));
  await choose(page.getByRole('combobox', { name: 'Filled by' }), 'The categories of a scheme');
  await press(page.getByRole('checkbox', { name: 'under Home' }));
  await putInForce(page, hand);

  // A listing that visitors narrow by family and maker.
  await press(page.getByRole('link', { name: /^Map/ }));
  await press(page.getByRole('button', { name: 'New listing' }));
  await page.keyboard.type('Every instrument');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Every instrument' })).toBeVisible();
  await choose(page.getByRole('combobox', { name: 'What it lists' }), 'Instruments');
  await press(page.getByRole('button', { name: 'Filters for visitors' }));
  await choose(page.getByRole('combobox', { name: 'Narrow the list by' }), 'Family');
  await choose(page.getByRole('combobox', { name: 'Narrow the list by' }), 'Maker');
  await page.keyboard.press('Escape');
  await press(page.getByRole('button', { name: 'Put in force' }));
  await expect(page.getByText('In force.')).toBeVisible();

  // Another that follows the category on whose page it stands.
  await press(page.getByRole('button', { name: 'New listing' }));
  await page.keyboard.type('Of one family');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Of one family' })).toBeVisible();
  await choose(page.getByRole('combobox', { name: 'What it lists' }), 'Instruments');
  await press(page.getByRole('button', { name: 'Add a condition' }));
  await press(page.getByRole('menuitem', { name: 'Family', exact: true }));
  await choose(page.getByRole('combobox', { name: 'Where the value of Family comes from' }), 'this category');
  await page.keyboard.press('Escape');
  await choose(page.getByRole('combobox', { name: 'How Family is compared' }), 'is in or under');
  await press(page.getByRole('button', { name: 'Put in force' }));
  await expect(page.getByText('In force.')).toBeVisible();

  // The pages, from the top.
  await press(page.getByRole('link', { name: /^Arrange/ }));
  await press(page.getByRole('button', { name: 'Make the top page' }));
  await type(page.getByRole('dialog').getByLabel('Title'), 'Hall of Reeds');
  await page.keyboard.press('Enter');
  await press(page.getByRole('button', { name: 'Publish' }));
  await press(page.getByRole('button', { name: 'Add a page below' }));
  await press(page.getByRole('dialog').getByRole('radio', { name: /^Listing page/ }));
  await type(page.getByRole('dialog').getByLabel('Title'), 'Instruments');
  await choose(page.getByRole('dialog').getByRole('combobox', { name: 'Filled by' }), 'Every instrument');
  await press(page.getByRole('button', { name: 'Make the page' }));
  await expect(page.getByRole('heading', { level: 1, name: 'Instruments' }).first()).toBeVisible();
  await press(page.getByRole('button', { name: 'Publish' }));
  await expect(page.getByText(/Visitors see (it like this|this version)/)).toBeVisible();
  await press(page.getByRole('button', { name: 'Add a page below' }));
  await press(page.getByRole('dialog').getByRole('radio', { name: /^Instrument page/ }));
  await type(page.getByRole('dialog').getByLabel('Title'), 'An instrument');
  await press(page.getByRole('button', { name: 'Make the page' }));
  await expect(page.getByRole('heading', { level: 1, name: 'An instrument' }).first()).toBeVisible();
  await press(page.getByRole('button', { name: 'Publish' }));
  await expect(page.getByText(/Visitors see (it like this|this version)/)).toBeVisible();

  // The checks know what is left: the page for the families.
  await press(page.getByRole('link', { name: /^Shape/ }));
  await expect(page.getByRole('heading', { level: 1, name: 'Maker' })).toBeVisible();
  await press(page.getByRole('link', { name: /^Checks/ }));
  await press(page.getByRole('link', { name: 'Make the page that shows each Family' }));
  await type(page.getByRole('dialog').getByLabel('Title'), 'Families');
  await choose(page.getByRole('dialog').getByRole('combobox', { name: 'Filled by' }), 'Of one family');
  await press(page.getByRole('button', { name: 'Make the page' }));
  await expect(page.getByRole('heading', { level: 1, name: 'Families' }).first()).toBeVisible();
  await press(page.getByRole('button', { name: 'Publish' }));
  await expect(page.getByText(/Visitors see (it like this|this version)/)).toBeVisible();

  // What a visitor does with it.
  await page.goto(`${address}/instruments`);
  await expect(page.locator('main')).toContainText('Glass harp');
  await press(page.getByRole('link', { name: /^Free reeds/ }));
  await expect(page.locator('.cards li')).toHaveText([/Reed organ/, /Reed pipe/]);
  await press(page.getByRole('link', { name: /^Cato Reed/ }));
  await expect(page.locator('.cards li')).toHaveText([/Reed pipe/]);
  await press(page.locator('.cards').getByRole('link', { name: 'Reed pipe' }));
  await expect(page.getByRole('heading', { level: 1, name: 'Reed pipe' })).toBeVisible();
  await page.goto(`${address}/bells`);
  await expect(page.locator('main')).toContainText('Bell tree');
}

for (const [name, handOf] of [
  ['the mouse', withMouse],
  ['the keyboard', withKeyboard],
] as const)
  test(`a museum, from set-up to what visitors filter by, with ${name}`, async ({ page }) => {
    const running = await serve({ sample: false });
    try {
      await walk(page, running.address, running.said, handOf(page));
    } finally {
      await running.stop();
    }
  });
