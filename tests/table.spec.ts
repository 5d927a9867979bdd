import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const prices = async (page: Page): Promise<string[]> => {
  const cells = page.getByRole('row').getByRole('cell', { name: / crowns$/ });
  return (await cells.allTextContents()).map((text) => text.replace(/\s/g, ' '));
};

test('The price of all events is set in four steps, weighed before, and taken back with one', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/event');
  await expect(page.getByRole('cell', { name: / crowns$/ }).first()).toBeVisible();
  const before = await prices(page);
  await page.getByLabel('Tick all on this page').check();
  await page.getByRole('combobox', { name: 'Field' }).selectOption({ label: 'Price' });
  await page.getByRole('textbox', { name: 'Price' }).fill('17');
  await expect(page.getByText(/^\d+ change\.$/)).toBeVisible();
  expect(await prices(page)).toEqual(before);
  await page.getByRole('button', { name: /^Do it to \d+ entries$/ }).click();
  await expect(page.getByText(/^\d+ entries changed\.$/)).toBeVisible();
  await expect.poll(async () => new Set(await prices(page))).toEqual(new Set(['17 crowns']));
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await expect.poll(() => prices(page)).toEqual(before);
});

test('What a table asks besides its rows is under way before its scripts are, and is asked once', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const asked: string[] = [];
  page.on('request', (request) => {
    const { pathname } = new URL(request.url());
    if (pathname.startsWith('/api/v1/')) asked.push(pathname);
  });
  const drawn = await (await page.goto('/bench/write/event'))?.text();
  await page.waitForLoadState('networkidle');
  for (const path of ['/api/v1/views', '/api/v1/entries/shown-on']) {
    expect(drawn).toMatch(new RegExp(`<link (?=[^>]*rel="preload")[^>]*href="${path}`));
    expect(asked.filter((each) => each === path)).toEqual([path]);
  }
});

test('A filter stands in the address, narrows what many means, and leads from entry to entry', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/event');
  await page.getByRole('button', { name: 'Add a filter' }).click();
  await page.getByRole('menuitem', { name: 'Meeting place', exact: true }).click();
  // What it is compared with is asked at once: first its list is closed, then the sheet.
  const sheet = page.getByRole('dialog', { name: /compared with/ });
  await sheet.getByRole('combobox').press('Escape');
  await sheet.press('Escape');
  await expect(sheet).toHaveCount(0);
  await page.getByRole('combobox', { name: 'How Meeting place is compared' }).click();
  await page.getByRole('option', { name: 'is filled', exact: true }).click();
  const found = page.getByRole('status').filter({ hasText: /\d entr(y|ies)$/ });
  await expect(found).not.toHaveText(/^40 /);
  const told = await found.textContent();
  await page.reload();
  await expect(found).toHaveText(told ?? '');
  await page.getByRole('row').nth(1).getByRole('link').first().click();
  await expect(page.getByText(/^1 of \d+ in the list$/)).toBeVisible();
  await page.getByRole('link', { name: 'Next', exact: true }).click();
  await expect(page.getByText(/^2 of \d+ in the list$/)).toBeVisible();
  await page.getByText(/in the list$/).click();
  await expect(found).toHaveText(told ?? '');
});

test('Looking at a new entry leaves none, and what is written in one is kept where it stands', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const count = async () =>
    (await (await page.request.get('/api/v1/entries?type=notice&limit=1')).json()).total as number;
  const before = await count();
  await page.goto('/bench/write/notice');
  await page.getByRole('link', { name: 'New notice' }).click();
  await expect(page.getByText('Nothing of it is kept until you write something.')).toBeVisible();
  await expect(page.getByText(/to fix/)).toHaveCount(0);
  await expect(
    page.getByRole('button', { name: 'Publish' }).or(page.getByRole('button', { name: 'Send for review' })),
  ).toBeDisabled();
  expect(await count()).toBe(before);
  const title = page.getByLabel(/^Title/);
  await title.fill('Reed cutting');
  // Left before it was kept, the words are there again.
  await page.reload();
  await expect(title).toHaveValue('Reed cutting');
  await expect(page).toHaveURL(/\/bench\/write\/entry\//);
  await title.press('End');
  await page.keyboard.type(' on Monday');
  await expect(title).toBeFocused();
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible();
  expect(await count()).toBe(before + 1);
});

