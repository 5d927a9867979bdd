import { expect, test, type Browser, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

/** One of the sample's people at their screen; what does not come within half a minute is not there. */
const enter = async (browser: Browser, who: 'architect' | 'editor' | 'reviewer') => {
  const entered = await signedIn(browser, running.address, who);
  return entered;
};

/** Opens an entry by its name in the table of its type. */
async function open(page: Page, type: string, name: string): Promise<void> {
  await page.goto(`/bench/write/${type}?q=${encodeURIComponent(name)}`);
  await page.getByRole('link', { name }).click();
  await expect(page.getByRole('heading', { level: 1, name }).first()).toBeVisible();
}

/** A moment some days from now, as a box for moments takes it. */
const inDays = (days: number): string => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 16);

test('a branch is binned with its pages, and restored with their addresses', async ({ browser }) => {
  const { page } = await enter(browser, 'editor');
  const addresses = async () => {
    const { pages } = (await (await page.request.get('/api/v1/pages')).json()) as {
      pages: { address: string }[];
    };
    return pages.map(({ address }) => address).sort();
  };
  const before = await addresses();
  await page.goto('/bench/arrange');
  await page.getByTestId('outline').getByRole('link', { name: 'About', exact: true }).click();
  await page.getByRole('button', { name: 'Bin', exact: true }).click();
  const sure = page.getByRole('dialog');
  await expect(sure.getByText('Pages below it go into the bin with it:')).toBeVisible();
  await sure.getByRole('button', { name: 'Bin it' }).click();
  await expect(page.getByText('The page is in the bin.')).toBeVisible();
  expect((await page.request.get('/about')).status()).toBe(404);
  await page.goto('/bench/write/bin');
  const row = page.getByRole('row', { name: /^About/ });
  await expect(row).toContainText('/about');
  await expect(row).toContainText('30 days');
  await row.getByRole('button', { name: 'Restore About' }).click();
  await expect(page.getByText(/^About is back, with \d+ pages below it/)).toBeVisible();
  expect(await addresses()).toEqual(before);
});

