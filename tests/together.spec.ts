import { expect, test } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

test('a working copy that someone else changed is not overwritten without a word, and can be dropped', async ({
  browser,
}) => {
  const { page: one } = await signedIn(browser, running.address, 'architect');
  const { page: other } = await signedIn(browser, running.address, 'architect');
  await other.goto('/bench/shape/content/place');
  await one.goto('/bench/shape/content/place');
  await one.getByRole('button', { name: 'In words', exact: true }).click();
  await one.getByLabel('Must be filled in').check();
  await expect(one.getByText('Working copy: 1 change')).toBeVisible();

  await other.getByRole('button', { name: 'Getting in', exact: true }).click();
  await other.getByLabel('Help for editors').fill('Two sentences at most.');
  await expect(
    other.getByRole('alert').filter({ hasText: 'Someone else changed the working copy meanwhile' }),
  ).toBeVisible();
  await other.reload();
  await expect(other.getByText('Working copy: 1 change')).toBeVisible();
  await expect(other.getByRole('row', { name: /In words/ })).toContainText('required');

  await other.getByRole('main').getByRole('link', { name: 'Change sheet' }).click();
  await expect(
    other.getByRole('listitem').filter({ hasText: 'Place: In words must be filled in' }),
  ).toContainText('1 entry');
  await other.getByRole('button', { name: 'Drop the working copy' }).click();
  await other.getByRole('button', { name: 'Drop it' }).click();
  await expect(other.getByText('The working copy is dropped.')).toBeVisible();
  expect((await (await other.request.get('/api/v1/model/working')).json()).changes).toBe(0);
});

test('a field taken out of the working copy comes back; the one that names a type stays', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/shape/content/slide');
  await page.getByRole('button', { name: 'Line', exact: true }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'Line', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Line', exact: true })).toBeVisible();
  await expect(page.getByText('Working copy: no changes')).toBeVisible();
  // The line that names every slide cannot be taken out.
  await page.getByRole('button', { name: 'Heading', exact: true }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'Heading', exact: true })).toBeVisible();
});

test('a person who is invited chooses a password by a link, works in the role they were given, and leaves', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto('/bench/people');
  await page.getByLabel('Name').fill('Maudie Brack');
  await page.getByLabel('E-mail').fill('maudie');
  await page.getByRole('button', { name: 'Invite', exact: true }).click();
  await expect(page.getByText('Write an e-mail address.')).toBeVisible();
  await page.getByLabel('E-mail').fill('maudie@quillwater.example');
  await page.getByRole('button', { name: 'Invite', exact: true }).click();
  const link = await page.getByRole('textbox', { name: 'Link' }).inputValue();
  const hers = await (await browser.newContext({ baseURL: running.address })).newPage();
  await hers.goto(new URL(link).pathname);
  await expect(hers.getByRole('heading', { name: 'Welcome, Maudie Brack' })).toBeVisible();
  await hers.getByLabel('Password').fill('boats and all that floats');
  await hers.getByRole('button', { name: 'Save it and go in' }).click();
  await expect(hers.getByRole('navigation', { name: 'Workspaces' })).toBeVisible();
  const session = await hers.request.get('/api/v1/session');
  expect((await session.json()).person).toMatchObject({ name: 'Maudie Brack', role: 'editor' });
  await page.getByRole('button', { name: 'More about Maudie Brack' }).click();
  await page.getByRole('menuitem', { name: 'Let leave…' }).click();
  await page.getByRole('button', { name: 'Let leave', exact: true }).click();
  await expect(page.getByText('Maudie Brack has left.')).toBeVisible();
  expect((await hers.request.get('/api/v1/session')).status()).toBe(401);
});

test('a page is moved among its siblings and to another home, and its address follows', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/arrange');
  const tree = page.getByRole('navigation', { name: 'Site tree' });
  await tree.getByRole('link', { name: 'Getting here' }).click();
  await page.getByRole('button', { name: 'Move up' }).click();
  await expect(page.getByText('1 of 8 beside one another')).toBeVisible();
  await page.getByRole('button', { name: 'Move to…' }).click();
  const homes = page.getByRole('group', { name: 'Homes for this page' });
  await expect(homes.getByRole('button', { name: /^Species/ })).toHaveCount(0);
  await page.getByLabel('Find a page by its name').fill('species');
  await expect(
    homes.getByRole('button', { name: /^Species Species index may not hold Plain page/ }),
  ).toBeDisabled();
  await page.getByLabel('Find a page by its name').fill('');
  await homes.getByRole('button', { name: /^About \/about$/ }).click();
  await expect(page.getByText('It stands under About.')).toBeVisible();
  expect((await fetch(`${running.address}/about/getting-here`)).status).toBe(200);
  // Whoever comes by the old address is led on.
  const old = await fetch(`${running.address}/visit/getting-here`, { redirect: 'manual' });
  expect([old.status, old.headers.get('location')]).toEqual([301, '/about/getting-here']);
});
