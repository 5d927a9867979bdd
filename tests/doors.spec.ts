import { expect, test } from '@playwright/test';
import { signedIn } from './people';
import { settled } from './settled';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve({ measured: true });
});
test.afterAll(() => running.stop());

test('visitors’ pages may run nothing but the script of slides, and come from memory the second time, the same', async () => {
  const first = await fetch(`${running.address}/species`);
  const second = await fetch(`${running.address}/species`);
  for (const { headers } of [first, second]) {
    expect(headers.get('content-security-policy')).toContain(
      `default-src 'none'; script-src ${new URL(running.address).host}/site.js;`,
    );
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('set-cookie')).toBeNull();
  }
  expect(second.headers.get('etag')).toBe(first.headers.get('etag'));
  expect(await second.text()).toBe(await first.text());
  const unchanged = await fetch(`${running.address}/species`, {
    headers: { 'if-none-match': second.headers.get('etag') ?? '' },
  });
  expect(unchanged.status).toBe(304);
});

test('a page is drawn once for many who ask, whatever is hung on its address, packed, and drawn again before anyone asks', async ({
  browser,
}) => {
  const ask = (path: string, headers: Record<string, string> = {}) =>
    fetch(`${running.address}${path}`, { headers });
  const isDrawn = ({ headers }: Response) => headers.get('server-timing') !== null;
  // Those that were drawn for others tell that they cost nothing.
  const costs = async (answers: Response[]) =>
    answers.map(({ headers }) => /statements;dur=(\d+)/.exec(headers.get('server-timing') ?? '')?.[1] ?? '0');
  const many = await Promise.all(Array.from({ length: 20 }, (_, i) => ask(`/visit?utm_source=letter-${i}`)));
  expect((await costs(many)).filter((cost) => cost !== '0')).toHaveLength(1);
  expect(new Set(await Promise.all(many.map((answer) => answer.text()))).size).toBe(1);
  const again = await ask('/visit?fbclid=abc', { 'accept-encoding': 'gzip, br' });
  expect(isDrawn(again)).toBe(false);
  await expect
    .poll(async () =>
      (await ask('/visit', { 'accept-encoding': 'gzip, br' })).headers.get('content-encoding'),
    )
    .toBe('br');
  expect((await ask('/visit', { 'accept-encoding': 'gzip, br;q=0' })).headers.get('content-encoding')).toBe(
    'gzip',
  );
  // A page that visitors ask for and that changes is ready again by itself.
  const { context } = await signedIn(browser, running.address, 'architect');
  const headers = { origin: running.address };
  const { pages } = await (await context.request.get('/api/v1/pages')).json();
  const { id } = pages.find(({ address }: { address: string }) => address === '/visit');
  const { revision } = await (await context.request.get(`/api/v1/pages/${id}`)).json();
  const told = async () => {
    const timing = (await ask('/healthz')).headers.get('server-timing') ?? '';
    return {
      drawn: Number(/drawn;dur=(\d+)/.exec(timing)?.[1]),
      waiting: /waiting;dur=(\d+)/.exec(timing)?.[1],
    };
  };
  await expect.poll(async () => (await told()).waiting).toBe('0');
  const before = (await told()).drawn;
  const published = await context.request.post(`/api/v1/pages/${id}/publish`, {
    headers: { ...headers, 'if-match': `"${revision}"` },
    data: {},
  });
  expect(published.ok()).toBe(true);
  await expect.poll(async () => (await told()).waiting).toBe('0');
  expect((await told()).drawn).toBeGreaterThan(before);
  expect(isDrawn(await ask('/visit'))).toBe(false);
  await context.close();
});

test('the workspaces run only their own scripts, and stand in no foreign frame', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const told: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') told.push(message.text());
  });
  page.on('pageerror', (error) => told.push(error.message));
  for (const path of [
    '/bench/shape/content/species',
    '/bench/shape/changes',
    '/bench/write/species',
    '/bench/map',
    '/bench/arrange',
    '/bench/release',
    '/bench/watch',
    '/bench/you',
    '/bench/people',
  ]) {
    const response = await page.goto(path);
    const policy = response?.headers()['content-security-policy'] ?? '';
    expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic';/);
    expect(policy).toContain("frame-ancestors 'none'");
    await settled(page);
  }
  expect(told).toEqual([]);
});

test('the product’s own addresses never fall through to the visitors’ site', async ({ browser }) => {
  for (const [path, status, type] of [
    ['/api/v2/x', 404, 'application/problem+json'],
    ['/api', 404, 'application/problem+json'],
    ['/api/v1/x', 404, 'application/problem+json'],
    ['/nothing', 404, 'text/html; charset=utf-8'],
    ['/%E0%A4%A', 400, 'text/html; charset=utf-8'],
  ] as const) {
    const response = await fetch(`${running.address}${path}`);
    expect([path, response.status, response.headers.get('content-type')]).toEqual([path, status, type]);
  }
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/no/such/place');
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
});

test('the interface tells of itself, and its schema of the model', async () => {
  const document = (await (await fetch(`${running.address}/api/v1/openapi.json`)).json()) as {
    openapi: string;
    components: { schemas: object };
  };
  expect(document.openapi).toBe('3.1.0');
  expect(Object.keys(document.components.schemas)).toEqual(expect.arrayContaining(['NewEntry', 'Problem']));
  // What the content types of an installation are is nobody's who is not signed in.
  expect(Object.keys(document.components.schemas)).not.toContain('values.species');
  expect(await (await fetch(`${running.address}/api/v1/model/schema`)).json()).toMatchObject({
    title: 'Clear Frame model document',
  });
});

test('a session that is ended elsewhere leads back to the sign-in page', async ({ browser }) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const { page: other } = await signedIn(browser, running.address, 'editor');
  await other.goto('/bench/you');
  const ends = other.getByRole('button', { name: 'End it' });
  await expect(ends).not.toHaveCount(0);
  for (let left = await ends.count(); left > 0; left -= 1) {
    await ends.first().click();
    await expect(ends).toHaveCount(left - 1);
  }
  await page.goto('/bench/write/species');
  await expect(page).toHaveURL(/\/bench\/sign-in/);
});

test('an editor may read the model, but not change it; a reviewer publishes what waits', async ({
  browser,
}) => {
  const { page: editor } = await signedIn(browser, running.address, 'editor');
  await editor.goto('/bench/shape/content/species');
  await expect(editor.getByRole('row', { name: /Habitats/ })).toBeVisible();
  await expect(editor.getByLabel('Label of a new field')).toHaveCount(0);
  expect((await editor.request.get('/api/v1/model/working')).status()).toBe(403);
  const { page: reviewer } = await signedIn(browser, running.address, 'reviewer');
  await reviewer.goto('/bench/release');
  await reviewer.getByRole('link', { name: 'A map for the boardwalk' }).click();
  await expect(reviewer.getByRole('heading', { level: 1, name: 'What differs' })).toBeVisible();
  await reviewer.getByRole('button', { name: /^Publish/ }).click();
  await expect(reviewer.getByText('Visitors see it now.')).toBeVisible();
  // What waits for nobody any more, who reviews does not change.
  await reviewer.getByRole('link', { name: '‹ A map for the boardwalk' }).click();
  await expect(reviewer.getByText(/Visitors see this version/)).toBeVisible();
  await expect(reviewer.getByLabel(/^Title/).first()).toBeDisabled();
  expect(await (await fetch(`${running.address}/notices`)).text()).toContain('A map for the boardwalk');
});
