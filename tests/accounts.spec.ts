import { expect, test, type Page } from '@playwright/test';
import { expectNothingFound } from './axe';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const MINUTES = '/friends/minutes-committee';
const minutes = (page: Page) => page.getByRole('heading', { level: 1, name: 'Minutes of the committee' });

test('A visitor is asked to sign in, does so without script, reads what is for friends, and signs out', async ({
  browser,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false, baseURL: running.address });
  const visitor = await context.newPage();
  await visitor.goto('/friends');
  await expect(visitor.getByRole('link', { name: 'Minutes of the committee' })).toHaveCount(0);
  await visitor.goto(MINUTES);
  await expect(visitor).toHaveURL(/\/friends\/-\/sign-in\?back=/);
  await visitor.getByLabel('Your e-mail').fill('friend@quillwater.example');
  await visitor.getByLabel('Password').fill('not so');
  await visitor.getByRole('main').getByRole('button', { name: 'Sign in' }).click();
  await expect(visitor.getByRole('alert')).toHaveText('This e-mail and password do not belong together.');
  await expect(visitor.getByLabel('Your e-mail')).toHaveValue('friend@quillwater.example');
  await visitor.getByLabel('Password').fill('quillwater');
  await visitor.getByRole('main').getByRole('button', { name: 'Sign in' }).click();
  await expect(minutes(visitor)).toBeVisible();
  await visitor.goto('/friends');
  await expect(visitor.getByRole('link', { name: 'Minutes of the committee' })).toBeVisible();
  await visitor.getByRole('contentinfo').getByRole('link', { name: 'Your account' }).click();
  await expect(visitor.getByText('friend@quillwater.example')).toBeVisible();
  await visitor.getByRole('button', { name: 'Sign out' }).click();
  await expect(visitor.getByRole('contentinfo').getByRole('link', { name: 'Sign in' })).toBeVisible();
  await visitor.goto(MINUTES);
  await expect(minutes(visitor)).toHaveCount(0);

  const { page } = await signedIn(browser, running.address, 'editor');
  for (const path of ['/friends/-/sign-in', '/fr/friends/-/join', '/friends/-/password?word=no-such']) {
    await page.goto(path);
    await expectNothingFound(page);
  }
});

test('An editor keeps a page for some visitors, looks at it as they do, and takes that back', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const visitor = await (await browser.newContext({ baseURL: running.address })).newPage();
  const { pages } = (await (await page.request.get('/api/v1/pages')).json()) as {
    pages: { id: string; address: string }[];
  };
  const bench = (address: string) =>
    `/bench/arrange/${pages.find((each) => each.address === address)?.id ?? ''}`;
  await page.goto(bench('/friends/who-we-are'));
  const whom = page.getByRole('region', { name: 'For whom' });
  await expect(whom.getByRole('radio', { name: 'Everyone' })).toBeChecked();
  await whom.getByRole('radio', { name: 'Whoever is signed in' }).check();
  await expect(page.getByText('It is for whoever is signed in now.')).toBeVisible();
  await expectNothingFound(page);
  expect((await visitor.goto('/friends/who-we-are'))?.status()).toBe(404);
  await visitor.goto('/friends');
  await expect(visitor.getByRole('link', { name: 'Who we are' })).toHaveCount(0);

  // On its bench a page is drawn as everybody gets it: without the blocks that are for others.
  const at = `/api/v1${bench('/friends/what-we-pay').replace('/bench/arrange', '/pages')}`;
  const { slots, revision } = (await (await page.request.get(at)).json()) as {
    slots: { main: object[] };
    revision: number;
  };
  const kept = await page.request.patch(at, {
    headers: { origin: running.address, 'if-match': `"${revision}"` },
    data: { slots: { ...slots, main: slots.main.map((block) => ({ ...block, seenBy: { groups: [] } })) } },
  });
  expect(kept.status()).toBe(200);
  await page.goto(bench('/friends/what-we-pay'));
  const papers = page.getByRole('heading', { name: 'Papers' });
  await expect(papers).toBeVisible();
  await page.getByRole('combobox', { name: 'As', exact: true }).selectOption('everybody');
  await expect(papers).toBeHidden();
  await page.getByRole('combobox', { name: 'As', exact: true }).selectOption('whoever is signed in');
  await expect(papers).toBeVisible();

  await page.goto('/bench/watch/acts');
  await page
    .getByRole('button', { name: /^Undo: .* said for whom a page is/ })
    .first()
    .click();
  await expect.poll(async () => (await visitor.request.get('/friends/who-we-are')).status()).toBe(200);
});

test('An architect invites a visitor, who chooses a password by the link and is in the group', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/watch/visitors');
  await page.getByLabel('E-mail').fill('moss@quillwater.example');
  await page.getByRole('group', { name: 'Belongs to', exact: true }).getByLabel('Friends').check();
  await page.getByRole('button', { name: 'Invite' }).click();
  const link = await page.getByLabel('Link', { exact: true }).inputValue();
  const row = page.getByRole('row', { name: /moss@quillwater\.example/ });
  await expect(row.getByText('invited, has no password yet')).toBeVisible();
  await expectNothingFound(page);

  const visitor = await (await browser.newContext({ baseURL: running.address })).newPage();
  await visitor.goto(new URL(link).pathname + new URL(link).search);
  await visitor.getByLabel('New password').fill('a heron on one leg');
  await visitor.getByLabel('Once more').fill('a heron on one leg');
  await visitor.getByRole('button', { name: 'Keep it and sign in' }).click();
  await visitor.goto(MINUTES);
  await expect(minutes(visitor)).toBeVisible();
  await row.getByLabel('Friends').uncheck();
  await expect(page.getByText('It holds from the next page on.')).toBeVisible();
  await visitor.goto(MINUTES);
  await expect(minutes(visitor)).toHaveCount(0);
  await expect(visitor.getByRole('heading', { level: 1, name: 'This is for others' })).toBeVisible();
});