test('What was kept while the page was loaded anew is there, and can be written on', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/notice');
  await page.getByRole('link', { name: 'New notice' }).click();
  await expect(page).toHaveURL(/new\/notice\?id=/);
  let drawn: () => void = () => undefined;
  const isDrawn = new Promise<void>((resolve) => (drawn = resolve));
  // The words are on their way; the page loaded anew is drawn before they arrive, and shown after.
  await page.route('**/api/v1/entries', async (route) => {
    await isDrawn;
    await route.continue();
  });
  await page.route('**/write/new/notice?id=*', async (route) => {
    const answer = await route.fetch();
    drawn();
    await page.waitForResponse((response) => response.url().endsWith('/api/v1/entries'));
    await route.fulfill({ response: answer });
  });
  const sent = page.waitForRequest((request) => request.url().endsWith('/api/v1/entries'));
  await page.getByLabel(/^Title/).fill('Reed cutting');
  await page.getByRole('textbox', { name: 'Body' }).click();
  await page.keyboard.type('The north bank');
  await sent;
  await page.reload({ waitUntil: 'load' });
  await expect(page).toHaveURL(/\/bench\/write\/entry\//);
  await expect(page.getByRole('textbox', { name: 'Body' })).toHaveText('The north bank');
  await page.getByLabel(/^Title/).press('End');
  await page.keyboard.type(' on Monday');
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(/^Title/)).toHaveValue('Reed cutting on Monday');
  await expect(page.getByRole('textbox', { name: 'Body' })).toHaveText('The north bank');
});

test('No letter falls that is typed while the editor of a text is on its way', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const slowly = await page.context().newCDPSession(page);
  await slowly.send('Emulation.setCPUThrottlingRate', { rate: 6 });
  // Between which letters the editor comes depends on how quickly they do.
  for (const delay of [0, 24]) {
    await page.goto('/bench/write/notice');
    await page.getByRole('link', { name: 'New notice' }).click();
    const body = page.getByRole('textbox', { name: 'Body' });
    await body.click();
    await page.keyboard.type('The north bank of the mere', { delay });
    await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible();
    await expect(body).toHaveText('The north bank of the mere');
  }
});

test('Cells are typed into by keyboard alone, tell what they cannot take, and take a block from a spreadsheet', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/event?sort=-changed');
  const cell = (row: number, column: number) =>
    page.getByRole('row').nth(row).getByRole('cell').nth(column).getByRole('button');
  const heads = await page.getByRole('columnheader').allTextContents();
  const price = heads.indexOf('Price') + 1;
  const titles = async () => (await page.getByRole('row').getByRole('link').allTextContents()).slice(0, 2);
  await page.goto('/bench/write/event');
  const before = [await cell(1, price).innerText(), await cell(2, price).innerText()];
  const named = await titles();
  // Tab comes to the first cell that takes something; arrows go on from there.
  await cell(1, heads.indexOf('Starts') + 1).focus();
  while (
    (await page.evaluate(() => document.activeElement?.getAttribute('data-place') ?? '')).split(' ')[1] !==
    'field:price'
  )
    await page.keyboard.press('ArrowRight');
  await page.keyboard.type('23.50');
  await page.keyboard.press('Enter');
  await expect(cell(1, price)).toHaveText(/^23\.50?\scrowns$/);
  await expect(cell(2, price)).toBeFocused();
  await page.keyboard.press('Enter');
  const box = page.getByRole('textbox', { name: /^Price: / });
  await box.fill('dear');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'number' })).toBeVisible();
  await expect(box).toHaveValue('dear');
  await page.keyboard.press('Escape');
  await expect(cell(2, price)).toHaveText(before[1] ?? '');
  await cell(1, price).focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '31\n32\n');
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(cell(1, price)).toHaveText(/^31\scrowns$/);
  await expect(cell(2, price)).toHaveText(/^32\scrowns$/);
  await cell(1, price).focus();
  await page.keyboard.press('Control+z');
  await expect(cell(1, price)).toHaveText(/^23\.50?\scrowns$/);
  await expect(cell(2, price)).toHaveText(before[1] ?? '');
  await page.keyboard.press('Control+z');
  await expect(cell(1, price)).toHaveText(before[0] ?? '');
  expect(await titles()).toEqual(named);
});