test('what is sent for review is given back with notes, mended, and published at a time', async ({
  browser,
}) => {
  const { page: writer } = await enter(browser, 'editor');
  const { page: reviewer } = await enter(browser, 'reviewer');
  await open(writer, 'notice', 'Gate repainted');
  await writer.getByLabel(/^Title/).fill('Gate repainted in March');
  await writer.getByRole('button', { name: 'Send for review' }).click();
  await expect(writer.getByText('In review')).toBeVisible();

  // The reviewer sees what differs, writes a note at a field, and gives it back.
  await reviewer.goto('/bench/release');
  await reviewer.getByRole('link', { name: 'Gate repainted in March' }).click();
  await expect(reviewer.getByRole('heading', { level: 1, name: 'What differs' })).toBeVisible();
  const title = reviewer.getByRole('row', { name: /^Title/ });
  await expect(title.getByText('in March')).toBeVisible();
  await title.hover();
  await title.getByRole('button', { name: 'Write a note at Title' }).click();
  await reviewer.getByRole('textbox', { name: 'The note' }).fill('Until when in March?');
  await reviewer.getByRole('button', { name: 'Write it' }).click();
  await expect(reviewer.getByText('Until when in March?')).toBeVisible();
  await reviewer.getByRole('button', { name: 'Give back…' }).click();
  await reviewer.getByRole('dialog').getByRole('button', { name: 'Give it back' }).click();
  await expect(reviewer.getByText('It is given back.')).toBeVisible();

  // The writer finds it first of all, mends it, answers, and sends it again.
  await writer.goto('/bench');
  const back = writer.getByRole('region', { name: 'Given back to you' }).first();
  await back.getByRole('link', { name: 'Gate repainted in March' }).click();
  await writer.getByRole('link', { name: /^‹ Gate repainted/ }).click();
  // Where versions are compared the same note stands at the same field.
  await expect(writer.getByLabel(/^Title/)).toBeVisible();
  const leaveIt = writer.getByRole('button', { name: 'Leave it' });
  await expect(async () => {
    await writer.getByRole('button', { name: '1 note at Title' }).click();
    await expect(leaveIt).toBeVisible({ timeout: 3000 });
  }).toPass();
  await leaveIt.click();
  await writer.getByRole('button', { name: 'Answer' }).click();
  await writer.getByRole('textbox', { name: 'Your answer' }).fill('Until the 20th.');
  await writer.getByRole('button', { name: 'Answer', exact: true }).first().click();
  await expect(writer.getByText('Until the 20th.')).toBeVisible();
  await writer.getByRole('button', { name: 'Settle' }).click();
  await expect(writer.getByText(/settled by/)).toBeVisible();
  await writer.getByLabel(/^Title/).fill('Gate repainted until 20 March');
  await writer.getByRole('button', { name: 'Send for review' }).click();
  await expect(writer.getByText('In review')).toBeVisible();

  // What is changed while it waits is said, and published at a time.
  await reviewer.goto('/bench/release');
  await reviewer.getByRole('link', { name: 'Gate repainted until 20 March' }).click();
  await writer.getByLabel(/^Title/).fill('Gate repainted until 21 March');
  await expect(writer.getByText(/^Saved/)).toBeVisible();
  await reviewer.getByRole('button', { name: 'At a time…' }).click();
  await reviewer.getByLabel('From', { exact: true }).fill(inDays(3));
  await reviewer.getByLabel('Until', { exact: true }).fill(inDays(9));
  await reviewer.getByRole('button', { name: 'Schedule' }).click();
  await expect(reviewer.getByText(/changed this since you opened it/)).toBeVisible();
  await reviewer.reload();
  await expect(reviewer.getByText(/^Since it was sent, .* changed Title/)).toBeVisible();
  await reviewer.getByRole('button', { name: 'At a time…' }).click();
  await reviewer.getByLabel('From', { exact: true }).fill(inDays(3));
  await reviewer.getByLabel('Until', { exact: true }).fill(inDays(9));
  await reviewer.getByRole('button', { name: 'Schedule' }).click();
  await expect(reviewer.getByText('Its times are set.')).toBeVisible();
  await writer.reload();
  await expect(writer.getByText(/from .* until /).first()).toBeVisible();
});

test('any version is compared in words and as drawn, and one field of it is taken back', async ({
  browser,
}) => {
  const { page } = await enter(browser, 'editor');
  await open(page, 'species', 'Needle tern');
  const kept = await page.getByLabel(/^Scientific name/).inputValue();
  await page.getByLabel(/^Scientific name/).fill('Sterna nova');
  await page.getByLabel(/^Summary/).fill('Fishes by the weir.');
  await page.keyboard.press('Control+s');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.getByRole('link', { name: 'Compare versions' }).click();
  const name = page.getByRole('row', { name: /^Scientific name/ });
  await expect(name.getByText('Sterna nova')).toBeVisible();
  await page.getByRole('tab', { name: 'As drawn' }).click();
  await expect(page.getByText(/^Drawn, \d+ places? differs?/)).toBeVisible();
  await page.getByRole('tab', { name: 'In words' }).click();
  await name.getByRole('button', { name: 'Take back: Scientific name' }).click();
  await expect(name).toBeHidden();
  await expect(page.getByRole('row', { name: /^Summary/ })).toBeVisible();
  await page.getByRole('link', { name: '‹ Needle tern' }).click();
  await expect(page.getByLabel(/^Scientific name/)).toHaveValue(kept);
  await expect(page.getByLabel(/^Summary/)).toHaveValue('Fishes by the weir.');
});

