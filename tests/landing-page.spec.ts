import { randomUUID } from 'node:crypto';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { withKeyboard, withMouse, type Hand } from './hand';
import { openPage, panelOf, saved, sheetOf } from './arranged';
import { signedIn } from './people';
import { serve } from './serve';

/** The shape that shared blocks have where they stand, the same in every installation. */
const PLACED = '00000000-0000-7000-8000-000000000004';

interface Typed {
  id: string;
  key: string;
  slots: { id: string; key: string; preset?: object[] }[];
  layouts: { rows: object[] }[];
}

/** An architect gives sections a slot above all else for slides, and holds a shared block beside what they say. */
async function shapeSections(page: Page): Promise<void> {
  const { document, number } = (await (await page.request.get('/api/v1/model/working')).json()) as {
    document: { pageTypes: Typed[]; blockTypes: { id: string; key: string }[] };
    number: number;
  };
  const opening = randomUUID();
  const slides = document.blockTypes.find(({ key }) => key === 'slideshow')?.id ?? '';
  const section = document.pageTypes.find(({ key }) => key === 'section');
  if (!section) throw new Error('The sample has no sections.');
  section.slots = section.slots.map((slot) =>
    slot.key === 'aside'
      ? { ...slot, preset: [{ id: randomUUID(), type: PLACED, shared: 'ringTheGate', held: 'place' }] }
      : slot,
  );
  section.slots.push({ ...section.slots[0]!, id: opening, key: 'opening' });
  Object.assign(section.slots.at(-1)!, { label: 'Opening', allows: [slides], max: 1 });
  for (const layout of section.layouts)
    layout.rows.unshift({ cells: [{ width: 12, holds: [{ slot: opening }] }] });
  const kept = await page.request.put('/api/v1/model/working', {
    data: { document },
    headers: { 'If-Match': `"${number}"` },
  });
  const { number: now } = (await kept.json()) as { number: number };
  const applied = await page.request.post('/api/v1/model/working/apply', {
    headers: { 'If-Match': `"${now}"` },
  });
  expect(applied.ok(), await applied.text()).toBe(true);
}

/** Opens what can be done with a block, at its handle: Enter there goes into its words. */
type OpensMenu = (handle: Locator) => Promise<void>;
const byClick: OpensMenu = (handle) => handle.click();
const byKeys: OpensMenu = (handle) => handle.press('Shift+F10');

/** The same hand, with its steps counted: a press, a box that is filled, an opening of a list and a choice in it. */
function counting(hand: Hand, opens: OpensMenu): Hand & { menu: OpensMenu; steps: () => number } {
  let steps = 0;
  return {
    steps: () => steps,
    press: (what) => ((steps += 1), hand.press(what)),
    menu: (handle) => ((steps += 1), opens(handle)),
    type: (box, text) => ((steps += 1), hand.type(box, text)),
    choose: (from, option) => ((steps += 2), hand.choose(from, option)),
  };
}

/** A landing page with slides, columns, a listing, a shared block and a form, from nothing until visitors see it. */
async function compose(page: Page, hand: Hand & { menu: OpensMenu }): Promise<{ slide: string }> {
  const { press, type, choose, menu } = hand;
  const shelf = page.getByRole('region', { name: 'Shelf' });
  const fromShelf = (name: string | RegExp) => press(shelf.getByRole('button', { name }).first());
  await press(page.getByRole('button', { name: 'Add a page below' }));
  await press(page.getByRole('radio', { name: /^Section/ }));
  await type(page.locator('#page-title'), 'The long dusk');
  await press(page.getByRole('button', { name: 'Make the page' }));
  await expect(page.getByRole('heading', { level: 1, name: 'The long dusk' }).first()).toBeVisible();
  await expect(sheetOf(page).getByText('Ring the gate')).toBeVisible();
  await fromShelf(/^Slideshow/);
  const slides = panelOf(page).getByRole('combobox', { name: 'Slides' });
  await choose(slides, /^Walk by lantern/);
  await choose(slides, /^Cut by hand/);
  const slide = await panelOf(page)
    .getByRole('link', { name: /^Open / })
    .first()
    .getAttribute('href');
  await press(page.getByRole('button', { name: 'To the page itself' }));
  await fromShelf('Columns');
  await expect(panelOf(page).getByText('Room between columns')).toBeVisible();
  await fromShelf('Text');
  await menu(sheetOf(page).locator('button[aria-haspopup="menu"]'));
  await press(page.getByRole('menuitem', { name: 'Move to Left of Columns' }));
  await type(panelOf(page).getByRole('textbox', { name: /^Text/ }), 'Stay until the bats come out.');
  await press(page.getByRole('button', { name: 'To Columns' }));
  await fromShelf('Listing');
  await expect(panelOf(page).getByText(/^Shows the listing/)).toBeVisible();
  await choose(panelOf(page).getByRole('combobox', { name: /^Shows the listing/ }), 'This week');
  await fromShelf(/^Opening hours/);
  await fromShelf('Contact form');
  await expect(panelOf(page).getByText(/^It asks for a name/)).toBeVisible();
  await type(panelOf(page).getByRole('textbox', { name: /^Heading/ }), 'Tell us you come');
  await type(panelOf(page).getByRole('textbox', { name: /^Sent to/ }), 'gate@quillwater.example');
  await publish(page, hand);
  return { slide: slide ?? '' };
}

