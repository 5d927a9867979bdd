import { expect } from '@playwright/test';
import { expectNothingFound } from '../axe';
import type { Screen } from './screen';

/** What is worked in every day: entries, media, pages, and what is seen to beside them. */
export const writeAndArrange: readonly Screen[] = [
  {
    name: 'the starters',
    async open(page) {
      await page.goto('/bench/arrange/starters');
      await expect(page.getByRole('heading', { name: 'A walk' })).toBeVisible();
    },
  },
  {
    name: 'a shared block, with what is kept of it to begin with',
    async open(page) {
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
  },
  {
    name: 'the table',
    coloured: true,
    async open(page) {
      await page.goto('/bench/write/species');
    },
  },
  {
    name: 'all content',
    async open(page) {
      await page.goto('/bench/write?q=frost&roomy=yes&state=published&changedFrom=2020-01-01');
      await expect(page.locator('mark').first()).toBeVisible();
    },
  },
  {
    name: 'a cell typed into',
    async open(page) {
      await page.goto('/bench/write/event');
      const cell = page.getByRole('row').nth(1).getByRole('button').last();
      await cell.focus();
      await page.keyboard.type('dear');
      await page.keyboard.press('Enter');
      await expect(page.getByRole('alert').first()).toBeVisible();
    },
  },
  {
    name: 'two entries made one',
    async open(page) {
      await page.goto('/bench/write/species');
      for (const n of [1, 2]) await page.getByRole('row').nth(n).getByRole('checkbox').check();
      await page.getByRole('button', { name: 'Make one of the two…' }).click();
      await expect(page.getByRole('button', { name: 'Make one of them' })).toBeVisible();
    },
  },
  {
    name: 'a translation beside its source, and a calendar',
    async open(page) {
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
  },
  {
    name: 'many entries at once',
    async open(page) {
      await page.goto(
        '/bench/write/event?where=%5B%7B%22field%22%3A%22place%22%2C%22is%22%3A%22filled%22%7D%5D',
      );
      await page.getByLabel('Tick all on this page').check();
      await page.getByRole('combobox', { name: 'What is done' }).selectOption({ label: 'Publish them' });
      await expect(page.getByText(/say so already/)).toBeVisible();
    },
  },
  {
    name: 'a new entry',
    async open(page) {
      await page.goto('/bench/write/new/event');
      await expect(page.getByText('Nothing of it is kept until you write something.')).toBeVisible();
    },
  },
  {
    name: 'an entry',
    coloured: true,
    async open(page) {
      await page.goto('/bench/write/event?q=second');
      await page.getByRole('link', { name: 'A second boat' }).click();
      await expect(page.getByText('Before it can go out')).toBeVisible();
    },
  },
  {
    name: 'media',
    async open(page) {
      await page.goto('/bench/write/media?folder=none');
      await expect(page.getByText('Nothing lies here yet.')).toBeVisible();
      await expectNothingFound(page);
      await page.goto('/bench/write/media?sort=document');
      await page.getByRole('button', { name: /^Winter tides/ }).click();
      await expect(page.getByLabel(/^Name/)).toHaveValue('Winter tides');
    },
  },
  {
    name: 'a picture that is turned and cut',
    async open(page) {
      await page.goto('/bench/write/media?sort=picture');
      await page.getByRole('button', { name: /^Thread rush/ }).click();
      await page.getByRole('button', { name: 'Turn, straighten, cut…' }).click();
      await expect(page.getByRole('slider', { name: /^Straighten/ })).toBeVisible();
    },
  },
  {
    name: 'a tree of categories, and rows to paste',
    async open(page) {
      await page.goto('/bench/write/species?q=skimmer');
      await page.getByRole('link', { name: 'Blue-legged skimmer', exact: true }).click();
      const paste = page.getByRole('button', { name: 'Paste rows…' });
      await paste.scrollIntoViewIfNeeded();
      // The text above it takes its tools in when it comes into view, and moves it.
      await page.getByRole('toolbar', { name: 'Format Body' }).waitFor();
      await paste.click();
      await page.getByLabel('Rows of a spreadsheet').fill('Wing beat\t32 a second');
      await expect(page.getByRole('button', { name: 'Add 1 item' })).toBeEnabled();
      await expectNothingFound(page);
      await page.getByRole('button', { name: 'Cancel' }).click();
      await page.getByRole('button', { name: 'See the tree' }).click();
      await expect(page.getByRole('checkbox', { name: 'Open water' })).toBeChecked();
    },
  },
  {
    name: 'folders',
    async open(page) {
      await page.goto('/bench/write/media/folders');
      await page.getByRole('treeitem', { name: /^Leaflets/ }).click();
      await expect(page.getByText('3 media lie in it')).toBeVisible();
    },
  },
  {
    name: 'a page to point at',
    async open(page) {
      await page.goto('/bench/point?at=/visit');
      await expect(page.getByRole('heading', { name: 'Before you set out' })).toBeVisible();
    },
  },
  {
    name: 'old addresses',
    async open(page) {
      await page.goto('/bench/release/addresses');
      await expect(page.getByText('No address has changed yet.')).toBeVisible();
    },
  },
  {
    name: 'addresses by hand',
    async open(page) {
      await page.goto('/bench/release/addresses/by-hand');
      await expect(page.getByText('No address leads on by hand yet.')).toBeVisible();
    },
  },
  {
    name: 'addresses that led nowhere',
    async open(page) {
      await page.goto('/bench/release/addresses/nowhere');
      await expect(page.getByRole('heading', { level: 1, name: 'Led nowhere' })).toBeVisible();
    },
  },
  {
    name: 'the page of categories',
    async open(page) {
      await page.goto('/bench/arrange');
      await page.getByRole('link', { name: 'Each habitat' }).click();
      await expect(page.getByText('Looked at by')).toBeVisible();
    },
  },
  {
    name: 'a collection',
    async open(page) {
      await page.goto('/bench/arrange');
      await page.getByTestId('outline').getByRole('link', { name: 'Staff picks' }).click();
      await expect(page.getByText('Filled by these entries')).toBeVisible();
    },
  },
  {
    name: 'the sites at a moment',
    async open(page) {
      await page.goto('/bench/arrange/moment?at=2026-01-01T00:00:00.000Z');
      await page.getByRole('table').waitFor();
    },
  },
  {
    name: 'sites',
    async open(page) {
      await page.goto('/bench/arrange/sites');
      await expect(page.getByText('Its key is main and stays so.')).toBeVisible();
    },
  },
  {
    name: 'a page',
    coloured: true,
    async open(page) {
      await page.goto('/bench/arrange');
      await page.getByRole('link', { name: 'Getting here' }).click();
      await page.getByRole('button', { name: 'Move to…' }).click();
      await expect(page.getByText('It stands here now.')).toBeVisible();
    },
  },
  {
    name: 'adding a page',
    async open(page) {
      await page.goto('/bench/arrange');
      await page.getByRole('button', { name: 'Add a page below' }).click();
      await expect(page.getByRole('radio').first()).toBeVisible();
    },
  },
  {
    name: 'what waits for review',
    async open(page) {
      await page.goto('/bench/release');
    },
  },
  {
    name: 'today',
    async open(page) {
      await page.goto('/bench/today');
    },
  },
  {
    name: 'the bin',
    async open(page) {
      await page.goto('/bench/write/bin');
    },
  },
  {
    name: 'two versions compared',
    async open(page) {
      const { items } = (await (await page.request.get('/api/v1/entries?type=species&q=alder')).json()) as {
        items: { id: string }[];
      };
      await page.goto(`/bench/write/history/${items[0]?.id ?? ''}`);
      await page.getByRole('tab', { name: 'As drawn' }).click();
      await expect(page.getByText(/^Drawn, /)).toBeVisible();
    },
  },
  {
    name: 'the workspace to come',
    async open(page) {
      await page.goto('/bench/watch');
    },
  },
  {
    name: 'sessions',
    async open(page) {
      await page.goto('/bench/you');
    },
  },
  {
    name: 'people',
    async open(page) {
      await page.goto('/bench/people');
    },
  },
  {
    name: 'who did what',
    async open(page) {
      await page.goto('/bench/watch/acts');
      await expect(page.getByRole('button', { name: /^Undo/ }).first()).toBeVisible();
    },
  },
  {
    name: 'long work',
    async open(page) {
      // Whoever is invited gets a letter; the second time nobody is.
      await page.request.post('/api/v1/people', {
        data: { name: 'Ada Fenwick', email: 'ada@quillwater.example', role: 'editor' },
      });
      await page.goto('/bench/watch/work');
      await expect(page.getByText(/^Letter to Ada Fenwick/)).toBeVisible();
    },
  },
  {
    name: 'sought in vain',
    async open(page) {
      await page.goto('/bench/watch/sought');
      await expect(page.getByRole('heading', { level: 1, name: 'Sought in vain' })).toBeVisible();
    },
  },
  {
    name: 'what visitors say',
    async open(page) {
      await page.goto('/bench/watch/comments');
      await expect(page.getByRole('list', { name: 'What visitors say' })).toBeVisible();
    },
  },
  {
    name: 'accounts of visitors',
    async open(page) {
      await page.goto('/bench/watch/visitors');
      await expect(page.getByRole('table')).toBeVisible();
      await page.getByRole('button', { name: 'Erase…' }).first().click();
      await expect(page.getByRole('button', { name: 'Erase it' })).toBeVisible();
    },
  },
  {
    name: 'messages of visitors',
    async open(page) {
      await page.goto('/bench/watch/messages');
      await expect(page.getByRole('heading', { level: 1, name: 'Messages of visitors' })).toBeVisible();
    },
  },
  {
    name: 'go to',
    coloured: true,
    async open(page) {
      await page.goto('/bench/watch');
      await page.keyboard.press('Control+k');
      await expect(page.getByRole('option').first()).toBeVisible();
    },
  },
];
