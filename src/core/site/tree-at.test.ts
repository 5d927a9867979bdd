import fc from 'fast-check';
import type { Id } from '../ids';
import { placesAt, type PlaceChange, type PlannedPlace, type TreePlace } from './tree-at';

const pages = ['a', 'b', 'c', 'd', 'e'];

/** One thing done to the tree: a page made, moved, or laid in the bin and taken out again. */
const deed = fc.record({
  does: fc.constantFrom('make', 'move', 'bin'),
  page: fc.constantFrom(...pages),
  parent: fc.option(fc.constantFrom(...pages)),
  position: fc.integer({ min: 0, max: 99 }).map(String),
  later: fc.integer({ min: 0, max: 3 }),
});

test('whatever was done, the tree of each moment is as it was then', () => {
  fc.assert(
    fc.property(fc.array(deed, { maxLength: 30 }), (deeds) => {
      const places = new Map<Id, TreePlace>();
      const changes: PlaceChange[] = [];
      const seen = new Map<number, Map<Id, TreePlace>>([[0, new Map()]]);
      let now = 1;
      for (const { does, page, parent, position, later } of deeds) {
        now += later;
        const before = places.get(page) ?? null;
        if ((before === null) !== (does === 'make')) continue;
        const next = before ?? { site: 1, parent, position, slug: page, binned: false };
        places.set(
          page,
          does === 'bin'
            ? { ...next, binned: !next.binned }
            : { ...next, parent, position, slug: page + position },
        );
        changes.push({ page, at: now, before });
        seen.set(now, new Map(places));
      }
      for (const [at, then] of seen) expect(placesAt(places, { changes, planned: [] }, at)).toEqual(then);
    }),
  );
});

test('what is planned is done until the moment that is asked for, and no further', () => {
  const at = (parent: Id | null, position: string, slug: string): TreePlace => ({
    site: 1,
    parent,
    position,
    slug,
    binned: false,
  });
  const now = new Map([
    ['top', at(null, 'a', '')],
    ['visit', at('top', 'a', 'visit')],
    ['walks', at('top', 'b', 'walks')],
    ['tides', at('walks', 'a', 'tides')],
    ['gone', { ...at('top', 'c', 'gone'), binned: true }],
    ['under-gone', at('gone', 'a', 'x')],
  ]);
  const planned: PlannedPlace[] = [
    { page: 'tides', starts: 20, parent: 'top', position: '0', slug: 'tide-table' },
    { page: 'walks', starts: 10, parent: 'visit', position: 'a', slug: 'walks' },
    // It is not there any more.
    { page: 'lost', starts: 10, parent: 'visit', position: 'a', slug: 'lost' },
  ];
  const then = (moment: number) => placesAt(now, { changes: [], planned }, moment);
  expect(then(9)).toEqual(now);
  expect(then(10).get('walks')?.parent).toBe('visit');
  expect(then(10).get('tides')).toEqual(now.get('tides'));
  expect(then(20).get('tides')).toEqual(at('top', '0', 'tide-table'));
  expect(then(20).size).toBe(now.size);
});