async function publish(page: Page, { press }: Hand): Promise<void> {
  await saved(page);
  await press(page.getByRole('button', { name: /^Publish(, on|$)/ }));
  await expect(page.getByText(/^Visitors see it now|^Visitors see this version/).first()).toBeVisible();
}

/** The button of a slide leads to the page now that it is there. */
async function linkSlide(page: Page, slide: string, hand: Hand): Promise<void> {
  await page.goto(slide);
  // What it reaches is told once the script of the page has come.
  await expect(page.getByRole('link', { name: 'The long dusk' }).first()).toBeVisible();
  const leads = page.getByRole('combobox', { name: 'Leads to' }).first();
  await hand.choose(leads, /page/i);
  await hand.choose(page.getByRole('combobox', { name: 'Page', exact: true }).first(), 'The long dusk');
  await hand.type(page.getByLabel('Words', { exact: true }).first(), 'Stay until dark');
  await publish(page, hand);
}

/** The page goes elsewhere with one below it. */
async function moveBranch(page: Page, hand: Hand): Promise<void> {
  const { press, type } = hand;
  await openPage(page, '/visit/long-dusk');
  await press(page.getByRole('button', { name: 'Add a page below' }));
  await press(page.getByRole('radio', { name: /^Plain page/ }));
  await type(page.locator('#page-title'), 'Where to stand');
  await press(page.getByRole('button', { name: 'Make the page' }));
  await expect(page.getByRole('heading', { level: 1, name: 'Where to stand' }).first()).toBeVisible();
  await publish(page, hand);
  const tree = page.getByRole('navigation', { name: 'Site tree' });
  await press(tree.getByRole('link', { name: 'The long dusk' }));
  await expect(page.getByRole('heading', { level: 1, name: 'The long dusk' }).first()).toBeVisible();
  await press(page.getByRole('button', { name: 'Move to…' }));
  await press(
    page.getByRole('group', { name: 'Homes for this page' }).getByRole('button', { name: /^About/ }),
  );
  await expect(page.getByText('It stands under About.')).toBeVisible();
}

test.describe.configure({ mode: 'parallel' });
for (const [name, made, opens] of [
  ['the mouse', withMouse, byClick],
  ['the keyboard', withKeyboard, byKeys],
] as const)
  test(`A landing page is composed in under 25 steps, linked to, moved and followed, with ${name}`, async ({
    browser,
  }) => {
    const running = await serve();
    try {
      const architect = await signedIn(browser, running.address, 'architect');
      await shapeSections(architect.page);
      const { page } = await signedIn(browser, running.address, 'editor');
      await openPage(page, '/visit');
      const hand = counting(made(page), opens);
      const { slide } = await compose(page, hand);
      expect(hand.steps()).toBeLessThan(25);
      const visitor = await browser.newPage({ baseURL: running.address });
      await visitor.goto('/visit/long-dusk');
      await expect(visitor.getByRole('region', { name: 'Slideshow' })).toBeVisible();
      for (const words of ['Stay until the bats come out.', 'Tell us you come', 'Opening', 'Ring the gate'])
        await expect(visitor.getByText(words).first()).toBeVisible();
      await linkSlide(architect.page, slide, made(architect.page));
      await moveBranch(page, hand);
      // By the old address of what stands below, one is led on; the slide leads to where the page is now.
      await visitor.goto('/visit/long-dusk/where-stand');
      await expect(visitor).toHaveURL(/\/about\/long-dusk\/where-stand$/);
      await visitor.goto('/about/long-dusk');
      await expect(visitor.getByRole('link', { name: 'Stay until dark' }).first()).toHaveAttribute(
        'href',
        '/about/long-dusk',
      );
    } finally {
      await running.stop();
    }
  });
