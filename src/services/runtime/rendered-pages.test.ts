import { gunzipSync } from 'node:zlib';
import { RenderedPages } from './rendered-pages';

const ALWAYS = Number.MAX_SAFE_INTEGER;

test('a page is kept as it goes out: plain, packed, and with a mark that changes with its words', () => {
  const rendered = new RenderedPages();
  const page = rendered.keep(['v'], '/visit', '<p>Reed</p>', ALWAYS, rendered.since);
  expect(page.html.toString()).toBe('<p>Reed</p>');
  expect(gunzipSync(page.gzip).toString()).toBe('<p>Reed</p>');
  expect(rendered.find('/visit', 0)).toBe(page);
  expect(rendered.keep(['v'], '/visit', '<p>Reed</p>', ALWAYS, rendered.since).etag).toBe(page.etag);
  expect(rendered.keep(['v'], '/visit', '<p>Sedge</p>', ALWAYS, rendered.since).etag).not.toBe(page.etag);
});

test('only what is named is taken out, in every language, and counted', () => {
  const rendered = new RenderedPages();
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

test('memory is bounded: the oldest page makes room', () => {
  const rendered = new RenderedPages();
  for (let i = 0; i <= 20_000; i += 1) rendered.keep([String(i)], `/${i}`, '', ALWAYS, rendered.since);
  expect(rendered.find('/0', 0)).toBeUndefined();
  expect(rendered.find('/1', 0)).toBeDefined();
  expect(rendered.find('/20000', 0)).toBeDefined();
});

test('a page that was drawn from what changed meanwhile goes out, and is not kept', () => {
  const rendered = new RenderedPages();
  for (const change of [
    () => rendered.renew(['v']),
    () => rendered.renew(['another']),
    () => rendered.renewAll(),
  ]) {
    const { since } = rendered;
    change();
    expect(rendered.keep(['v'], '/visit', 'old words', ALWAYS, since).html.toString()).toBe('old words');
    expect(rendered.find('/visit', 0)).toBeUndefined();
  }
  rendered.keep(['v'], '/visit', 'new words', ALWAYS, rendered.since);
  expect(rendered.find('/visit', 0)).toBeDefined();
});
