import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type APIResponse } from '@playwright/test';
import { signedIn } from './people';
import { freePort, serve, type Running } from './serve';

const VARNISH = '/usr/sbin/varnishd';
test.skip(!existsSync(VARNISH), `${VARNISH} is not here: what a real shared cache does was not tried.`);

let running: Running;
let cache: ChildProcess;
let folder: string;
let front: string;
test.beforeAll(async () => {
  const port = await freePort();
  front = `http://localhost:${port}`;
  running = await serve({
    env: {
      CLEAR_FRAME_SHARED_SECONDS: '86400',
      CLEAR_FRAME_STALE_SECONDS: '60',
      CLEAR_FRAME_PROXIES: '1',
      CLEAR_FRAME_SHARED_CACHES: `http://127.0.0.1:${port}/`,
    },
  });
  folder = mkdtempSync(join(tmpdir(), 'varnish-'));
  const rules = readFileSync('docs/varnish.vcl', 'utf8').replace(
    '"4100"',
    `"${new URL(running.address).port}"`,
  );
  writeFileSync(join(folder, 'default.vcl'), rules);
  cache = spawn(VARNISH, [
    ...['-F', '-j', 'none', '-n', join(folder, 'work'), '-s', 'malloc,32m'],
    ...['-a', `127.0.0.1:${port}`, '-f', join(folder, 'default.vcl')],
  ]);
  await expect
    .poll(async () => (await fetch(`${front}/`).catch(() => undefined))?.status, { timeout: 60_000 })
    .toBe(200);
});
test.afterAll(async () => {
  cache.kill();
  rmSync(folder, { recursive: true, force: true });
  await running.stop();
});

/** Whether an answer came from what the cache keeps: it names the request that brought it too. */
const isKept = (answer: APIResponse): boolean => / /.test(answer.headers()['x-varnish'] ?? '');

test('A shared cache keeps pages, and drops exactly what a change reaches, at once', async ({
  browser,
  request,
}) => {
  const { page } = await signedIn(browser, running.address, 'architect');
  const look = (path: string) => request.get(`${front}${path}`);
  const [changed, other] = ['/species/carr-lantern-moth', '/about'];
  for (const path of [changed, other]) {
    const first = await look(path);
    expect(first.headers()['cache-control']).toMatch(/s-maxage=\d+/);
    expect(first.headers()['cache-groups']).toMatch(/^"[\w-]{22}"(, "[\w-]{22}")*, "all"$/);
    await expect.poll(async () => isKept(await look(path))).toBe(true);
  }
  // Somebody who has it is told so by the cache.
  const etag = (await look(changed)).headers()['etag'] ?? '';
  const again = await request.get(`${front}${changed}`, { headers: { 'If-None-Match': etag } });
  expect(again.status()).toBe(304);

  const found = await page.request.get('/api/v1/entries?type=species&q=Carr lantern');
  const [{ id }] = ((await found.json()) as { items: [{ id: string }] }).items;
  const headers = { Origin: running.address, 'If-Match': '*' };
  await page.request.patch(`/api/v1/entries/${id}`, {
    headers,
    data: { values: { name: 'Carr lantern moth of the mere' } },
  });
  const published = await page.request.post(`/api/v1/entries/${id}/publish`, { headers, data: {} });
  expect(published.status()).toBe(200);
  expect(published.headers()['cache-group-invalidation']).toMatch(/^"[\w-]{22}"/);
  await expect.poll(async () => (await look(changed)).text()).toContain('Carr lantern moth of the mere');
  expect(isKept(await look(other))).toBe(true);
  // What people work with passes through.
  expect(isKept(await look('/api/v1/session'))).toBe(false);
});

test('A drop without names is refused, and nothing is kept past the moment until which it is true', async ({
  request,
}) => {
  const refused = await request.fetch(`${front}/`, { method: 'PURGE' });
  expect(refused.status()).toBe(400);
  for (const path of ['/', '/whats-on', '/nowhere', '/?q=reed']) {
    const told = (await request.get(`${front}${path}`)).headers()['cache-control'] ?? '';
    const seconds = Number(/s-maxage=(\d+)/.exec(told)?.[1] ?? 0);
    // What is told from today turns at midnight.
    expect(seconds, `${path} ${told}`).toBeLessThanOrEqual(86_400);
    if (path.length > 9 || path.includes('?')) expect(told).toContain('no-store');
  }
});