test('who is signed out in the middle signs in on the spot, and takes back what was done there', async ({
  browser,
}) => {
  const { page, context } = await enter(browser, 'editor');
  await open(page, 'species', 'Dusk plover');
  const summary = page.getByLabel(/^Summary/);
  const kept = await summary.inputValue();
  await context.clearCookies();
  await summary.fill('');
  await summary.pressSequentially('Written while');
  // It is told in the middle of what is written, which goes on, however slowly.
  const told = page.getByRole('alert').filter({ hasText: 'has ended' });
  await expect(told).toBeVisible();
  await expect(summary).toBeFocused();
  await page.keyboard.type(' signed out.');
  await expect(summary).toHaveValue('Written while signed out.');
  await told.getByRole('button', { name: 'Sign in again' }).click();
  const again = page.getByRole('dialog', { name: 'Sign in again' });
  await again.getByLabel('Password').fill('quillwater');
  await again.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(told).toBeHidden();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await expect(summary).toHaveValue('Written while signed out.');
  await expect(summary).toBeFocused();
  // Outside a text, what was done last is taken back and done again.
  await page.getByTitle('Undo (Ctrl Z)').focus();
  await page.keyboard.press('Control+z');
  await expect(summary).toHaveValue(kept);
  await page.keyboard.press('Control+Shift+z');
  await expect(summary).toHaveValue('Written while signed out.');
});

test('a limited editor is told so on screen, and refused by the server', async ({ browser }) => {
  const { page: architect } = await enter(browser, 'architect');
  await architect.goto('/bench/people');
  await architect.getByRole('button', { name: 'More about Tamsin Oakes' }).click();
  await architect.getByRole('menuitem', { name: 'What they may change…' }).click();
  const dialog = architect.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Types' }).fill('Notices');
  await architect.getByRole('option', { name: /^Notices/ }).click();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(architect.getByText('What Tamsin Oakes may change is bounded.')).toBeVisible();

  const { page } = await enter(browser, 'editor');
  await open(page, 'species', 'Tall quill sedge');
  await expect(page.getByText(/of a type that you may not change/)).toBeVisible();
  await expect(page.getByLabel(/^Summary/)).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Publish' })).toHaveCount(0);
  const id = page.url().split('/').at(-1) ?? '';
  const { revision } = (await (await page.request.get(`/api/v1/entries/${id}`)).json()) as {
    revision: number;
  };
  const refused = await page.request.patch(`/api/v1/entries/${id}`, {
    data: { values: { summary: 'Not mine.' } },
    headers: { 'If-Match': `"${revision}"`, 'Content-Type': 'application/json' },
  });
  expect(refused.status()).toBe(403);
  await architect.getByRole('button', { name: 'More about Tamsin Oakes' }).click();
  await architect.getByRole('menuitem', { name: 'What they may change…' }).click();
  await architect.getByRole('combobox', { name: 'Types' }).press('Backspace');
  await architect.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(architect.getByText(/may change whatever the role lets them/)).toBeVisible();
});

test('a link shows a draft to somebody without an account, until it is ended', async ({ browser }) => {
  const { page } = await enter(browser, 'editor');
  await page.goto('/bench/arrange');
  await page.getByRole('link', { name: 'Join us', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Join us', exact: true }).first()).toBeVisible();
  await page
    .getByLabel(/^Title/)
    .first()
    .fill('Join us in the reeds');
  await page.keyboard.press('Control+s');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Show the draft…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Make a link' }).click();
  const address = new URL(await dialog.getByLabel('The link', { exact: true }).inputValue()).pathname;

  const stranger = await (await browser.newContext({ baseURL: running.address })).newPage();
  await stranger.goto(address);
  await expect(stranger.getByRole('heading', { name: 'Join us in the reeds' })).toBeVisible();
  await expect(stranger.getByText(/^A draft:/)).toBeVisible();
  await dialog.getByRole('button', { name: /^End the link/ }).click();
  await expect(dialog.getByRole('list', { name: 'Links that have not ended' })).toHaveCount(0);
  await stranger.reload();
  await expect(stranger.getByRole('heading', { name: 'This link has ended' })).toBeVisible();
});
