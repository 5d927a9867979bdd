import fc from 'fast-check';
import { GAP, numbersAround } from '../../site/numbered';
import { PER_PAGE, perPageOf, resultPages, resultWindow, shownInAll } from './result-pages';

const rule = fc
  .record({
    limit: fc.oneof(fc.integer({ min: 1, max: 1000 }), fc.constant('all' as const)),
    perPage: fc.option(fc.integer({ min: 1, max: 200 }), { nil: undefined }),
    skip: fc.constantFrom(0, 0, 1, 40),
  })
  .map(({ limit, perPage, skip }) => ({ limit, skip, ...(perPage === undefined ? {} : { perPage }) }));

test('every item that is shown stands on exactly one page of results, and none past the limit', () => {
  fc.assert(
    fc.property(rule, fc.nat(3000), (asked, matching) => {
      const matched = Array.from({ length: matching }, (_, i) => i);
      const pages = Array.from({ length: resultPages(asked, matching) }, (_, i) =>
        resultWindow(asked, i + 1),
      );
      const shown = pages.flatMap(({ offset, count }) => matched.slice(offset, offset + count));
      expect(shown).toEqual(matched.slice(asked.skip, asked.skip + shownInAll(asked, matching)));
      // No page but the only one is empty.
      if (pages.length > 1)
        for (const { offset, count } of pages) expect(Math.min(count, matching - offset)).toBeGreaterThan(0);
      expect(
        resultWindow(asked, pages.length + 1).count === 0 ||
          resultWindow(asked, pages.length + 1).offset >= matching,
      ).toBe(true);
    }),
  );
});

test('all of them are shown in pages of the usual size where nothing else is said', () => {
  expect([
    perPageOf({ limit: 'all' }),
    perPageOf({ limit: 7 }),
    perPageOf({ limit: 'all', perPage: 5 }),
  ]).toEqual([PER_PAGE, 7, 5]);
  expect([
    resultPages({ limit: 'all' }, 0),
    resultPages({ limit: 'all' }, PER_PAGE),
    resultPages({ limit: 'all' }, PER_PAGE + 1),
    resultPages({ limit: 7 }, 900),
  ]).toEqual([1, 1, 2, 1]);
});

test('of many pages the first, the last and those near are named', () => {
  expect(numbersAround(1, 1)).toEqual([1]);
  expect(numbersAround(2, 4)).toEqual([1, 2, 3, 4]);
  expect(numbersAround(6, 12)).toEqual([1, GAP, 5, 6, 7, GAP, 12]);
  // A gap of one is no gap: its number is as short.
  expect(numbersAround(4, 12)).toEqual([1, 2, 3, 4, 5, GAP, 12]);
  fc.assert(
    fc.property(
      fc
        .integer({ min: 1, max: 400 })
        .chain((last) => fc.tuple(fc.integer({ min: 1, max: last }), fc.constant(last))),
      ([here, last]) => {
        const named = numbersAround(here, last);
        expect([named[0], named.at(-1), named.includes(here), named.length <= 9]).toEqual([
          1,
          last,
          true,
          true,
        ]);
      },
    ),
  );
});
