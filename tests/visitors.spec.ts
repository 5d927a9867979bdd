import { expect, test, type Page } from '@playwright/test';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

/** Sets a listing out in another way, in force at once. */
async function setOut(page: Page, label: string, rule: object): Promise<void> {
  const { items } = (await (await page.request.get('/api/v1/listings')).json()) as {
    items: { id: string; label: string }[];
  };
  const path = `/api/v1/listings/${items.find((each) => each.label === label)?.id}`;
  const headers = async () => ({
    Origin: running.address,
    'If-Match': (await page.request.get(path)).headers().etag ?? '',
  });
  expect((await page.request.patch(path, { headers: await headers(), data: { rule } })).status()).toBe(200);
  expect((await page.request.post(`${path}/publish`, { headers: await headers() })).status()).toBe(200);
}

test('A visitor goes from a list to an entry, reads it in French, and finds the way back', async ({
  page,
}) => {
  await page.goto(`${running.address}/species`);
  await expect(page.locator('.cards > li')).toHaveCount(36);
  await page
    .getByRole('navigation', { name: 'Pages of results' })
    .getByRole('link', { name: 'Next' })
    .click();
  await expect(page).toHaveURL(/\/species\/page\/2$/);
  await page.goto(`${running.address}/species`);
  await page.getByRole('link', { name: 'Carr lantern moth' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Carr lantern moth' })).toBeVisible();
  await page.getByRole('navigation', { name: 'Languages' }).getByRole('link', { name: 'français' }).click();
  await expect(page).toHaveURL(/\/fr\/species\/carr-lantern-moth$/);
  await expect(page.getByText('Se voit au crépuscule').first()).toBeVisible();
  expect(await page.locator('html').getAttribute('lang')).toBe('fr');
  // What nobody has translated says in which language it is.
  await expect(page.locator('.text[lang="en-GB"]')).toContainText('Two broods');
  await page.getByRole('navigation', { name: 'Où vous êtes' }).getByRole('link', { name: 'Espèces' }).click();
  await expect(page).toHaveURL(/\/fr\/species$/);
});

test('A visitor searches by keyboard and without script, narrows what was found, and is helped on where nothing is', async ({
  browser,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${running.address}/species`);
  await page.getByRole('banner').getByRole('link', { name: 'Search' }).press('Enter');
  await page.getByRole('searchbox', { name: 'Search Quillwater Reserve' }).fill('reed');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: '“reed”' })).toBeVisible();
  await expect(page.locator('.found mark').first()).toHaveText(/^reed/i);
  await page
    .getByRole('navigation', { name: 'Kinds of things' })
    .getByRole('link', { name: /^Notice/ })
    .click();
  await expect(page.getByText(/^(One was|\d+ were) found\.$/)).toBeVisible();
  await page.locator('.found a').first().press('Enter');
  await expect(page).toHaveURL(/\/notices\//);
  await page.goto(`${running.address}/fr?q=zeppelin`);
  await expect(page.getByText('Rien n’a été trouvé.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Espèces' }).last()).toBeVisible();
  const missing = await page.goto(`${running.address}/species/thread-rusk`);
  expect(missing?.status()).toBe(404);
  await page.getByRole('link', { name: 'Thread rush' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Thread rush' })).toBeVisible();
  await context.close();
});

test('A visitor writes to the reserve without script, and keeps every word until it is sent', async ({
  browser,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${running.address}/about/write-to-us`);
  await page.getByLabel('Your name').fill('Ada Reed');
  await page.getByLabel('Your e-mail').fill('nowhere');
  await page.getByLabel('Your message').fill('The path is fine.');
  await page.getByRole('button', { name: 'Send' }).click();
  await expect(page.getByLabel('Your e-mail')).toHaveAccessibleDescription(/Write an e-mail address/);
  await expect(page.getByLabel('Your message')).toHaveValue('The path is fine.');
  await page.getByLabel('Your e-mail').fill('ada@example.org');
  await page.getByRole('button', { name: 'Send' }).click();
  await expect(page.getByRole('status')).toHaveText('Thank you. Your message is on its way.');
  await context.close();
});

test('Slides turn by their ways and stand still where less motion is asked for', async ({ browser }) => {
  const context = await browser.newContext({ reducedMotion: 'reduce' });
  const page = await context.newPage();
  await page.goto(running.address);
  const slides = page.getByRole('region', { name: 'Slideshow' });
  await expect(slides.getByText('1 / 4')).toBeVisible();
  await expect(slides.getByRole('button', { name: 'Play' })).toBeVisible();
  await slides.getByRole('button', { name: 'Next' }).click();
  await expect(slides.getByText('2 / 4')).toBeVisible();
  await slides.getByRole('button', { name: 'Previous' }).click();
  await expect(slides.getByText('1 / 4')).toBeVisible();
  await slides.getByRole('button', { name: 'Play' }).click();
  await expect(slides.getByRole('button', { name: 'Pause' })).toBeVisible();
  await context.close();
});

test('A gallery opens a picture and closes it by keyboard, without script', async ({ browser }) => {
  const { page: architect } = await signedIn(browser, running.address, 'architect');
  await setOut(architect, 'Species index', { arrangement: 'gallery', setOut: { density: 'dense' } });
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${running.address}/species`);
  await page.getByRole('button', { name: 'Alder siskling, larger' }).focus();
  await page.keyboard.press('Enter');
  const open = page.getByRole('dialog', { name: 'Alder siskling' });
  await expect(open).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(open).toBeHidden();
  await page.getByRole('button', { name: 'Amber sedge piper, larger' }).click();
  const larger = (name: string) => page.getByRole('dialog', { name });
  await larger('Amber sedge piper').getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await context.close();
  // With script the next stands in its place, and the one before again; one Escape closes it.
  const leafing = await (await browser.newContext()).newPage();
  await leafing.goto(`${running.address}/species`);
  await leafing.getByRole('button', { name: 'Amber sedge piper, larger' }).click();
  const one = (name: string) => leafing.getByRole('dialog', { name });
  await one('Amber sedge piper').getByRole('button', { name: 'Next' }).press('Enter');
  await expect(one('Amber sedge piper')).toBeHidden();
  await leafing.getByRole('button', { name: 'Previous' }).click();
  await expect(one('Amber sedge piper')).toBeVisible();
  await leafing.keyboard.press('Escape');
  await expect(leafing.getByRole('dialog')).toHaveCount(0);
  await leafing.context().close();
});

test('Something from elsewhere is fetched when a visitor asks for it, and not before', async ({
  page,
  browser,
}) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  const elsewhere = () => asked.filter((url) => /fenmaps|stand-ins/.test(url));
  await page.goto(`${running.address}/visit/getting-here`, { waitUntil: 'networkidle' });
  await expect(page.getByText('This comes from Fen Maps.')).toBeVisible();
  expect(elsewhere()).toEqual([]);
  await page.getByRole('button', { name: 'Show it here' }).press('Enter');
  const frame = page.frameLocator('iframe[title="The way along the dyke"]');
  await expect(frame.getByRole('img', { name: 'Stand-in for a map' })).toBeVisible();
  expect(elsewhere()).toHaveLength(1);

  const context = await browser.newContext({ javaScriptEnabled: false });
  const plain = await context.newPage();
  await plain.goto(`${running.address}/fr/visit/getting-here`);
  await expect(plain.getByRole('button', { name: 'Le montrer ici' })).toBeHidden();
  await expect(plain.getByRole('link', { name: 'Ouvrir chez Fen Maps' })).toHaveAttribute(
    'href',
    'https://fenmaps.example/sallow-halt-to-the-gate',
  );
  await context.close();
});

test('On a telephone what a list can be narrowed by is folded until it is asked for, without script', async ({
  browser,
}) => {
  const context = await browser.newContext({
    javaScriptEnabled: false,
    viewport: { width: 390, height: 800 },
  });
  const page = await context.newPage();
  await page.goto(`${running.address}/species`);
  const narrow = page.getByRole('navigation', { name: 'Narrow the list' });
  await expect(narrow.getByRole('link')).toHaveCount(0);
  await narrow.getByText('Narrow the list').click();
  await narrow.getByRole('link', { name: /^Bird/ }).click();
  await expect(narrow.getByRole('link', { name: /^Bird/ })).toHaveAttribute('aria-current', 'true');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${running.address}/species`);
  await expect(narrow.getByText('Narrow the list')).toBeHidden();
  await expect(narrow.getByRole('link', { name: /^Bird/ })).toBeVisible();
  await context.close();
});

test('Every arrangement fits a telephone', async ({ browser }) => {
  const { page: architect } = await signedIn(browser, running.address, 'architect');
  const context = await browser.newContext({ viewport: { width: 390, height: 800 } });
  const page = await context.newPage();
  for (const arrangement of [
    'cards',
    'rows',
    'lead',
    'strip',
    'index',
    'table',
    'timeline',
    'gallery',
    'slideshow',
  ]) {
    await setOut(architect, "What's on", { arrangement, setOut: {} });
    await page.goto(`${running.address}/whats-on`);
    await expect(page.locator('.listing')).toContainText('First frost ramble');
    expect([arrangement, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([
      arrangement,
      390,
    ]);
  }
  await context.close();
});

test('An architect builds a list from nothing, compares arrangements and puts it on the page of each category, where visitors see it', async ({
  browser,
  page: visitor,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const choose = async (box: string, option: string) => {
    await page.getByLabel(box, { exact: true }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
  };
  await page.goto(`${running.address}/bench/map`);
  await page.getByRole('button', { name: 'New listing' }).click();
  await page.keyboard.type('Near here');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Near here' })).toBeVisible();
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await page.getByRole('menuitem', { name: 'Habitats', exact: true }).click();
  // What it compares with is asked at once.
  await choose('Where the value of Habitats comes from', 'this category');
  await page.keyboard.press('Escape');
  await choose('How Habitats is compared', 'is in or under');
  await expect(
    page.getByRole('button', { name: 'What Habitats is compared with: this category' }),
  ).toBeVisible();
  await expect(page.getByText('As it stands on the page of')).toBeVisible();
  await page.getByLabel('The category on whose page it is tried').fill('Reedbed');
  await page.getByRole('option', { name: 'Reedbed', exact: true }).click();
  await expect(
    page.getByRole('region', { name: 'The result, to scroll' }).getByText('Bell heron'),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Heading over the list/ }).click();
  await page.getByRole('textbox', { name: 'Heading over the list', exact: true }).fill('Near here');
  await page.keyboard.press('Escape');

  // Two arrangements side by side, measured where they stand; the index shows more at once.
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await page.getByRole('button', { name: /^Take Lead and rows out/ }).click();
  await choose('Arrangement 2', 'Index');
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) }).getByRole('cell');
  await expect(row('Entries in view')).toHaveText([/^\d+$/, /^\d+$/]);
  const [cards, index] = (await row('Entries in view').allInnerTexts()).map(Number);
  expect(index).toBeGreaterThan(cards ?? 0);
  await row('Measured').last().getByRole('button', { name: 'Take this one' }).click();
  await page.getByRole('button', { name: 'Back to the rule' }).click();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('In force.')).toBeVisible();

  await page.getByRole('link', { name: /^Arrange/ }).click();
  await page.getByRole('link', { name: 'Each habitat' }).click();
  await choose('Filled by the listing', 'Near here');
  await expect(page.getByText('Another listing fills it.')).toBeVisible();
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText('Visitors see it now.')).toBeVisible();

  for (const [address, name, there, not] of [
    ['/habitats/coast/dune', 'Dune', 'Dune willow', 'Bell heron'],
    ['/habitats/water', 'Water', 'Bell heron', 'Dune willow'],
    ['/fr/habitats/water/reedbed', 'Roselière', 'Bell heron', 'Dune willow'],
  ] as const) {
    await visitor.goto(`${running.address}${address}`);
    await expect(visitor.getByRole('heading', { level: 1, name })).toBeVisible();
    await expect(visitor.locator('.listing.index, .index').getByText(there).first()).toBeVisible();
    await expect(visitor.getByText(not)).toHaveCount(0);
  }
  await visitor.getByRole('navigation', { name: 'À côté' }).getByRole('link', { name: 'Eau libre' }).click();
  await expect(visitor.getByRole('heading', { level: 1, name: 'Eau libre' })).toBeVisible();
});

