import fc from 'fast-check';
import { cacheGroups } from './cache-groups';
import { etagAs, etagsOf, pageHeaders } from './page-headers';
import { SharedCaches } from './shared-caches';
import { matchingEtag } from './unchanged';

const HOUR = 3_600_000;

test('a page is never kept past the moment until which it is true, fresh or stale', () => {
  const seconds = fc.nat(200_000);
  fc.assert(
    fc.property(
      seconds,
      seconds,
      fc.integer({ min: -HOUR, max: 60 * HOUR }),
      (sharedSeconds, staleSeconds, left) => {
        const now = 1_800_000_000_000;
        const told = pageHeaders(
          { ids: ['a'], validUntil: now + left },
          { sharedSeconds, staleSeconds },
          now,
        );
        const said = (name: string): number =>
          Number(new RegExp(`(?:^|[ ,])${name}=(\\d+)`).exec(told['Cache-Control'] ?? '')?.[1] ?? 0);
        expect((said('s-maxage') + said('stale-while-revalidate')) * 1000).toBeLessThanOrEqual(
          Math.max(0, left),
        );
        expect(said('s-maxage')).toBeLessThanOrEqual(sharedSeconds);
        expect(said('max-age')).toBe(0);
        // Without a shared cache, or where nothing is left, everyone asks again each time.
        if (sharedSeconds === 0 || left < 1000) expect(told['Cache-Control']).toBe('no-cache');
        else expect(told['Cache-Groups']).toBe('"a", "all"');
      },
    ),
  );
});

test('what is packed in one way has an ETag of its own, and each of them is known again', () => {
  const page = { etag: '"abc"' };
  expect([etagAs(page, undefined), etagAs(page, 'br'), etagAs(page, 'gzip')]).toEqual([
    '"abc"',
    '"abc-br"',
    '"abc-gzip"',
  ]);
  for (const etag of etagsOf(page))
    for (const has of [etag, `W/${etag}`, `"x",${etag} , W/"y"`])
      expect([has, matchingEtag(has, etagsOf(page))]).toEqual([has, etag]);
  expect(matchingEtag('*', etagsOf(page))).toBe('"abc"');
  expect(matchingEtag('"abcd", abc', etagsOf(page))).toBeUndefined();
  expect(matchingEtag(undefined, etagsOf(page))).toBeUndefined();
});

test('the names of groups are short enough for every cache', () => {
  fc.assert(
    fc.property(fc.array(fc.uuid(), { minLength: 1, maxLength: 5 }), (ids) => {
      const names = [...cacheGroups(ids).matchAll(/"([^"]*)"/g)].map(([, name = '']) => name);
      expect(names.every((name) => name.length <= 32)).toBe(true);
      expect(new Set(names).size).toBe(new Set(ids).size);
    }),
  );
});

test('a cache that does not answer is told again, until it is told or it is enough; nothing is told twice', async () => {
  const told: string[] = [];
  let failures = 2;
  const tell = (_address: string, groups: string): Promise<void> => {
    if (failures > 0) {
      failures -= 1;
      return Promise.reject(new Error('not there'));
    }
    told.push(groups);
    return Promise.resolve();
  };
  const caches = new SharedCaches(['http://cache.example/'], tell, [1, 1]);
  caches.drop(['a']);
  // What comes meanwhile goes with the next call, each thing once.
  caches.drop(['b', 'c']);
  caches.drop(['c']);
  await caches.settled();
  expect(told).toEqual(['"a"', '"b", "c"']);
  failures = 3;
  caches.drop(['d']);
  await caches.settled();
  expect(told).toHaveLength(2);
  caches.drop(Array.from({ length: 300 }, (_, i) => String(i)));
  caches.drop([]);
  await caches.settled();
  expect(told.slice(2)).toEqual(['"all"']);
});
