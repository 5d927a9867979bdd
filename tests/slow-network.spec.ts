import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

/** What says that there is nothing, or how many there are; each with the heading that it stands under. */
const statements = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const says = /^\d[\d,]*$|\b(?:none|nowhere|nothing|empty|gone)\b|\b(?:no|0) [a-z]+|\bnot in (?:a|any)\b/i;
    while (walker.nextNode()) {
      const words = walker.currentNode.textContent?.trim() ?? '';
      const element = walker.currentNode.parentElement;
      if (!element?.checkVisibility() || !says.test(words)) continue;
      const around = element.closest('section, header, main, aside, nav');
      found.push(`${around?.getAttribute('aria-label') ?? around?.tagName.toLowerCase() ?? ''}: ${words}`);
    }
    return found;
  });

/** What of some statements is left when each of some others takes one like it away. */
function without(some: readonly string[], others: readonly string[]): string[] {
  const left = [...others];
  return some.filter((each) => {
    const at = left.indexOf(each);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
}

test('while answers are on their way no screen says that there is nothing, or a number that is another then', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const asked = async <Answer>(path: string): Promise<Answer> =>
    (await (await page.request.get(`${running.address}/api/v1${path}`)).json()) as Answer;
  const { items: entries } = await asked<{ items: { id: string }[] }>('/entries?type=species&limit=1');
  const { items: listings } = await asked<{ items: { id: string }[] }>('/listings');
  const { pages } = await asked<{ pages: { id: string; type: string }[] }>('/pages');
  const screens = [
    '/bench/shape/content/species',
    '/bench/shape/schemes/habitat',
    '/bench/shape/placement',
    '/bench/shape/changes',
    '/bench/write/species',
    '/bench/write/species?state=draft',
    `/bench/write/entry/${entries[0]?.id ?? ''}`,
    '/bench/write/media',
    '/bench/write/media/folders',
    `/bench/map/${listings[0]?.id ?? ''}`,
    `/bench/arrange/${pages[0]?.id ?? ''}`,
    `/bench/arrange/${pages.find(({ type }) => type === 'speciesIndex')?.id ?? ''}`,
    '/bench/arrange/sites',
    '/bench/release',
    '/bench/watch/acts',
    '/bench/watch/work',
    '/bench/watch/comments',
    '/bench/watch/visitors',
    '/bench/watch/messages',
    '/bench/people',
    '/bench/begin',
  ];
  for (const screen of screens) {
    let release = () => {};
    const held = new Promise<void>((resolve) => (release = resolve));
    await page.route('**/api/v1/**', async (route) => {
      await held;
      await route.continue();
    });
    await page.goto(`${running.address}${screen}`, { waitUntil: 'load' });
    await expect(page.getByRole('main')).toBeVisible();
    // Long enough for everything that does not wait for an answer to be drawn.
    await page.waitForTimeout(1500);
    const before = await statements(page);
    release();
    await page.waitForLoadState('networkidle');
    await expect
      .poll(
        async () => {
          const after = await statements(page);
          return { screen, untrue: without(before, after) };
        },
        { timeout: 10_000 },
      )
      .toEqual({ screen, untrue: [] });
    await page.unroute('**/api/v1/**');
  }
});

const hold = () => {
  let letThrough = () => {};
  return { held: new Promise<void>((resolve) => (letThrough = resolve)), letThrough: () => letThrough() };
};

test('nothing in a form moves when its scripts and what it asks for come', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  for (const [type, name] of [
    ['species', 'Blue-legged skimmer'],
    ['event', 'Owl evening'],
  ] as const) {
    await page.goto(`/bench/write/${type}?q=${encodeURIComponent(name)}`);
    const href = await page.getByRole('link', { name, exact: true }).getAttribute('href');
    const { held, letThrough } = hold();
    await page.route('**/*.js', async (route) => {
      await held;
      await route.continue();
    });
    await page.goto(String(href), { waitUntil: 'commit' });
    await page.getByRole('heading', { name: 'Found and shared' }).waitFor();
    await page.evaluate(() => document.fonts.ready);
    /** How far each field stands from the top of what its screen scrolls. */
    const places = () =>
      page.evaluate(() =>
        [...document.querySelectorAll('main [id^="field-"]')]
          .filter((each) => each.getClientRects().length > 0)
          .map((each) => {
            let { top } = each.getBoundingClientRect();
            for (let around = each.parentElement; around; around = around.parentElement)
              top += around.scrollTop;
            return [each.id, Math.round(top)] as const;
          }),
      );
    const before = new Map(await places());
    letThrough();
    const body = page.getByRole('textbox', { name: 'Body' });
    await body.scrollIntoViewIfNeeded();
    await expect(page.getByRole('toolbar', { name: 'Format Body' })).toBeVisible();
    await expect(page.getByRole('button', { name: /Looking…/ })).toHaveCount(0);
    await expect(page.getByText(/^shows (in|nowhere)/).first()).toBeVisible();
    await page.unroute('**/*.js');
    const moved = (await places()).filter(([id, top]) => Math.abs(top - (before.get(id) ?? top)) > 1);
    expect(before.size).toBeGreaterThan(10);
    expect(moved).toEqual([]);
  }
});

