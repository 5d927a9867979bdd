import { expect, test, type Locator, type Page } from '@playwright/test';
import { handleOf, openPage, saved, sheetOf } from './arranged';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const slotOf = (page: Page, key: string) => sheetOf(page).locator(`[data-slot="${key}"]`).first();
/** The blocks directly in a slot, from the top down, by their ids. */
const blocksIn = (page: Page, key: string) =>
  slotOf(page, key).evaluate((slot) =>
    [...slot.children].filter((child) => child.matches('section.block')).map(({ id }) => id),
  );

/** Drags something by its middle to the middle of something else, or below it. */
async function drag(page: Page, from: Locator, to: Locator, below = 0): Promise<void> {
  await to.scrollIntoViewIfNeeded();
  const [a, b] = [await from.boundingBox(), await to.boundingBox()];
  if (!a || !b) throw new Error('Both must be in sight.');
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
  await page.mouse.down();
  await page.mouse.move(a.x + a.width / 2 + 12, a.y + a.height / 2 + 12, { steps: 3 });
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2 + below, { steps: 6 });
}

test('An editor drags a block from the shelf, writes in it where it stands, and takes it all back', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await openPage(page, '/visit/winter-quillwater');
  const before = await blocksIn(page, 'main');
  const shelf = page.getByRole('region', { name: 'Shelf' });
  const first = sheetOf(page).locator(`#${before[0] ?? ''}`);
  await drag(page, shelf.getByRole('button', { name: 'Quote' }), first, 0);
  await expect(slotOf(page, 'main')).toHaveAttribute('data-may', 'yes');
  await page.mouse.up();
  await expect.poll(() => blocksIn(page, 'main')).toHaveLength(before.length + 1);
  const panel = page.getByRole('region', { name: 'The block that is selected' });
  await panel.getByRole('textbox').first().fill('Nobody forgets the first bittern they did not see.');
  const written = sheetOf(page).getByText('Nobody forgets the first bittern');
  await expect(written).toBeVisible();
  await saved(page);
  // What stands there is written where it stands, by the rules of its field.
  await written.click();
  const inPlace = sheetOf(page).getByRole('textbox');
  await inPlace.press('End');
  await inPlace.pressSequentially(' Or heard.');
  await page.keyboard.press('Escape');
  await saved(page);
  const undo = page.getByTitle('Undo (Ctrl Z)');
  while (await undo.isEnabled()) await undo.click();
  await expect.poll(() => blocksIn(page, 'main')).toEqual(before);
  await saved(page);
  await page.reload();
  await expect.poll(() => blocksIn(page, 'main')).toEqual(before);
});

test('By keyboard alone blocks are gone through, moved, hidden, copied and taken off; visitors see it so', async ({
  browser,
}) => {
  const { page: editor } = await signedIn(browser, running.address, 'editor');
  await openPage(editor, '/');
  const before = await blocksIn(editor, 'main');
  const heading = `#${before[1] ?? ''}`;
  await sheetOf(editor).focus();
  await editor.keyboard.press('Enter');
  const handle = handleOf(editor);
  await expect(handle).toBeFocused();
  for (let step = 0; step < 12; step += 1) {
    if (/, 1 of \d+ in Main$/.test((await handle.getAttribute('aria-label')) ?? '')) break;
    await editor.keyboard.press('ArrowDown');
  }
  await editor.keyboard.press('Alt+ArrowDown');
  await expect(handle).toHaveAttribute('aria-label', /, 2 of \d+ in Main$/);
  await expect.poll(() => blocksIn(editor, 'main')).toEqual([before[1], before[0], ...before.slice(2)]);
  await editor.keyboard.press('Control+d');
  await expect.poll(() => blocksIn(editor, 'main')).toHaveLength(before.length + 1);
  await editor.keyboard.press('Delete');
  await expect.poll(() => blocksIn(editor, 'main')).toHaveLength(before.length);
  await saved(editor);
  // What is taken off lies in the tray with all it holds, and comes back from there.
  const tray = editor.getByRole('region', { name: 'Tray' });
  await tray.getByRole('button').first().click();
  await expect.poll(() => blocksIn(editor, 'main')).toHaveLength(before.length + 1);
  await expect(tray).toHaveCount(0);
  await handle.press('Delete');
  await expect(tray).toBeVisible();
  await saved(editor);
  // Hidden, it stays on the bench, and is gone for visitors once that is published.
  await sheetOf(editor)
    .locator(heading)
    .click({ position: { x: 4, y: 4 } });
  await handle.press('Shift+F10');
  await editor.getByRole('menuitem', { name: 'Hide' }).press('Enter');
  await expect(sheetOf(editor).locator('[data-mark="hidden here"]')).toHaveCount(1);
  await saved(editor);
  const hidden = await sheetOf(editor).locator('[data-mark="hidden here"]').getAttribute('id');
  await editor.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(editor.getByText(/Visitors see (it like this|this version)/)).toBeVisible();
  const html = await (await fetch(running.address)).text();
  const places = [before[0], ...before.slice(2)].map((id) => html.indexOf(id ?? ''));
  expect(places.every((place) => place > 0)).toBe(true);
  expect(hidden && html.includes(hidden)).toBe(false);
});

