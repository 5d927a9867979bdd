import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { follow, settled } from './settled';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

/** In the dark only colours differ, so only they are looked at again. */
async function expectNothingFound(page: Page, only: 'all' | 'colours' = 'all'): Promise<void> {
  await settled(page);
  const runOnly =
    only === 'colours'
      ? { type: 'rule' as const, values: ['color-contrast'] }
      : {
          type: 'tag' as const,
          values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
        };
  // Only what is wrong is asked for: to tell of all that is right takes axe longer than to look.
  const { violations } = await new AxeBuilder({ page })
    .options({ runOnly, resultTypes: ['violations'], preload: false })
    .analyze();
  // The grips between two panels stand between landmarks, and are no content.
  const found = violations
    .map(({ id, nodes }) => ({
      id,
      nodes: nodes.filter(({ html }) => id !== 'region' || !html.includes('role="separator"')),
    }))
    .filter(({ nodes }) => nodes.length > 0);
  expect
    .soft(
      found.map(({ id, nodes }) => ({
        id,
        at: nodes
          .slice(0, 3)
          .map(({ html, failureSummary }) => `${html.slice(0, 200)} ${failureSummary ?? ''}`),
      })),
    )
    .toEqual([]);
}

const screens: [name: string, open: (page: Page) => Promise<void>][] = [
  [
    'a type in Shape',
    async (page) => {
      await page.goto('/bench/shape/content/event');
      await page.getByRole('button', { name: 'Price', exact: true }).click();
    },
  ],
  [
    'naming in Shape',
    async (page) => {
      await page.goto('/bench/shape/content/event');
      await page.getByRole('tab', { name: 'Naming and table' }).click();
    },
  ],
  [
    'the form as the editor sees it',
    async (page) => {
      await page.goto('/bench/shape/content/event');
      await page.getByRole('tab', { name: 'As the editor sees it' }).click();
    },
  ],
  [
    'the starters',
    async (page) => {
      await page.goto('/bench/arrange/starters');
      await expect(page.getByRole('heading', { name: 'A walk' })).toBeVisible();
    },
  ],
  [
    'a shared block, with what is kept of it to begin with',
    async (page) => {
      await page.goto('/bench/arrange/shared');
      await page.getByRole('link', { name: 'Opening hours' }).click();
      await page.locator('section.block').first().click();
      await page
        .getByRole('button', { name: /^Facts/ })
        .and(page.locator('[aria-haspopup="menu"]'))
        .click();
      await page.getByRole('menuitem', { name: 'Keep as a starter…' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'a page type',
    async (page) => {
      await page.goto('/bench/shape/pages/plainPage');
      await page.getByRole('tab', { name: 'Naming and places' }).click();
    },
  ],
  [
    'slots',
    async (page) => {
      await page.goto('/bench/shape/blocks/columns');
      await page.getByRole('tab', { name: 'Slots' }).click();
    },
  ],
  [
    'layouts',
    async (page) => {
      await page.goto('/bench/shape/pages/section');
      await page.getByRole('tab', { name: 'Layouts' }).click();
    },
  ],
  [
    'a face',
    async (page) => {
      await page.goto('/bench/shape/content/species');
      await page.getByRole('tab', { name: 'Appearance' }).click();
      await expect(page.getByText('What feeds each part')).toBeVisible();
    },
  ],
  [
    'settings of a type',
    async (page) => {
      await page.goto('/bench/shape/content/species');
      await page.getByRole('tab', { name: 'Settings' }).click();
    },
  ],
  [
    'categories',
    async (page) => {
      await page.goto('/bench/shape/schemes/habitat');
      await page.getByRole('treeitem', { name: /^Open water/ }).click();
      await expect(page.getByLabel('Name in French')).toBeVisible();
    },
  ],
  [
    'the placement grid',
    async (page) => {
      await page.goto('/bench/shape/placement');
      await page.getByRole('gridcell', { name: /^Home may hold Section/ }).click();
      await expect(page.getByText('4 pages stand so.')).toBeVisible();
    },
  ],
  [
    'the type picture',
    async (page) => {
      await page.goto('/bench/shape/picture');
      await expect(page.getByRole('link', { name: /^Habitat page/ }).last()).toBeVisible();
    },
  ],
  [
    'the house style',
    async (page) => {
      await page.goto('/bench/shape/style');
      await expect(page.getByText('On a real page')).toBeVisible();
    },
  ],
  [
    'variants',
    async (page) => {
      await page.goto('/bench/shape/style');
      await page.getByRole('tab', { name: 'Variants' }).click();
    },
  ],
  [
    'checks',
    async (page) => {
      await page.goto('/bench/shape/checks');
    },
  ],
  [
    'the model document',
    async (page) => {
      await page.goto('/bench/shape/document');
      await expect(page.getByText('Handbook', { exact: true })).toBeVisible();
    },
  ],
  [
    'the change sheet',
    async (page) => {
      await page.goto('/bench/shape/changes');
    },
  ],
  [
    'the table',
    async (page) => {
      await page.goto('/bench/write/species');
    },
  ],
  [
    'all content',
    async (page) => {
      await page.goto('/bench/write?q=frost&roomy=yes&state=published&changedFrom=2020-01-01');
      await expect(page.locator('mark').first()).toBeVisible();
    },
  ],
  [
    'a cell typed into',
    async (page) => {
      await page.goto('/bench/write/event');
      const cell = page.getByRole('row').nth(1).getByRole('button').last();
      await cell.focus();
      await page.keyboard.type('dear');
      await page.keyboard.press('Enter');
      await expect(page.getByRole('alert').first()).toBeVisible();
    },
  ],
  [
    'two entries made one',
    async (page) => {
      await page.goto('/bench/write/species');
      for (const n of [1, 2]) await page.getByRole('row').nth(n).getByRole('checkbox').check();
      await page.getByRole('button', { name: 'Make one of the two…' }).click();
      await expect(page.getByRole('button', { name: 'Make one of them' })).toBeVisible();
    },
  ],
  [
    'a translation beside its source, and a calendar',
    async (page) => {
      await page.goto('/bench/write/event');
      await page.getByRole('row').nth(2).getByRole('link').first().click();
      await page.getByRole('button', { name: 'French', exact: true }).click();
      await expect(page.getByLabel(/^Title, in French/)).toBeVisible();
      await page.getByRole('button', { name: 'British English' }).click();
      await page
        .getByRole('button', { name: /^Calendar/ })
        .first()
        .click();
      await expect(page.getByRole('dialog', { name: 'Calendar' }).getByRole('grid')).toBeVisible();
    },
  ],
  [
    'many entries at once',
    async (page) => {
      await page.goto(
        '/bench/write/event?where=%5B%7B%22field%22%3A%22place%22%2C%22is%22%3A%22filled%22%7D%5D',
      );
      await page.getByLabel('Tick all on this page').check();
      await page.getByRole('combobox', { name: 'What is done' }).selectOption({ label: 'Publish them' });
      await expect(page.getByText(/say so already/)).toBeVisible();
    },
  ],
  [
    'a new entry',
    async (page) => {
      await page.goto('/bench/write/new/event');
      await expect(page.getByText('Nothing of it is kept until you write something.')).toBeVisible();
    },
  ],
  [
    'an entry',
    async (page) => {
      await page.goto('/bench/write/event?q=second');
      await page.getByRole('link', { name: 'A second boat' }).click();
      await expect(page.getByText('Before it can go out')).toBeVisible();
    },
  ],
  [
    'media',
    async (page) => {
      await page.goto('/bench/write/media?folder=none');
      await expect(page.getByText('Nothing lies here yet.')).toBeVisible();
      await expectNothingFound(page);
      await page.goto('/bench/write/media?sort=document');
      await page.getByRole('button', { name: /^Winter tides/ }).click();
      await expect(page.getByLabel(/^Name/)).toHaveValue('Winter tides');
    },
  ],
  [
    'a picture that is turned and cut',
    async (page) => {
      await page.goto('/bench/write/media?sort=picture');
      await page.getByRole('button', { name: /^Thread rush/ }).click();
      await page.getByRole('button', { name: 'Turn, straighten, cut…' }).click();
      await expect(page.getByRole('slider', { name: /^Straighten/ })).toBeVisible();
    },
  ],
  [
    'a tree of categories, and rows to paste',
    async (page) => {
      await page.goto('/bench/write/species?q=skimmer');
      await page.getByRole('link', { name: 'Blue-legged skimmer', exact: true }).click();
      await page.getByRole('button', { name: 'Paste rows…' }).click();
      await page.getByLabel('Rows of a spreadsheet').fill('Wing beat\t32 a second');
      await expect(page.getByRole('button', { name: 'Add 1 item' })).toBeEnabled();
      await expectNothingFound(page);
      await page.getByRole('button', { name: 'Cancel' }).click();
      await page.getByRole('button', { name: 'See the tree' }).click();
      await expect(page.getByRole('checkbox', { name: 'Open water' })).toBeChecked();
    },
  ],
  [
    'folders',
    async (page) => {
      await page.goto('/bench/write/media/folders');
      await page.getByRole('treeitem', { name: /^Leaflets/ }).click();
      await expect(page.getByText('3 media lie in it')).toBeVisible();
    },
  ],
  [
    'a listing',
    async (page) => {
      await page.goto('/bench/map');
      await page.getByRole('link', { name: /^Walks for families/ }).click();
      await expect(page.getByRole('heading', { name: 'With children' })).toBeVisible();
    },
  ],
  [
    'a listing of several types',
    async (page) => {
      await page.goto('/bench/map');
      await page.getByRole('link', { name: /^This week/ }).click();
      // Until then the listing that stood here before is drawn.
      await expect(page.getByRole('heading', { name: 'This week', level: 1 })).toBeVisible();
      await page
        .getByRole('region', { name: 'The result, to scroll' })
        .locator('[data-field]')
        .first()
        .click();
      await expect(page.getByText('are marked in step 3')).toBeVisible();
      await page
        .getByRole('button', { name: /without it$/ })
        .first()
        .click();
      await expect(page.getByText('show nothing here')).toBeVisible();
      await expectNothingFound(page);
      await page.keyboard.press('Escape');
    },
  ],
  [
    'a page to point at',
    async (page) => {
      await page.goto('/bench/point?at=/visit');
      await expect(page.getByRole('heading', { name: 'Before you set out' })).toBeVisible();
    },
  ],
  [
    'words for visitors',
    async (page) => {
      await page.goto('/bench/shape/words');
      await expect(page.getByLabel('Group in French')).toHaveValue('Groupe');
    },
  ],
  [
    'old addresses',
    async (page) => {
      await page.goto('/bench/release/addresses');
      await expect(page.getByText('No address has changed yet.')).toBeVisible();
    },
  ],
  [
    'arrangements compared',
    async (page) => {
      await page.goto('/bench/map');
      await page.getByRole('link', { name: /^More in this habitat/ }).click();
      await expect(page.getByRole('heading', { level: 1, name: 'More in this habitat' })).toBeVisible();
      await expect(page.getByText('As it stands on the page of')).toBeVisible();
      for (const name of [
        'Filters for visitors',
        /^By hand/,
        /^What Habitats is compared with/,
        /^Arrangement/,
      ]) {
        await page.getByRole('button', { name }).click();
        await expect(page.getByRole('dialog')).toBeVisible();
        await expectNothingFound(page);
        await page.keyboard.press('Escape');
        await expect(page.getByRole('dialog')).toHaveCount(0);
      }
      await page.getByRole('button', { name: 'Compare', exact: true }).click();
      await expect(page.getByRole('cell', { name: /%/ }).first()).toBeVisible();
    },
  ],
  [
    'the page of categories',
    async (page) => {
      await page.goto('/bench/arrange');
      await page.getByRole('link', { name: 'Each habitat' }).click();
      await expect(page.getByText('Looked at by')).toBeVisible();
    },
  ],
  [
    'a collection',
    async (page) => {
      await page.goto('/bench/arrange');
      await page.getByTestId('outline').getByRole('link', { name: 'Staff picks' }).click();
      await expect(page.getByText('Filled by these entries')).toBeVisible();
    },
  ],
  [
    'the sites at a moment',
    async (page) => {
      await page.goto('/bench/arrange/moment?at=2026-01-01T00:00:00.000Z');
      await page.getByRole('table').waitFor();
    },
  ],
  [
    'sites',
    async (page) => {
      await page.goto('/bench/arrange/sites');
      await expect(page.getByText('Its key is main and stays so.')).toBeVisible();
    },
  ],
  [
    'a page',
    async (page) => {
      await page.goto('/bench/arrange');
      await page.getByRole('link', { name: 'Getting here' }).click();
      await page.getByRole('button', { name: 'Move to…' }).click();
      await expect(page.getByText('It stands here now.')).toBeVisible();
    },
  ],
  [
    'adding a page',
    async (page) => {
      await page.goto('/bench/arrange');
      await page.getByRole('button', { name: 'Add a page below' }).click();
      await expect(page.getByRole('radio').first()).toBeVisible();
    },
  ],
  [
    'what waits for review',
    async (page) => {
      await page.goto('/bench/release');
    },
  ],
  [
    'today',
    async (page) => {
      await page.goto('/bench/today');
    },
  ],
  [
    'the bin',
    async (page) => {
      await page.goto('/bench/write/bin');
    },
  ],
  [
    'two versions compared',
    async (page) => {
      const { items } = (await (await page.request.get('/api/v1/entries?type=species&q=alder')).json()) as {
        items: { id: string }[];
      };
      await page.goto(`/bench/write/history/${items[0]?.id ?? ''}`);
      await page.getByRole('tab', { name: 'As drawn' }).click();
      await expect(page.getByText(/^Drawn, /)).toBeVisible();
    },
  ],
  [
    'the workspace to come',
    async (page) => {
      await page.goto('/bench/watch');
    },
  ],
  [
    'sessions',
    async (page) => {
      await page.goto('/bench/you');
    },
  ],
  [
    'people',
    async (page) => {
      await page.goto('/bench/people');
    },
  ],
  [
    'who did what',
    async (page) => {
      await page.goto('/bench/watch/acts');
      await expect(page.getByRole('button', { name: /^Undo/ }).first()).toBeVisible();
    },
  ],
  [
    'long work',
    async (page) => {
      // Whoever is invited gets a letter; the second time nobody is.
      await page.request.post('/api/v1/people', {
        data: { name: 'Ada Fenwick', email: 'ada@quillwater.example', role: 'editor' },
      });
      await page.goto('/bench/watch/work');
      await expect(page.getByText(/^Letter to Ada Fenwick/)).toBeVisible();
    },
  ],
  [
    'go to',
    async (page) => {
      await page.goto('/bench/watch');
      await page.keyboard.press('Control+k');
      await expect(page.getByRole('option').first()).toBeVisible();
    },
  ],
];

/** The screens on which every colour there is stands somewhere. */
const coloured = new Set([
  'a type in Shape',
  'layouts',
  'categories',
  'the placement grid',
  'the type picture',
  'the house style',
  'the change sheet',
  'the table',
  'an entry',
  'a listing',
  'a page',
  'go to',
]);

test('axe finds nothing on any screen of the workspaces, and no colour too faint in the dark', async ({
  browser,
}) => {
  test.setTimeout(1_500_000);
  const { page } = await signedIn(browser, running.address, 'architect');
  for (const [name, open] of screens)
    await test.step(name, async () => {
      await page.emulateMedia({ colorScheme: 'light' });
      await open(page);
      await expectNothingFound(page);
      if (!coloured.has(name)) return;
      await page.emulateMedia({ colorScheme: 'dark' });
      await expectNothingFound(page, 'colours');
    });
});

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
    '/nothing-here',
  ]) {
    await page.goto(`${running.address}${path}`);
    await expectNothingFound(page);
  }
});

test('everything fits a window of 390 px, with outline and reach in drawers', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.setViewportSize({ width: 390, height: 800 });
  for (const [name, open] of screens.filter(([each]) =>
    [
      'a type in Shape',
      'the table',
      'what waits for review',
      'today',
      'the bin',
      'two versions compared',
      'sessions',
      'people',
    ].includes(each),
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
  for (const path of ['/', '/species', '/visit/getting-here']) {
    await page.goto(path);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
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
