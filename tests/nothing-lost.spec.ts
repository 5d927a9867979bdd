import { expect, test, type Browser } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const open = async (browser: Browser, who: 'architect' | 'editor', name: string) => {
  const person = await signedIn(browser, running.address, who);
  await person.page.goto(`/bench/write/species?q=${encodeURIComponent(name)}`);
  await person.page.getByRole('link', { name }).click();
  await expect(person.page.getByRole('heading', { level: 1, name })).toBeVisible();
  return person;
};

test('words typed while the server is away are kept in the browser, and sent when it is back', async ({
  browser,
}) => {
  const { page, context } = await open(browser, 'editor', 'Needle tern');
  await running.kill();
  await page.getByLabel(/^Summary/).fill('Typed while nobody listened.');
  await expect(page.getByRole('alert').filter({ hasText: 'The server does not answer' })).toBeVisible();
  const address = page.url();
  await page.close();
  await running.start();
  const again = await context.newPage();
  await again.goto(address);
  await expect(again.getByLabel(/^Summary/)).toHaveValue('Typed while nobody listened.');
  await expect(
    again.getByText('Words that were not saved when you left are back in the form.'),
  ).toBeVisible();
  await expect(again.getByText(/Visitors still see/)).toBeVisible();
  await again.reload();
  await expect(again.getByLabel(/^Summary/)).toHaveValue('Typed while nobody listened.');
});

test('two people at one entry: different fields are merged, the same field is decided', async ({
  browser,
}) => {
  const { page: one } = await open(browser, 'editor', 'Dusk plover');
  const { page: other } = await open(browser, 'architect', 'Dusk plover');
  await one.getByLabel(/^Summary/).fill('Hers.');
  await expect(one.getByText(/Visitors still see/)).toBeVisible();
  await other.getByLabel(/^Scientific name/).fill('Vesperina maritima');
  await other.keyboard.press('Control+s');
  await expect(other.getByLabel(/^Summary/)).toHaveValue('Hers.');
  await expect(other.getByLabel(/^Scientific name/)).toHaveValue('Vesperina maritima');
  await expect(other.getByText(/Visitors still see/)).toBeVisible();

  await one.getByLabel(/^Scientific name/).fill('Vesperina nova');
  const dialog = one.getByRole('dialog', { name: /changed the same field meanwhile/ });
  await expect(dialog).toBeVisible();
  await dialog.getByLabel('Theirs: Vesperina maritima').check();
  await dialog.getByRole('button', { name: 'Save these' }).click();
  await expect(one.getByLabel(/^Scientific name/)).toHaveValue('Vesperina maritima');
});

test('a half-typed number is never lost, nor sent as something else', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/event?q=Owl');
  await page.getByRole('link', { name: 'Owl evening' }).click();
  await page.getByLabel(/^Price/).fill('8,5x');
  await expect(page.getByText('This takes a number.', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(/^Price/)).toHaveValue('8,5x');
  await page.getByLabel(/^Price/).fill('8,50');
  await page.getByLabel(/^Price/).blur();
  await expect(page.getByText(/Visitors still see/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(/^Price/)).toHaveValue('8.5');
});

test('an entry in the bin comes back with its words', async ({ browser }) => {
  const { page } = await open(browser, 'editor', 'Mud anemone');
  await page.getByRole('button', { name: 'Bin', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Put it in the bin?' });
  await expect(dialog.getByText('It leaves Species index.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Bin it' }).click();
  await expect(page.getByText('It is in the bin; visitors do not see it.')).toBeVisible();
  // The text's own toolbar has one too; what takes the binning back comes last.
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(page.getByRole('button', { name: 'Take out of the bin' })).toHaveCount(0);
  await expect(page.getByLabel(/^Name/)).toHaveValue('Mud anemone');
});

test('many that were brought in are taken back as one act, also when the server is killed meanwhile', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const model = await (await page.request.get('/api/v1/model')).json();
  const { id } = model.document.contentTypes.find(({ key }: { key: string }) => key === 'species');
  let act: string | undefined;
  for (let piece = 0; piece < 3; piece += 1) {
    const rows = Array.from({ length: 400 }, (_, i) => ({ name: `Counted gull ${piece * 400 + i}` }));
    const told = await page.request.post(`/api/v1/types/${id}/entries`, {
      data: { rows, ...(act ? { act } : {}) },
    });
    ({ act } = await told.json());
  }
  await page.goto('/bench/watch/acts');
  await page.getByRole('button', { name: /^Undo: .* brought in 1200 entries/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Long work' })).toBeVisible();
  await expect(page.getByText('Take back: brought in 1200 entries')).toBeVisible();
  await running.kill();
  await running.start();
  await page.reload();
  const over = page.getByRole('region', { name: 'Over' });
  await expect(over.getByText('Take back: brought in 1200 entries')).toBeVisible({ timeout: 60_000 });
  await expect(over.getByText('1,200 of 1,200')).toBeVisible();
  await page.goto('/bench/write/species?q=Counted+gull');
  await expect(page.getByText('Nothing is like that.')).toBeVisible();
});