test('A slot that takes what a page above put there says so, takes copies to change, and gives back', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await openPage(page, '/visit/winter-quillwater/ice');
  const foot = slotOf(page, 'foot');
  await foot.getByText('At a glance').click();
  const slot = page.getByRole('region', { name: /^Slot / });
  const above = slot.getByRole('link', { name: /^Three thousand reeds/ });
  await expect(above).toBeVisible();
  await slot.getByRole('button', { name: 'Put copies of it here, to change them' }).click();
  const panel = page.getByRole('region', { name: 'The block that is selected' });
  await panel.getByLabel(/^Heading/).fill('On the ice');
  await expect(foot.getByText('On the ice')).toBeVisible();
  await saved(page);
  await panel.getByRole('button', { name: 'To its slot' }).click();
  await slot.getByRole('button', { name: 'Show what the page above shows' }).click();
  await expect(above).toBeVisible();
  await expect(foot.getByText('At a glance')).toBeVisible();
});

test('On a page of sixty blocks each is drawn when it comes into view; words that are being written stay', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await openPage(page, '/visit/winter-quillwater');
  const address = `/api/v1/pages/${page.url().split('/').at(-1) ?? ''}`;
  const { slots } = (await (await page.request.get(address)).json()) as { slots: { main: object[] } };
  const sixty = Array.from({ length: 60 }, (_, i) => ({
    type: 'text',
    values: { heading: `Stop ${i}` },
  }));
  const put = (main: object[]) =>
    // What a page sent as it was left may come in between.
    expect(async () => {
      const etag = (await page.request.get(address)).headers().etag ?? '';
      const headers = { 'If-Match': etag, origin: running.address };
      const kept = await page.request.patch(address, { headers, data: { slots: { main } } });
      expect(kept.status()).toBe(200);
    }).toPass({ timeout: 10_000 });
  await put([...slots.main, ...sixty]);
  await page.reload();
  const stop = (i: number) => sheetOf(page).getByRole('heading', { name: `Stop ${i}`, exact: true });
  const sections = slotOf(page, 'main').locator('> section.block');
  await expect(sections).toHaveCount(slots.main.length + 60);
  await expect(stop(59)).toHaveCount(0);
  // What is selected is in sight, and so it is drawn; what is far from it then is not.
  await sections.last().scrollIntoViewIfNeeded();
  await expect(stop(59)).toBeVisible();
  await expect(stop(0)).toHaveCount(0);
  await stop(59).click();
  await stop(59).click();
  const inPlace = sheetOf(page).getByRole('textbox');
  await inPlace.press('End');
  await inPlace.pressSequentially(', the hide');
  await sections.first().scrollIntoViewIfNeeded();
  await expect(stop(0)).toBeAttached();
  await expect(inPlace).toHaveText('Stop 59, the hide');
  await saved(page);
  await page.keyboard.press('Escape');
  await page.reload();
  await sections.last().scrollIntoViewIfNeeded();
  await expect(sheetOf(page).getByRole('heading', { name: 'Stop 59, the hide' })).toBeVisible();
  await put(slots.main);
});
