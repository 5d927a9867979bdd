import fc from 'fast-check';
import type { JsonObject } from '../../json';
import { compareVersions } from './compare-versions';
import { unmoved } from './placed-blocks';
import { takeBack } from './take-back';

/** Pages made of a few blocks that may stand anywhere, also inside one another, so that two of them share most. */
const ids = ['a', 'b', 'c', 'd', 'e', 'f'];
const page: fc.Arbitrary<JsonObject> = fc
  .record({
    placed: fc.shuffledSubarray(ids).chain((chosen) =>
      fc.tuple(
        ...chosen.map((id, i) =>
          fc.record({
            id: fc.constant(id),
            // In a slot of the page, or of a block that was placed before it.
            inside: fc.constantFrom(null, ...chosen.slice(0, i)),
            slot: fc.constantFrom('main', 'side'),
            heading: fc.constantFrom('', 'By boat', 'By train', 'Over the/~ bridge'),
            french: fc.constantFrom(undefined, 'En bateau'),
            variant: fc.constantFrom(undefined, 'quiet'),
          }),
        ),
      ),
    ),
    title: fc.constantFrom('Visit', 'Find us'),
    facts: fc.array(fc.constantFrom('Eggs', 'Flight', 'Song'), { maxLength: 3 }),
    limit: fc.constantFrom(undefined, 3, 5),
  })
  .map(({ placed, title, facts, limit }) => {
    const slotsOf = (inside: string | null): JsonObject => {
      const slots: JsonObject = { main: [], side: [] };
      for (const each of placed.filter((one) => one.inside === inside))
        (slots[each.slot] as JsonObject[]).push({
          id: each.id,
          type: 'text',
          values: { heading: each.heading },
          ...(each.french === undefined ? {} : { translations: { fr: { heading: each.french } } }),
          ...(each.variant === undefined ? {} : { variant: each.variant }),
          slots: slotsOf(each.id),
        });
      return slots;
    };
    return {
      values: { title, facts },
      slots: slotsOf(null),
      rule: limit === undefined ? {} : { limit },
    };
  });

test('taking back every difference, in whatever order, gives the earlier version', () => {
  fc.assert(
    fc.property(page, page, fc.infiniteStream(fc.nat(1000)), (earlier, later, order) => {
      let now = later;
      const most = 60;
      for (let n = 0; n < most; n += 1) {
        const differences = compareVersions(earlier, now);
        const chosen = differences[order.next().value % Math.max(1, differences.length)];
        if (!chosen) return;
        now = takeBack(earlier, now, chosen);
        // Whatever is taken back differs no more in this way.
        expect(compareVersions(earlier, now)).not.toContainEqual(chosen);
      }
      expect(compareVersions(earlier, now)).toEqual([]);
    }),
  );
});

test('a version does not differ from itself, and two differ as often from either side', () => {
  fc.assert(
    fc.property(page, page, (one, other) => {
      expect(compareVersions(one, one)).toEqual([]);
      const paths = (a: JsonObject, b: JsonObject) =>
        compareVersions(a, b).filter(({ change }) => change === 'changed').length;
      expect(paths(one, other)).toBe(paths(other, one));
    }),
  );
});

test('a block that moved is told once, and its changed words by their own place', () => {
  const block = (id: string, heading: string) => ({ id, type: 'text', values: { heading } });
  const earlier = { slots: { main: [block('a', 'By boat'), block('b', 'By train')], side: [] } };
  const later = { slots: { main: [block('b', 'By train')], side: [block('a', 'By ferry')] } };
  expect(compareVersions(earlier, later).map(({ path, change }) => [change, path])).toEqual([
    ['moved', '/slots/side/a'],
    ['changed', '/slots/side/a/values/heading'],
  ]);
});

test('what is left when things move past each other is the longest run in order', () => {
  expect([...unmoved(['a', 'b', 'c', 'd'], ['d', 'a', 'b', 'c'])].sort()).toEqual(['a', 'b', 'c']);
  expect([...unmoved(['a', 'b'], ['x', 'y'])]).toEqual([]);
});
