import { expect, test, type Browser, type Page } from '@playwright/test';
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
  await expect(person.page.getByRole('heading', { level: 1, name }).first()).toBeVisible();
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

test('a screen that was drawn before the last words were saved shows them, loaded anew or gone back to', async ({
  browser,
}) => {
  const { page } = await open(browser, 'editor', 'Ember newt');
  const summary = page.getByLabel(/^Summary/);
  const address = page.url();
  // The page comes as it was when it was asked for; its words are saved while it is on its way.
  await page.route(address, async (route) => {
    const drawn = await route.fetch();
    await saved;
    await route.fulfill({ response: drawn });
  });
  const saved = page.waitForResponse((answer) => answer.request().method() === 'PATCH' && answer.ok());
  await summary.fill('Saved while the page was on its way.');
  await page.reload();
  await expect(summary).toHaveValue('Saved while the page was on its way.');
  await page.unroute(address);

  const toList = async () => {
    await page.getByRole('link', { name: /in the list$/ }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Species' })).toBeVisible();
  };
  await toList();
  await page.getByRole('link', { name: 'Ember newt', exact: true }).click();
  await summary.fill('Saved on the way out.');
  await toList();
  await page.goBack();
  await expect(summary).toHaveValue('Saved on the way out.');
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
  const dialog = one.getByRole('dialog', { name: /changed the same words meanwhile/ });
  await expect(dialog.getByRole('group', { name: 'Scientific name' })).toBeVisible();
  // Nothing is chosen beforehand.
  await expect(dialog.getByRole('button', { name: 'Choose whose words stay' })).toBeDisabled();
  await dialog.getByLabel('Vesperina maritima').check();
  await dialog.getByRole('button', { name: 'Save these' }).click();
  await expect(one.getByLabel(/^Scientific name/)).toHaveValue('Vesperina maritima');
  // What gave way stays in the history.
  await expect(one.getByText('saved, before what collided was decided')).toBeVisible();
});

/** A plain page below the top one with two blocks of text, made by the interface that programs use. */
async function pageOfTwoTexts(page: Page): Promise<string> {
  const headers = { Origin: running.address };
  const { pages } = (await (await page.request.get('/api/v1/pages')).json()) as {
    pages: { id: string; parent: string | null }[];
  };
  const made = (await (
    await page.request.post('/api/v1/pages', {
      headers,
      data: {
        type: 'plainPage',
        parent: pages.find(({ parent }) => parent === null)?.id,
        values: { title: 'Two at once' },
      },
    })
  ).json()) as { id: string; revision: number };
  const text = (heading: string, words: string) => ({
    id: crypto.randomUUID(),
    type: 'text',
    values: {
      heading,
      body: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }] },
    },
  });
  const changed = await page.request.patch(`/api/v1/pages/${made.id}`, {
    headers: { ...headers, 'If-Match': `"${made.revision}"` },
    data: { slots: { main: [text('By train', 'Every hour.'), text('By boat', 'At high water.')] } },
  });
  expect(changed.status()).toBe(200);
  return made.id;
}

test('two people in one page: blocks come together by themselves, one line is decided in words', async ({
  browser,
}) => {
  const { page: one } = await signedIn(browser, running.address, 'editor');
  const { page: other } = await signedIn(browser, running.address, 'architect');
  const id = await pageOfTwoTexts(one);
  for (const page of [one, other]) {
    await page.goto(`/bench/arrange/${id}?as=form`);
  }
  const main = (page: Page) => page.getByRole('region', { name: 'Slot Main' });
  /** Opens one block, and writes its heading. */
  const write = async (page: Page, block: string, heading: string) => {
    const row = main(page).getByRole('button', { name: `Text ${block}`, exact: true });
    if ((await row.getAttribute('aria-expanded')) !== 'true') await row.click();
    await main(page)
      .getByLabel(/^Heading/)
      .fill(heading);
    await page.keyboard.press('Control+s');
  };
  await write(one, 'By train', 'By slow train');
  await expect(other.getByText('is in Main', { exact: false })).toBeVisible();
  // Another block of the same slot, changed from before: both stand, and it is said.
  await write(other, 'By boat', 'By flat boat');
  await expect(main(other).getByRole('button', { name: 'Text By slow train' })).toBeVisible();
  await expect(main(other).getByRole('button', { name: 'Text By flat boat' })).toBeVisible();
  await expect(other.getByText('changed Main meanwhile', { exact: false })).toBeVisible();
  // The same line: it is named by its place, and nothing is chosen beforehand.
  await write(one, 'By boat', 'By any boat');
  const dialog = one.getByRole('dialog', { name: /changed the same words meanwhile/ });
  await expect(dialog.getByRole('group', { name: /^Main › Text “By any boat” › Heading$/ })).toBeVisible();
  await expect(dialog.getByText('[object Object]')).toHaveCount(0);
  await dialog.getByLabel('By flat boat').check();
  await dialog.getByRole('button', { name: 'Save these' }).click();
  await expect(main(one).getByRole('button', { name: 'Text By flat boat' })).toBeVisible();
  await expect(main(one).getByRole('button', { name: 'Text By slow train' })).toBeVisible();
});

test('the top page is not withdrawn by one click, and comes back', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const { pages } = (await (await page.request.get('/api/v1/pages')).json()) as {
    pages: { id: string; address: string }[];
  };
  await page.goto(`/bench/arrange/${pages.find(({ address }) => address === '/')?.id}`);
  await page.getByRole('button', { name: 'Withdraw', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: /^Withdraw “/ });
  await expect(
    dialog.getByText('whoever comes to the site finds nothing there', { exact: false }),
  ).toBeVisible();
  await expect(dialog.getByText('Pages below it keep their addresses', { exact: false })).toBeVisible();
  await dialog.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(page.getByText('Visitors no longer see it.')).toBeVisible();
  expect((await fetch(running.address)).status).toBe(404);
  await page.locator('.MuiSnackbar-root').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  expect((await fetch(running.address)).status).toBe(200);
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
  await expect(dialog.getByText('It leaves:')).toBeVisible();
  await expect(dialog.getByRole('listitem').first()).toHaveText('Species index');
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
