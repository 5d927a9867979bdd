import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { settled } from './settled';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const saved = (page: Page) => expect(page.getByText(/^Saved /)).toBeVisible();
const open = async (page: Page, type: string, name: string) => {
  await page.goto(`/bench/write/${type}?q=${encodeURIComponent(name)}`);
  await page.getByRole('link', { name, exact: true }).click();
};

/** Pastes text as a spreadsheet copies it, where the focus is. */
const paste = (page: Page, text: string) =>
  page.evaluate((copied) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', copied);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  }, text);

test('A list takes pasted rows, folds, and is put in order by keyboard', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await open(page, 'species', 'Blue-legged skimmer');
  const facts = page.getByRole('group', { name: 'Facts' });
  await facts.getByRole('button', { name: 'Paste rows…' }).click();
  const rows = Array.from({ length: 10 }, (_, i) => `Count ${i + 1}\t${i} at dusk`);
  await page.getByLabel('Rows of a spreadsheet').fill(['What\tHow much', ...rows].join('\n'));
  await page.getByRole('button', { name: 'Add 10 items' }).click();
  await expect(facts.getByRole('button', { name: 'Count 10', exact: true })).toHaveCount(0);
  await facts.getByRole('button', { name: /^Show all/ }).click();
  await expect(facts.getByRole('button', { name: 'Count 10', exact: true })).toBeVisible();
  await facts.getByRole('button', { name: 'Move Count 10 up' }).press('Enter');
  await saved(page);
  await page.reload();
  await facts.getByRole('button', { name: /^Show all/ }).click();
  const names = facts.getByRole('button', { name: /^Count (9|10)$/ });
  await expect(names).toHaveText(['Count 10', 'Count 9']);
});

test('What is not there yet is made where it is named, and told by its card; a tag likewise', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await open(page, 'event', 'Owl evening');
  await page.getByRole('button', { name: 'Take out Isolde Marrin' }).click();
  const guide = page.getByRole('combobox', { name: 'Guide' });
  await guide.fill('Wenna Tarr');
  await page.getByRole('option', { name: /Make a new person/ }).click();
  await page.getByRole('dialog').getByLabel(/^Role/).fill('Warden of the far bank');
  await page.getByRole('button', { name: 'Make it and choose it' }).click();
  const chosen = page.getByRole('list', { name: 'Chosen entries' }).filter({ hasText: 'Wenna Tarr' });
  await expect(chosen.getByText('Draft')).toBeVisible();
  await expect(chosen.getByRole('link', { name: 'Open Wenna Tarr' })).toBeVisible();
  await page.goto('/bench/write/new/notice');
  const topics = page.getByRole('combobox', { name: 'Topics' });
  const made = page.getByRole('option', { name: /Night walks/ });
  await topics.fill('Night walks');
  await made.click();
  await expect(page.getByRole('list', { name: 'Chosen categories' })).toContainText('Night walks');
});

test('Pasted rows become entries, whatever order their columns have', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/event');
  await page.getByRole('link', { name: 'Bring in rows' }).click();
  await page.getByLabel('Paste rows here').focus();
  await paste(page, '3 Dec 2027 18:00\tMoth count at the weir\n4 Jan 2028 19:30\tSecond moth count');
  await page.getByRole('button', { name: 'Bring in 2 entries' }).click();
  await expect(page.getByText(/came in: 2 new/)).toBeVisible();
  await page.goto('/bench/write/event');
  await page.getByLabel('Search every word').fill('moth count');
  await expect(page.getByRole('link', { name: 'Moth count at the weir' })).toBeVisible();
  await expect(page.getByRole('button', { name: /3 December 2027|3 Dec 2027/ })).toBeVisible();
});

test('Entries of two types go into the bin as one, and come back with one undo', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/write');
  await page.getByLabel('Search every word').fill('starling');
  const rows = page.getByRole('row');
  // An event stands there before it is searched, too: other rows untick what was ticked among them.
  await expect(page).toHaveURL(/q=starling/);
  await settled(page);
  await expect(rows.filter({ hasText: 'Event' }).first()).toBeVisible();
  await page.getByRole('checkbox', { name: /Tick all/ }).check();
  await page.getByLabel('What is done', { exact: true }).selectOption('bin');
  await expect(
    page.getByText(/A medium is changed in Media|A page is changed in Arrange/).first(),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Do it to/ }).click();
  await page.getByText('Undo', { exact: true }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await expect(rows.filter({ hasText: 'Event' }).first()).toBeVisible();
});

test('A picture is cut everywhere, and otherwise where it is used; visitors get it so', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await open(page, 'event', 'Starling hour');
  await page.getByRole('button', { name: 'Turn or cut here…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'To the right' }).click();
  await expect(page.getByRole('dialog').getByText('800 × 1200 pixels are seen of 1200 × 800.')).toBeVisible();
  await page.getByRole('button', { name: 'Show it so' }).click();
  await saved(page);
  const drawn = page
    .getByRole('region', { name: /How it looks/ })
    .locator('img')
    .first();
  await expect(drawn).toHaveAttribute('src', /[?&]e=t90/);
  await expect.poll(() => drawn.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0);
});

test('What a picture is called, owed to and seen as is saved in the library, and shows everywhere', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/media?sort=picture');
  await page.getByRole('button', { name: /^Thread rush/ }).click();
  await page.getByLabel(/^Credit/).fill('Drawn by the wardens');
  await page.getByRole('button', { name: 'Turn, straighten, cut…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'To the left' }).click();
  await page.getByRole('button', { name: 'Show it so' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Thread rush is saved.')).toBeVisible();
  await page.goto('/species/thread-rush');
  const shown = page.locator('figure').filter({ hasText: 'Drawn by the wardens' }).locator('img').first();
  await expect(shown).toHaveAttribute('src', /[?&]e=t270/);
  await expect.poll(() => shown.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0);
});

test('A text that uses what its field does not allow stands there whole, is told so, and loses nothing', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const words = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
  const cell = (text: string) => ({ type: 'tableCell', content: [words(text)] });
  const table = { type: 'table', content: [{ type: 'tableRow', content: [cell('Gate'), cell('Shut')] }] };
  const heading = { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'Gates' }] };
  const body = { type: 'doc', content: [heading, table, words('Ring the bell')] };
  const made = await page.request.post('/api/v1/entries', {
    headers: { origin: running.address },
    data: { type: 'notice', values: { title: 'Both gates', body } },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/bench/write/entry/${id}`);
  const box = page.getByRole('textbox', { name: 'Body' });
  await box.click();
  await expect(page.getByRole('toolbar', { name: 'Format Body' })).toBeVisible();
  await expect(box.getByRole('heading', { name: 'Gates' })).toBeVisible();
  await expect(page.getByText('This uses tables, which may not stand here.').first()).toBeVisible();
  await box.getByText('Ring the bell').click();
  await box.press('End');
  await page.keyboard.type(' twice');
  const kept = async () => {
    const entry = (await (await page.request.get(`/api/v1/entries/${id}`)).json()) as {
      values: { body: unknown };
    };
    return entry.values.body;
  };
  await expect.poll(kept).toEqual({ type: 'doc', content: [heading, table, words('Ring the bell twice')] });
});
