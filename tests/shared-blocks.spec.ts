import { expect, test, type Page } from '@playwright/test';
import { handleOf, openPage, panelOf, saved, sheetOf } from './arranged';
import { withKeyboard } from './hand';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

/** A box in the form of what is selected. */
const fieldOf = (page: Page, name: string | RegExp) => panelOf(page).getByRole('textbox', { name });

test('A block becomes a shared one, says something else on one page, is turned off and comes back', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const visitor = await browser.newPage({ baseURL: running.address });
  // A block of the page is kept as a shared one, by keys: nothing changes for visitors.
  await openPage(page, '/about/volunteering');
  await sheetOf(page)
    .locator('[data-slot="main"]')
    .first()
    .click({ position: { x: 4, y: 4 } });
  await page.getByRole('region', { name: 'Shelf' }).getByRole('button', { name: 'Call to action' }).click();
  await fieldOf(page, /^Heading/).fill('Come on a Tuesday');
  await panelOf(page).getByRole('combobox', { name: 'Leads to' }).click();
  await page.getByRole('option', { name: /telephone/i }).click();
  await fieldOf(page, 'Telephone number').fill('+44 1555 0100');
  await fieldOf(page, 'Words').fill('Ring us');
  await saved(page);
  await handleOf(page).focus();
  await page.keyboard.press('Shift+F10');
  await page.getByRole('menuitem', { name: 'Keep as a shared block…' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Name')).toHaveValue('Come on a Tuesday');
  await dialog.getByRole('button', { name: 'Keep it' }).press('Enter');
  await expect(panelOf(page).getByText(/^Shared, on 1 page/)).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText('Visitors see it now.')).toBeVisible();
  await visitor.goto('/about/volunteering');
  await expect(visitor.getByRole('heading', { name: 'Come on a Tuesday' })).toBeVisible();
  // On another page it says something else.
  await openPage(page, '/visit/what-bring');
  await page
    .getByRole('region', { name: 'Shelf' })
    .getByRole('button', { name: /^Come on a Tuesday/ })
    .click();
  await fieldOf(page, /^Heading/).fill('Bring a Tuesday');
  await expect(sheetOf(page).getByText('Bring a Tuesday')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText('Visitors see it now.')).toBeVisible();
  await visitor.goto('/visit/what-bring');
  await expect(visitor.getByRole('heading', { name: 'Bring a Tuesday' })).toBeVisible();
  // Where it is kept it names its reach; changed there, it shows on both pages, the difference staying.
  await panelOf(page).getByRole('link', { name: 'Change it everywhere' }).click();
  await expect(page.getByText('It stands on 2 pages.')).toBeVisible();
  await sheetOf(page).locator('section.block').click();
  await fieldOf(page, 'Words').fill('Ring the barn');
  await saved(page);
  await page.getByRole('button', { name: 'Publish on 2 pages' }).click();
  await expect(page.getByText('Visitors see it on 2 pages now.')).toBeVisible();
  for (const [address, heading] of [
    ['/about/volunteering', 'Come on a Tuesday'],
    ['/visit/what-bring', 'Bring a Tuesday'],
  ] as const) {
    await visitor.goto(address);
    await expect(visitor.getByRole('heading', { name: heading })).toBeVisible();
    await expect(visitor.getByRole('link', { name: 'Ring the barn' })).toBeVisible();
  }
  // Its versions are compared in words and as drawn.
  await page.getByRole('link', { name: 'Versions' }).click();
  await expect(page.getByRole('heading', { name: 'What differs' })).toBeVisible();
  await expect(page.getByText('Shared block', { exact: true }).first()).toBeVisible();
  await page.goBack();
  // A page is ticked on; what cannot take it says why.
  const places = page.getByRole('region', { name: 'Where it shows' });
  await places.getByRole('searchbox').fill('camera');
  await places.getByRole('checkbox', { name: 'Stands on With a camera' }).click();
  await expect(page.getByText('It stands on 3 pages.')).toBeVisible();
  // Turned off, every page is named first; undone as one.
  await page.getByRole('button', { name: 'Turn off' }).click();
  await expect(page.getByRole('dialog').getByText('What to bring')).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Turn it off' }).click();
  await expect(page.getByText('Visitors no longer see it anywhere.')).toBeVisible();
  expect(await (await page.request.get('/visit/what-bring')).text()).not.toContain('Bring a Tuesday');
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.getByRole('button', { name: 'Turn off' })).toBeEnabled();
  await visitor.goto('/visit/what-bring');
  await expect(visitor.getByRole('heading', { name: 'Bring a Tuesday' })).toBeVisible();
});

test('By keyboard alone a shared block says something else on one page, is changed everywhere, turned off and brought back', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const { press, type } = withKeyboard(page);
  const seen = async (address: string) => (await page.request.get(address)).text();
  /** Walks over the blocks of the page until the one is selected whose form has some words. */
  const walkTo = async (words: RegExp) => {
    await sheetOf(page).focus();
    await page.keyboard.press('Enter');
    await expect(async () => {
      if (await panelOf(page).getByText(words).isVisible()) return;
      await page.keyboard.press('ArrowDown');
      await expect(panelOf(page).getByText(words)).toBeVisible({ timeout: 500 });
    }).toPass({ intervals: [0] });
  };
  await openPage(page, '/visit/groups-schools');
  await walkTo(/^Shared, on \d+ page/);
  await type(fieldOf(page, /^Heading/), 'Ring us a week before');
  await saved(page);
  await press(page.getByRole('button', { name: 'Publish', exact: true }));
  await expect(page.getByText('Visitors see it now.')).toBeVisible();
  expect(await seen('/visit/groups-schools')).toContain('Ring us a week before');
  expect(await seen('/visit')).toContain('Not sure of the way?');
  await press(panelOf(page).getByRole('link', { name: 'Change it everywhere' }));
  await expect(page.getByText(/^It stands on \d+ pages\./)).toBeVisible();
  await walkTo(/^Heading/);
  await type(fieldOf(page, /^Line/), 'Somebody is always by the telephone.');
  await saved(page);
  await press(page.getByRole('button', { name: /^Publish on / }));
  await expect(page.getByText(/^Visitors see it on /)).toBeVisible();
  for (const address of ['/visit', '/visit/groups-schools'])
    expect(await seen(address)).toContain('Somebody is always by the telephone.');
  await press(page.getByRole('button', { name: 'Turn off' }));
  await press(page.getByRole('dialog').getByRole('button', { name: 'Turn it off' }));
  await expect(page.getByText('Visitors no longer see it anywhere.')).toBeVisible();
  expect(await seen('/visit/groups-schools')).not.toContain('Ring us a week before');
  await press(page.getByRole('button', { name: 'Undo', exact: true }).last());
  await expect(page.getByRole('button', { name: 'Turn off' })).toBeEnabled();
  expect(await seen('/visit/groups-schools')).toContain('Ring us a week before');
});
