import fc from 'fast-check';
import type { Pin } from './listing-rule';
import { matches } from './matches';
import { allIn, othersIn, pinnedWindow, pinPlaces } from './pins';

const pin = fc.record({ place: fc.option(fc.integer({ min: 1, max: 12 }), { nil: undefined }) });
const pinsOf = (places: readonly { place: number | undefined }[]): Pin[] =>
  places.map(({ place }, i) => ({ entry: `p${i}`, ...(place === undefined ? {} : { place }) }));

/** The whole list, built the plain way. */
function whole(pins: readonly Pin[], others: number): string[] {
  const places = pinPlaces(pins, others);
  let next = 0;
  return Array.from({ length: pins.length + others }, (_, k) => {
    const at = places.indexOf(k);
    return at >= 0 ? (pins[at]?.entry ?? '') : `o${next++}`;
  });
}

test('every pinned entry stands once, the others keep their order around them, and any part of the list is what the whole has there', () => {
  fc.assert(
    fc.property(
      fc.array(pin, { maxLength: 6 }).map(pinsOf),
      fc.nat(20),
      fc.nat(25),
      fc.integer({ min: 1, max: 10 }),
      (pins, others, offset, count) => {
        const list = whole(pins, others);
        expect(list.filter((each) => each.startsWith('o'))).toEqual(
          Array.from({ length: others }, (_, i) => `o${i}`),
        );
        expect(list.filter((each) => each.startsWith('p')).sort()).toEqual(
          pins.map(({ entry }) => entry).sort(),
        );
        const window = pinnedWindow(pinPlaces(pins, others), others, offset, count);
        const part = Array.from({ length: window.count }, (_, i) => `o${window.offset + i}`);
        for (const { at, pin: which } of window.pins) part.splice(at, 0, pins[which]?.entry ?? '');
        expect(part).toEqual(list.slice(offset, offset + count));
      },
    ),
  );
});

test('a place is kept where it is free; those without one stand first in their order', () => {
  expect(
    whole([{ entry: 'third', place: 3 }, { entry: 'a' }, { entry: 'b' }, { entry: 'late', place: 40 }], 2),
  ).toEqual(['a', 'b', 'third', 'o0', 'o1', 'late']);
  expect(
    whole(
      [
        { entry: 'x', place: 2 },
        { entry: 'y', place: 2 },
      ],
      2,
    ),
  ).toEqual(['o0', 'x', 'y', 'o1']);
});

test('a pinned entry is shown whatever the conditions say, one left out never', () => {
  const rule = {
    where: { field: 'size', is: 'moreThan' as const, value: 5 },
    pins: [{ entry: 'small' }, { entry: 'gone' }],
    leaveOut: ['gone', 'big'],
  };
  const shown = (id: string, size: number) =>
    [allIn(rule), othersIn(rule)].map((condition) =>
      matches(condition, { size }, '2026-11-25', undefined, { id }),
    );
  expect([shown('small', 1), shown('other', 9), shown('big', 9), shown('gone', 1)]).toEqual([
    [true, false],
    [true, true],
    [false, false],
    [false, false],
  ]);
});
