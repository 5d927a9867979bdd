import { expect } from '@playwright/test';
import { expectNothingFound } from '../axe';
import type { Screen } from './screen';

/** What is built in: types, categories, the house style, listings. */
export const shapeAndMap: readonly Screen[] = [
  {
    name: 'a type in Shape',
    coloured: true,
    async open(page) {
      await page.goto('/bench/shape/content/event');
      await page.getByRole('button', { name: 'Price', exact: true }).click();
    },
  },
  {
    name: 'naming in Shape',
    async open(page) {
      await page.goto('/bench/shape/content/event');
      await page.getByRole('tab', { name: 'Naming and table' }).click();
    },
  },
  {
    name: 'the form as the editor sees it',
    async open(page) {
      await page.goto('/bench/shape/content/event');
      await page.getByRole('tab', { name: 'As the editor sees it' }).click();
    },
  },
  {
    name: 'a page type',
    async open(page) {
      await page.goto('/bench/shape/pages/plainPage');
      await page.getByRole('tab', { name: 'Naming and places' }).click();
    },
  },
  {
    name: 'slots',
    async open(page) {
      await page.goto('/bench/shape/blocks/columns');
      await page.getByRole('tab', { name: 'Slots' }).click();
    },
  },
  {
    name: 'layouts',
    coloured: true,
    async open(page) {
      await page.goto('/bench/shape/pages/section');
      await page.getByRole('tab', { name: 'Layouts' }).click();
    },
  },
  {
    name: 'a face',
    async open(page) {
      await page.goto('/bench/shape/content/species');
      await page.getByRole('tab', { name: 'Appearance' }).click();
      await expect(page.getByText('What feeds each part')).toBeVisible();
    },
  },
  {
    name: 'settings of a type',
    async open(page) {
      await page.goto('/bench/shape/content/species');
      await page.getByRole('tab', { name: 'Settings' }).click();
    },
  },
  {
    name: 'categories',
    coloured: true,
    async open(page) {
      await page.goto('/bench/shape/schemes/habitat');
      await page.getByRole('treeitem', { name: /^Open water/ }).click();
      await expect(page.getByLabel('Name in French')).toBeVisible();
    },
  },
  {
    name: 'the placement grid',
    coloured: true,
    async open(page) {
      await page.goto('/bench/shape/placement');
      await page.getByRole('gridcell', { name: /^Home may hold Section/ }).click();
      await expect(page.getByText('4 pages stand so.')).toBeVisible();
    },
  },
  {
    name: 'the type picture',
    coloured: true,
    async open(page) {
      await page.goto('/bench/shape/picture');
      await expect(page.getByRole('link', { name: /^Habitat page/ }).last()).toBeVisible();
    },
  },
  {
    name: 'the house style',
    coloured: true,
    async open(page) {
      await page.goto('/bench/shape/style');
      await expect(page.getByText('On a real page')).toBeVisible();
    },
  },
  {
    name: 'variants',
    async open(page) {
      await page.goto('/bench/shape/style');
      await page.getByRole('tab', { name: 'Variants' }).click();
    },
  },
  {
    name: 'checks',
    async open(page) {
      await page.goto('/bench/shape/checks');
    },
  },
  {
    name: 'the model document',
    async open(page) {
      await page.goto('/bench/shape/document');
      await expect(page.getByText('Handbook', { exact: true })).toBeVisible();
    },
  },
  {
    name: 'the change sheet',
    coloured: true,
    async open(page) {
      await page.goto('/bench/shape/changes');
    },
  },
  {
    name: 'a listing',
    coloured: true,
    async open(page) {
      await page.goto('/bench/map');
      await page.getByRole('link', { name: /^Walks for families/ }).click();
      await expect(page.getByRole('heading', { name: 'With children' })).toBeVisible();
    },
  },
  {
    name: 'a listing of several types',
    async open(page) {
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
  },
  {
    name: 'words for visitors',
    async open(page) {
      await page.goto('/bench/shape/words');
      await expect(page.getByLabel('Group in French')).toHaveValue('Groupe');
    },
  },
  {
    name: 'arrangements compared',
    async open(page) {
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
  },
];