test('An architect lists entries and pages together, sees what fed one of them, and goes from a page to where it is written', async ({
  browser,
  page: visitor,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  await page.goto(`${running.address}/bench/map`);
  await page.getByRole('button', { name: 'New listing' }).click();
  await page.keyboard.type('Around here');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Around here' })).toBeVisible();
  const status = page.getByRole('region', { name: 'Which entries' }).getByRole('status');
  await expect(status).toHaveText(/^61 of 61$/);
  await page.getByRole('button', { name: 'and…' }).click();
  await page.getByRole('menuitem', { name: 'Plain pages' }).click();
  await expect(page.getByRole('list', { name: 'What it lists' })).toContainText('Plain pages');
  await expect(status).toHaveText(/^8\d of 8\d$/);
  await page.getByRole('button', { name: 'Add a condition' }).click();
  await page.getByRole('menuitem', { name: 'Where its page stands' }).click();
  await page.getByRole('button', { name: /^Below which page it stands/ }).click();
  await page.getByRole('combobox', { name: 'Below which page' }).click();
  await page.getByRole('option', { name: 'a page chosen here' }).click();
  await page.getByLabel('The page below which it stands').fill('Visit');
  await page.getByRole('option', { name: /^Visit/ }).click();
  await page.keyboard.press('Escape');
  const result = page.getByRole('region', { name: 'The result, to scroll' });
  await expect(result.getByRole('heading', { name: 'Getting here' })).toBeVisible();
  await expect(result.getByRole('heading', { name: 'Bell heron' })).toHaveCount(0);
  await result.getByRole('heading', { name: 'Getting here' }).click();
  await expect(page.getByText('Getting here: the steps that fed it are marked in step 3.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Title ?, feeds this one$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Put in force' }).click();
  await expect(page.getByText('In force.')).toBeVisible();

  await page.goto(`${running.address}/bench/arrange`);
  await page.getByTestId('outline').getByRole('link', { name: 'Walks for families' }).click();
  await page.getByLabel(/^Filled by the listing/).click();
  await page.getByRole('option', { name: 'Around here' }).click();
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(page.getByText('Visitors see it now.')).toBeVisible();
  const seen = new URL(
    (await page.getByRole('link', { name: 'As a visitor' }).getAttribute('href')) ?? '',
    running.address,
  ).href;
  await visitor.goto(seen);
  await visitor.getByRole('main').getByRole('link', { name: 'Getting here' }).click();
  await expect(visitor).toHaveURL(/\/visit\/getting-here$/);

  // From the page as visitors see it to the block, and to the entry, by mouse and by keyboard.
  await page.goto(`${running.address}/bench/point?at=/visit`);
  await page.getByText('Bring something warm').click();
  await expect(page).toHaveURL(/\/bench\/arrange\/.*block=/);
  await expect(page.getByLabel('Heading', { exact: true }).first()).toHaveValue('Before you set out');
  await page.goto(`${running.address}/bench/point?at=/species/bell-heron`);
  await page.getByRole('heading', { name: 'Bell heron' }).and(page.locator('[data-field]')).first().focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/bench\/write\/entry\/.*field=/);
  await expect(page.getByLabel(/^Name/)).toBeFocused();

  // The table tells where visitors see each, and finds those that they see nowhere.
  await page.goto(`${running.address}/bench/write/person`);
  await page.getByRole('button', { name: 'Add a filter' }).click();
  await page.getByRole('menuitem', { name: 'Shown on', exact: true }).click();
  await page.getByRole('combobox', { name: 'Shown', exact: true }).click();
  await page.getByRole('option', { name: 'somewhere' }).click();
  await expect(
    page.getByRole('row', { name: /Juno Ashby/ }).getByRole('link', { name: 'Groups and schools' }),
  ).toBeVisible();
});