test('A word inside a text is found from Go to and in the table of all content, which is kept as a view', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write');
  await page.getByRole('button', { name: /Go to/ }).click();
  await page.getByRole('combobox', { name: 'Go to' }).fill('left-hand corner');
  await page.getByRole('option', { name: /Wasps in the first hide/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Wasps in the first hide' })).toBeVisible();
  await page.goto('/bench/write');
  // Typed letter by letter, while the address follows.
  await page.getByLabel('Search every word').pressSequentially('"until the frost"', { delay: 15 });
  await expect(page.getByLabel('Search every word')).toHaveValue('"until the frost"');
  await expect(page.getByRole('row', { name: /Wasps in the first hide/ }).locator('mark')).toHaveText(
    'until the frost',
  );
  await page.getByRole('button', { name: 'Add a filter' }).click();
  await page.getByRole('menuitem', { name: 'State', exact: true }).click();
  await page.getByRole('combobox', { name: 'State' }).click();
  await page.getByRole('option', { name: 'Published', exact: true }).click();
  await expect(page).toHaveURL(/state=published/);
  await page.getByRole('button', { name: 'Save as a view' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Frosty');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByRole('link', { name: 'All content' }).click();
  await expect(page.getByLabel('Search every word')).toHaveValue('');
  await page.getByRole('link', { name: 'Frosty' }).click();
  await expect(page.getByLabel('Search every word')).toHaveValue('"until the frost"');
  await expect(page.getByRole('row', { name: /Wasps in the first hide/ })).toBeVisible();
  await page.getByRole('button', { name: 'Forget this view' }).click();
  await expect(page.getByRole('link', { name: 'Frosty' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Frosty' })).toBeVisible();
});

test('All content is asked and sorted by what its types share, and keeps that in its address', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write');
  const found = page.getByRole('status').filter({ hasText: /\d rows?$/ });
  const all = await found.textContent();
  await page.getByRole('button', { name: 'Add a filter' }).click();
  await page.getByRole('menuitem', { name: 'Audience', exact: true }).click();
  const sheet = page.getByRole('dialog', { name: /compared with/ });
  await sheet.press('Escape');
  await page.getByRole('combobox', { name: 'How Audience is compared' }).click();
  await page.getByRole('option', { name: 'is filled', exact: true }).click();
  await expect(page).toHaveURL(/filled/);
  await expect(found).not.toHaveText(all ?? '');
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('checkbox', { name: 'Audience' }).check();
  await page.keyboard.press('Escape');
  const head = page.getByRole('columnheader', { name: 'Audience' });
  await head.getByRole('button').click();
  await expect(head).toHaveAttribute('aria-sort', 'ascending');
  await expect(page.getByRole('row').nth(1)).toContainText('Everyone');
  const told = await found.textContent();
  await page.reload();
  await expect(found).toHaveText(told ?? '');
  await expect(head).toHaveAttribute('aria-sort', 'ascending');
  await page.getByRole('button', { name: 'Add a filter' }).click();
  await page.getByRole('menuitem', { name: 'Shown on', exact: true }).click();
  await expect(page).toHaveURL(/shown=nowhere/);
  await expect(found).not.toHaveText(told ?? '');
});