test('who sets out for elsewhere while an act is under way is not called back from there', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/species?q=needle%20tern');
  await page.getByRole('link', { name: 'Needle tern' }).click();
  await page.getByLabel(/^Summary/).fill('It stands in the shallows.');
  await page.keyboard.press('Control+s');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  const entry = new URL(page.url()).pathname;
  const history = entry.replace('/entry/', '/history/');
  /** Begins an act whose answer is held, sets out by a link, and lets the answer come. */
  const leave = async (from: string, act: RegExp, link: RegExp, to: RegExp) => {
    await page.goto(from);
    const { held, letThrough } = hold();
    await page.route(/\/api\/v1\/(entries|acts)\//, async (route) => {
      if (route.request().method() !== 'GET') await held;
      await route.continue();
    });
    const begun = page.waitForRequest((request) => request.method() !== 'GET');
    await page.getByRole('button', { name: act }).first().click();
    const answer = (await begun).response();
    // The screen it leads to is on its way when the act ends.
    const screen = hold();
    await page.route(to, async (route) => {
      await screen.held;
      await route.continue();
    });
    await page.getByRole('link', { name: link }).first().click();
    letThrough();
    expect((await answer)?.ok()).toBe(true);
    await page.waitForTimeout(1500);
    screen.letThrough();
    await expect(page).toHaveURL(to);
    await page.waitForLoadState('networkidle');
    await expect(page).toHaveURL(to);
    await page.unrouteAll();
  };
  await leave(history, /^Take back: .*Summary/, /^Release/, /\/bench\/release/);
  await leave(entry, /^Copy$/, /^Release/, /\/bench\/release/);
  await leave('/bench/watch/acts', /^Undo: /, /^Release/, /\/bench\/release/);

  // The first words of an entry give it an address of its own, but not the screen that came after it.
  await page.goto('/bench/write/new/notice');
  const { held, letThrough } = hold();
  await page.route('**/api/v1/entries', async (route) => {
    if (route.request().method() === 'POST') await held;
    await route.continue();
  });
  const made = page.waitForResponse(
    (response) => response.request().method() === 'POST' && /\/entries$/.test(response.url()),
  );
  await page.getByLabel(/^Title/).fill('The hide is closed');
  await page
    .getByRole('link', { name: /^Release/ })
    .first()
    .click();
  await expect(page).toHaveURL(/\/bench\/release/);
  letThrough();
  expect((await made).ok()).toBe(true);
  await page.waitForLoadState('networkidle');
  await expect(page).toHaveURL(/\/bench\/release/);
});

test('what is done before the script of a page has come is done when it has', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  let { held, letThrough } = hold();
  await page.route('**/*.js', async (route) => {
    await held;
    await route.continue();
  });
  const notYet = async (path: string) => {
    await page.goto('about:blank');
    await page.goto(path, { waitUntil: 'commit' });
  };
  await notYet('/bench/write/species');
  await page.getByLabel('Search every word').fill('skimmer');
  await page.getByRole('button', { name: 'Roomy' }).click();
  await page.getByRole('button', { name: 'Roomy' }).click();
  letThrough();
  await expect(page.getByRole('button', { name: 'Roomy' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('link', { name: 'Blue-legged skimmer' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Grey heron' })).toHaveCount(0);
  await expect(page.getByLabel('Search every word')).toHaveValue('skimmer');

  ({ held, letThrough } = hold());
  await notYet('/bench/write/new/notice');
  await page.getByRole('combobox', { name: 'Topics' }).fill('Night walks');
  letThrough();
  await page.getByRole('option', { name: /Night walks/ }).click();
  await expect(page.getByRole('list', { name: 'Chosen categories' })).toContainText('Night walks');

  // Where a tool of the browser changed the page, all of it is drawn anew: with what was said and pressed.
  ({ held, letThrough } = hold());
  await notYet('/bench/write/new/notice');
  const title = page.getByLabel(/^Title/);
  await title.evaluate((box) => box.before(document.createElement('b')));
  await title.fill('The hide is open again');
  await page.getByRole('button', { name: 'Go to anything' }).click();
  const before = await title.elementHandle();
  letThrough();
  await expect(page.getByRole('dialog').getByRole('combobox')).toBeVisible();
  expect(await before?.evaluate((box) => box.isConnected)).toBe(false);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { level: 1, name: 'The hide is open again' })).toBeVisible();

  // Who scrolled meanwhile is where they went, not taken back to where they came in.
  ({ held, letThrough } = hold());
  await notYet('/bench/arrange');
  const outline = page.getByTestId('outline');
  const last = outline.getByRole('link', { name: 'Each habitat' });
  await last.scrollIntoViewIfNeeded();
  letThrough();
  await page.waitForFunction(() => window.earlyActs === undefined);
  await expect(last).toBeInViewport();
});

test('a part whose scripts do not come says so; the rest stays, and what was typed', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/arrange');
  const title = page.locator('#field-title');
  await title.press('End');
  await page.keyboard.type(', and back');
  const typed = await title.inputValue();
  await page.route('**/*.js', (route) => route.abort());
  await page.getByRole('button', { name: 'Add a page below' }).click();
  const told = page.getByRole('alert').filter({ hasText: 'This part could not be loaded' });
  await expect(told).toBeInViewport();
  await expect(title).toHaveValue(typed);

  await page.unroute('**/*.js');
  await told.getByRole('button', { name: 'Load the page again' }).click();
  await expect(title).toHaveValue(typed);
  await page.getByRole('button', { name: 'Add a page below' }).click();
  await expect(page.getByRole('dialog', { name: /page/i })).toBeVisible();
});