test('A visitor narrows a list by what is chosen, without script, and follows it as a feed', async ({
  browser,
}) => {
  await setOut((await signedIn(browser, running.address, 'architect')).page, 'Species index', {
    arrangement: 'cards',
  });
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${running.address}/species`);
  const filters = page.getByRole('navigation', { name: 'Narrow the list' });
  await filters.getByRole('link', { name: /^Bird/ }).click();
  await filters.getByRole('link', { name: /^Water/ }).click();
  await expect(page).toHaveURL(/\/species\?group=bird&habitats=water$/);
  const left = Number((await filters.getByRole('status').innerText()).match(/\d+/)?.[0]);
  await expect(page.locator('.cards > li')).toHaveCount(left);
  await expect(filters.getByRole('link', { name: new RegExp(`^Bird ?${left}`) })).toHaveAttribute(
    'aria-current',
    'true',
  );
  // The page of a choice is ready for the next visitor, as every other.
  expect((await page.request.get(page.url())).headers()['vary']).toBe('Accept-Encoding, Cookie');
  await filters.getByRole('link', { name: 'Show all again' }).click();
  await expect(page).toHaveURL(/\/species$/);
  const feed = await page.request.get(
    `${running.address}${await page.getByRole('link', { name: 'Atom' }).getAttribute('href')}`,
  );
  expect(feed.headers()['content-type']).toContain('application/atom+xml');
  expect(await feed.text()).toContain(`<link href="${running.address}/species/bell-heron" rel="alternate"`);
  await context.close();
});
