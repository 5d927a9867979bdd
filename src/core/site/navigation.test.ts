import fc from 'fast-check';
import {
  inNavigationOrder,
  navigationBounds,
  navigationItems,
  navigationOrders,
  navigationStarts,
  parseNavigation,
  usualRule,
  type NavigationItem,
} from './navigation';

const rule = fc.record({
  from: fc.constantFrom(...navigationStarts),
  depth: fc.integer({ min: 1, max: navigationBounds.depth }),
  order: fc.constantFrom(...navigationOrders),
});

describe('the rule of a navigation', () => {
  test('is read as it was written, and what is left out is as usual', () => {
    fc.assert(
      fc.property(rule, fc.subarray(['from', 'depth', 'order'] as const), (whole, kept) => {
        const given = Object.fromEntries(kept.map((key) => [key, whole[key]]));
        expect(parseNavigation(given, '')).toEqual({ rule: { ...usualRule, ...given }, faults: [] });
      }),
    );
  });
  test.each([
    [{ from: 'below' }, '/navigation/from'],
    [{ depth: navigationBounds.depth + 1 }, '/navigation/depth'],
    [{ depth: 1.5 }, '/navigation/depth'],
    [{ order: 'size' }, '/navigation/order'],
    [{ types: [] }, '/navigation/types'],
    ['top', '/navigation'],
  ])('%j is refused at %s', (given, path) => {
    expect(parseNavigation(given, '/navigation').faults.map((fault) => fault.path)).toEqual([path]);
  });
});

/** A tree of pages: each stands below one that comes before it. `heads` are headings. */
const trees = fc
  .array(fc.tuple(fc.nat(), fc.boolean()), { maxLength: 40 })
  .map((pages) => pages.map(([above, head], i) => ({ record: i + 1, parent: above % (i + 1), head })));
const flat = (items: readonly NavigationItem[], depth = 1): { item: NavigationItem; depth: number }[] =>
  items.flatMap((item) => [{ item, depth }, ...flat(item.items, depth + 1)]);

test('A navigation shows every page down to its depth once, and headings only over something', () => {
  fc.assert(
    fc.property(trees, fc.integer({ min: 1, max: navigationBounds.depth }), (pages, depth) => {
      const below = new Map<number, typeof pages>();
      for (const page of pages) below.set(page.parent, [...(below.get(page.parent) ?? []), page]);
      const items = flat(
        navigationItems(below, 0, depth, ({ record, head }) => ({
          label: String(record),
          ...(head ? {} : { address: `/${record}` }),
        })),
      );
      const stepsOf = (record: number): number =>
        record === 0 ? 0 : 1 + stepsOf(pages[record - 1]?.parent ?? 0);
      const leading = items.flatMap(({ item }) => (item.address === undefined ? [] : [item.label]));
      expect(leading.sort()).toEqual(
        pages
          .filter(({ record, head }) => !head && stepsOf(record) <= depth)
          .map(({ record }) => String(record))
          .sort(),
      );
      for (const { item, depth: at } of items) {
        expect(at).toBe(stepsOf(Number(item.label)));
        if (item.address === undefined) expect(item.items).not.toEqual([]);
      }
    }),
  );
});

test('An order keeps every page, and what it says', () => {
  const pages = fc.array(fc.record({ title: fc.string(), publishedAt: fc.nat() }));
  fc.assert(
    fc.property(pages, (all) => {
      const collator = new Intl.Collator('en');
      for (const order of navigationOrders) {
        const ordered = inNavigationOrder(all, order, 'en');
        expect(new Set(ordered)).toEqual(new Set(all));
        const stands = (a: (typeof all)[number], b: (typeof all)[number]) =>
          order === 'date'
            ? a.publishedAt >= b.publishedAt
            : order === 'title'
              ? collator.compare(a.title, b.title) <= 0
              : all.indexOf(a) < all.indexOf(b);
        ordered.slice(1).forEach((page, i) => expect(stands(ordered[i] ?? page, page)).toBe(true));
      }
    }),
  );
});
