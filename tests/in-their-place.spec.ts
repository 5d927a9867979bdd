import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

/** What visitors get at an address: a status, and where it leads on. */
async function visited(page: Page, address: string): Promise<string> {
  const answer = await page.request.get(`${running.address}${address}`, { maxRedirects: 0 });
  return [answer.status(), answer.headers().location ?? ''].join(' ').trim();
}

test('A page takes its new address with its publication, and leaves another in its place when it goes', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/arrange');
  await page.getByRole('link', { name: 'With a camera' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'With a camera' }).first()).toBeVisible();
  const publish = page.getByRole('button', { name: 'Publish', exact: true });
  await expect(publish).toBeDisabled();
  await page.getByRole('combobox', { name: 'From when another place holds' }).click();
  await page.getByRole('option', { name: 'when it is next published' }).click();
  await page.getByLabel('Last piece of its address').fill('photography');
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await expect(page.getByText('When it is next published, it stands at /visit/photography')).toBeVisible();
  expect(await visited(page, '/visit/camera')).toBe('200');
  expect(await visited(page, '/visit/photography')).toBe('404');
  const before = new Date().toISOString();
  await publish.click();
  await expect(page.getByRole('button', { name: 'Let it stay' })).toHaveCount(0);
  expect(await visited(page, '/visit/photography')).toBe('200');
  expect(await visited(page, '/visit/camera')).toBe('301 /visit/photography');

  // Where everything stood a moment ago stands beside where it stands now.
  await page.goto(`/bench/arrange/moment?at=${before}`);
  const row = page.getByRole('row').filter({ hasText: 'With a camera' });
  await expect(row).toContainText('/visit/camera');
  await expect(row).toContainText('/visit/photography');
  await expect(page.getByText('1 page that differs from now')).toBeVisible();

  await row.getByRole('link').click();
  await page.getByRole('button', { name: 'Bin', exact: true }).click();
  await page.getByLabel('In its place').fill('getting');
  await page.getByRole('option', { name: /Getting here/ }).click();
  await page.getByRole('button', { name: 'Bin it' }).click();
  await expect(page.getByText('The page is in the bin.')).toBeVisible();
  expect(await visited(page, '/visit/photography')).toBe('301 /visit/getting-here');
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.getByRole('link', { name: 'With a camera' })).toBeVisible();
  expect(await visited(page, '/visit/photography')).toBe('200');
});

/** Where the acts over what is edited stand, by what they say; on how many pages that shows changes as one writes. */
const acts = (page: Page): Promise<Record<string, string>> =>
  page.evaluate(async () => {
    await document.fonts.ready;
    const head = document.querySelector('main h1')?.parentElement?.parentElement;
    return Object.fromEntries(
      [...(head?.querySelectorAll('button') ?? [])].map((act) => {
        const { left, top, width } = act.getBoundingClientRect();
        return [
          act.getAttribute('aria-label') ?? act.innerText.replace(/, on .*/, ''),
          [left, top, width].map(Math.round).join(' '),
        ];
      }),
    );
  });

test('No act moves under the pointer as something is published, typed, or taken away from visitors', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const publish = page.getByRole('button', { name: /^Publish/ });
  const withdraw = page.getByRole('button', { name: 'Withdraw', exact: true });
  const add = page.getByRole('button', { name: 'Add a page below' });
  await page.goto('/bench/arrange');
  await add.click();
  await page.getByRole('dialog').getByLabel('Title').fill('Stands still');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Stands still' }).first()).toBeVisible();
  const onPage = await acts(page);
  expect(Object.keys(onPage)).toEqual(expect.arrayContaining(['Add a page below', 'Withdraw', 'Publish']));
  await publish.click();
  await expect(page.getByRole('link', { name: 'Point at it' })).toBeVisible();
  expect(await acts(page)).toEqual(onPage);
  await page.getByLabel(/^Summary/).fill('Something new.');
  await expect(page.getByText(/Visitors still see/)).toBeVisible();
  expect(await acts(page)).toEqual(onPage);
  await withdraw.click();
  await page.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(withdraw).toBeDisabled();
  expect(await acts(page)).toEqual(onPage);

  await page.goto('/bench/write/species?state=published');
  await page.getByRole('row').nth(1).getByRole('link').first().click();
  await expect(page.getByRole('button', { name: /^Publish, on/ })).toBeDisabled();
  const onEntry = await acts(page);
  await page.getByLabel(/^Summary/).fill('Something new.');
  await expect(page.getByText(/Visitors still see/)).toBeVisible();
  expect(await acts(page)).toEqual(onEntry);
  await publish.click();
  await expect(publish).toBeDisabled();
  await expect(page.getByText(/Visitors see this version/)).toBeVisible();
  expect(await acts(page)).toEqual(onEntry);
});

test('Two people at one medium see each other, keep what both wrote, and choose where it collides', async ({
  browser,
}) => {
  const { page: one } = await signedIn(browser, running.address, 'editor');
  const { page: other } = await signedIn(browser, running.address, 'architect');
  for (const page of [one, other]) {
    await page.goto('/bench/write/media');
    await page.getByRole('button', { name: /^Thread rush/ }).click();
    await expect(page.getByRole('heading', { level: 2, name: 'Thread rush' })).toBeVisible();
  }
  const alt = (page: Page) => page.getByLabel('Alternative text');
  const name = (page: Page) => page.getByRole('textbox', { name: /^Name/ });
  const save = (page: Page) => page.getByRole('button', { name: 'Save', exact: true });
  await expect(other.getByText(/is (here|in )/)).toBeVisible();
  await name(other).fill('Thread rush, lower marsh');
  await alt(one).fill('Rushes at dusk');
  await save(one).click();
  await expect(one.getByText('Thread rush is saved.')).toBeVisible();

  // What was kept meanwhile stands beside what was typed; nothing of either is gone.
  await save(other).click();
  await expect(other.getByText(/changed Alternative text meanwhile/)).toBeVisible();
  await expect(alt(other)).toHaveValue('Rushes at dusk');
  await expect(name(other)).toHaveValue('Thread rush, lower marsh');
  await save(other).click();
  await expect(save(other)).toBeDisabled();

  await alt(one).fill('Rushes in the last light');
  await alt(other).fill('Rushes by night');
  await save(other).click();
  await expect(save(other)).toBeDisabled();
  await save(one).click();
  const apart = one.getByRole('dialog', { name: /changed the same words/ });
  await expect(apart).toContainText('Rushes in the last light');
  await expect(apart.getByRole('button')).toBeDisabled();
  await apart.getByRole('radio').first().check();
  await apart.getByRole('button', { name: 'Take these' }).click();
  await expect(alt(one)).toHaveValue('Rushes in the last light');
  await expect(name(one)).toHaveValue('Thread rush, lower marsh');
  await save(one).click();
  await expect(save(one)).toBeDisabled();
  await one.reload();
  await expect(alt(one)).toHaveValue('Rushes in the last light');
});
