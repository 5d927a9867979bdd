import { expect, test } from '@playwright/test';
import { expectNothingFound } from './axe';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const NOTICE = '/notices/bell-heron-heard-from-second-hide';

test('A visitor says something without script and keeps every word; it is looked at, shown, answered, put away', async ({
  browser,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false, baseURL: running.address });
  const visitor = await context.newPage();
  await visitor.goto(NOTICE);
  const own = visitor.locator('#comments > form');
  await own.getByLabel('What you say').fill('Twice this morning, from the bank.');
  await own.getByRole('button', { name: 'Say it' }).click();
  await expect(own.getByText('There is nothing here yet.')).toBeVisible();
  await expect(own.getByLabel('What you say')).toHaveValue('Twice this morning, from the bank.');
  await own.getByLabel('Your name').fill('Juno');
  await own.getByRole('button', { name: 'Say it' }).click();
  // Whoever is quicker than a person can be is asked to look again, and loses nothing.
  await expect(own.getByText(/^That was very quick/)).toBeVisible();
  await visitor.waitForTimeout(3200);
  await own.getByRole('button', { name: 'Say it' }).click();
  await expect(visitor.getByText('Thank you. It is shown once somebody has looked at it.')).toBeVisible();
  await visitor.goto(NOTICE);
  await expect(visitor.getByText('Twice this morning')).toHaveCount(0);

  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/watch/comments');
  const said = page.getByRole('listitem', { name: 'Juno, on Bell heron heard from the second hide' });
  await expect(said).toBeVisible();
  await expectNothingFound(page);
  await said.getByRole('button', { name: 'Answer' }).click();
  await said.getByLabel('Your answer to Juno').fill('Then it stays the winter.');
  await said.getByRole('button', { name: 'Answer it' }).click();
  await expect(page.getByText('It is answered, and shown.')).toBeVisible();
  await visitor.goto(NOTICE);
  await expect(visitor.getByText('Twice this morning, from the bank.')).toBeVisible();
  await expect(visitor.getByText('Then it stays the winter.')).toBeVisible();

  await page.getByRole('button', { name: 'Shown' }).click();
  await said.getByRole('button', { name: 'Say it in other words' }).click();
  await said.getByLabel('What Juno says').fill('Twice this morning.');
  await said.getByRole('button', { name: 'Say it so' }).click();
  await expect(said.getByText('As it was written:')).toBeVisible();
  await said.getByRole('button', { name: 'Put it away' }).click();
  await expect(said).toHaveCount(0);
  await visitor.goto(NOTICE);
  await expect(visitor.getByText('Twice this morning')).toHaveCount(0);
  await page.getByRole('button', { name: 'Put away' }).click();
  await said.getByRole('button', { name: 'Show it' }).click();
  await expect(page.getByText('It is shown.')).toBeVisible();
  await visitor.goto(NOTICE);
  await expect(visitor.getByText('Then it stays the winter.')).toBeVisible();
  await context.close();

  // Tables count it, and lead to what they count.
  await page.goto('/bench/write/notice?q=bell+heron');
  await page.getByRole('link', { name: /^\d+: comments that visitors see$/ }).click();
  await expect(page.getByText('On Bell heron heard from the second hide alone.')).toBeVisible();
  await expect(said).toBeVisible();
});

test('What visitors said last stands in a listing that an architect makes', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/map');
  await page.getByRole('button', { name: 'New listing' }).click();
  await page.getByLabel('Name of the new listing').fill('Said lately');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Said lately' })).toBeVisible();
  await page.getByRole('combobox', { name: 'What it lists' }).click();
  await page.getByRole('option', { name: 'Comments' }).click();
  await expect(page.getByText('the newest first')).toBeVisible();
  await expect(page.getByText('Twice more on Thursday').first()).toBeVisible();
  await expect(page.getByRole('button', { name: /Add a condition/ })).toHaveCount(0);
  await expectNothingFound(page);
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('Visitors see it like this.')).toBeVisible();
});

test('An architect lets visitors say something on every page of a type', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const html = async () => (await page.request.get(`${running.address}/visit/opening-times`)).text();
  expect(await html()).not.toContain('id="comments"');
  await page.goto('/bench/shape/pages/plainPage');
  await page.getByRole('tab', { name: 'Settings' }).click();
  await page.getByRole('combobox', { name: 'Visitors may say something' }).click();
  await page.getByRole('option', { name: 'Yes', exact: true }).click();
  await page.getByTestId('bench').getByRole('link', { name: 'Change sheet' }).click();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect.poll(html).toContain('Say something');
});
