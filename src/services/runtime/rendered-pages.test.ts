import { randomBytes } from 'node:crypto';
import { setTimeout as passes } from 'node:timers/promises';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { RenderedPages } from './rendered-pages';

const ALWAYS = Number.MAX_SAFE_INTEGER;

/** The page at an address, once it is packed. */
async function packedAt(rendered: RenderedPages, address: string) {
  for (;;) {
    const page = rendered.find(address, 0);
    if (!page) throw new Error(address);
    if (page.packed.br && page.packed.gzip) return page;
    await passes(5);
  }
}

test('a page is kept as it goes out: plain at once, packed soon, with a mark that changes with its words', async () => {
  const rendered = new RenderedPages(1_000_000);
  const page = rendered.keep(['v'], '/visit', '<p>Reed</p>', ALWAYS, rendered.since);
  expect(page.html.toString()).toBe('<p>Reed</p>');
  expect(rendered.find('/visit', 0)).toBe(page);
  const { packed, whenPacked, ...same } = await packedAt(rendered, '/visit');
  expect(same).toEqual({ of: page.of, ids: ['v'], html: page.html, etag: page.etag, validUntil: ALWAYS });
  expect(await whenPacked).toEqual(packed);
  expect(gunzipSync(packed.gzip ?? '').toString()).toBe('<p>Reed</p>');
  expect(brotliDecompressSync(packed.br ?? '').toString()).toBe('<p>Reed</p>');
  expect(rendered.keep(['v'], '/visit', '<p>Reed</p>', ALWAYS, rendered.since).etag).toBe(page.etag);
  expect(rendered.keep(['v'], '/visit', '<p>Sedge</p>', ALWAYS, rendered.since).etag).not.toBe(page.etag);
});

test('only what is named is taken out, in every language, and counted', () => {
  const rendered = new RenderedPages(1_000_000);
  for (const [of, address] of [
    ['a', '/a'],
    ['b', '/b'],
    ['b', '/fr/b'],
    ['c', '/c'],
  ] as const)
    rendered.keep([of], address, address, ALWAYS, rendered.since);
  rendered.renew(['b', 'never']);
  expect(['/a', '/b', '/fr/b', '/c'].map((address) => rendered.find(address, 0) !== undefined)).toEqual([
    true,
    false,
    false,
    true,
  ]);
  expect([rendered.renewed, rendered.rendered]).toEqual([2, 4]);
  rendered.renewAll();
  expect(rendered.find('/a', 0)).toBeUndefined();
  expect(rendered.renewed).toBe(4);
});

test('memory is bounded by bytes: what nobody asked for the longest makes room, and is forgotten whole', async () => {
  const rendered = new RenderedPages(100_000);
  const words = (i: number) => randomBytes(5000).toString('hex') + i;
  for (let i = 0; i < 4; i += 1) {
    rendered.keep([`${i}`], `/${i}`, words(i), ALWAYS, rendered.since);
    await packedAt(rendered, `/${i}`);
    rendered.find('/0', 0);
  }
  // Each takes about 10 KB plain, and as much again packed in two ways.
  expect(rendered.size).toBeGreaterThan(3);
  for (let i = 4; i < 12; i += 1) {
    rendered.keep([`${i}`], `/${i}`, words(i), ALWAYS, rendered.since);
    await packedAt(rendered, `/${i}`);
    rendered.find('/0', 0);
  }
  expect(rendered.size).toBeLessThan(7);
  expect(rendered.find('/0', 0)).toBeDefined();
  expect(rendered.find('/11', 0)).toBeDefined();
  expect(rendered.find('/4', 0)).toBeUndefined();
  rendered.renew(['4', '5']);
  expect(rendered.renewed).toBe(0);
  rendered.keep(['huge'], '/huge', 'x'.repeat(200_000), ALWAYS, rendered.since);
  expect(rendered.find('/huge', 0)).toBeUndefined();
});

test('whoever asks while a page is drawn waits for that drawing, unless something changed since it began', async () => {
  const rendered = new RenderedPages(1_000_000);
  let drawings = 0;
  const draw = async () => {
    drawings += 1;
    const mine = drawings;
    await passes(20);
    return mine;
  };
  const ask = () => rendered.once('/visit', draw);
  expect(await Promise.all(Array.from({ length: 50 }, ask))).toEqual(Array.from({ length: 50 }, () => 1));
  const before = ask();
  rendered.renew(['anything']);
  const after = [ask(), ask()];
  expect([await before, ...(await Promise.all(after))]).toEqual([2, 3, 3]);
  const failing = () => rendered.once('/visit', () => Promise.reject(new Error('no')));
  await expect(failing()).rejects.toThrow('no');
  expect(await ask()).toBe(4);
});

test('what was taken out is told to be drawn again, the most asked first, unless somebody asked meanwhile', async () => {
  const rendered = new RenderedPages(1_000_000);
  const next = async (times: number) => {
    const told: string[] = [];
    for (let i = 0; i < times; i += 1) await rendered.drawNext(async (address) => void told.push(address));
    return told;
  };
  const keep = (id: string) => rendered.keep([id], `/${id}`, id, ALWAYS, rendered.since);
  for (const id of ['a', 'b', 'c', 'd', 'e']) keep(id);
  for (const [id, times] of [
    ['a', 2],
    ['b', 9],
    ['c', 5],
    ['e', 7],
  ] as const)
    for (let i = 0; i < times; i += 1) rendered.find(`/${id}`, 0);
  rendered.renew(['a', 'b', 'c', 'd']);
  keep('c');
  // Nobody asked for d, somebody else drew c, and e was not taken out.
  expect(await next(3)).toEqual(['/b', '/a']);
  rendered.renewAll();
  expect(await next(2)).toEqual(['/e', '/c']);
  expect(rendered.waits).toBe(0);
});

test('a page that was drawn from what changed meanwhile goes out, is not kept, and is drawn again; what changed elsewhere is nothing to it', async () => {
  const rendered = new RenderedPages(1_000_000);
  const keep = (since: number) => rendered.keep(['v', 'kind'], '/visit', 'words', ALWAYS, since);
  const many = Array.from({ length: 6000 }, (_, i) => `${i}`);
  for (const [change, kept] of [
    [() => rendered.renew(['v']), false],
    [() => rendered.renew(['kind', 'another']), false],
    [() => rendered.renew(['another']), true],
    [() => rendered.renewAll(), false],
    // More than are told apart: then nothing that was begun before is trusted.
    [() => rendered.renew(['v', ...many]), false],
    [() => undefined, true],
  ] as const) {
    keep(rendered.since);
    rendered.find('/visit', 0);
    rendered.renew(['v']);
    await rendered.drawNext(async () => {
      const begun = rendered.since;
      change();
      expect(keep(begun).html.toString()).toBe('words');
    });
    expect([rendered.find('/visit', 0) !== undefined, rendered.waits]).toEqual([kept, kept ? 0 : 1]);
  }
});
