import fc from 'fast-check';
import { placeUnder, type Box, type SlotBox } from './place-under';

/** A slot with blocks of some heights below one another, and some room between them. */
const column = (heights: readonly number[], room: number): SlotBox => {
  let y = 0;
  const blocks = heights.map((height): Box => {
    const box = { left: 0, right: 100, top: y, bottom: y + height };
    y += height + room;
    return box;
  });
  return {
    of: undefined,
    slot: 'main',
    box: { left: 0, right: 100, top: 0, bottom: Math.max(30, y) },
    blocks,
    depth: 0,
  };
};

test('Whatever stands in a slot, what is aimed at stands between the blocks around the point', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 4, max: 400 }), { maxLength: 8 }),
      fc.integer({ min: 0, max: 40 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (heights, room, part) => {
        const slot = column(heights, room);
        const y = slot.box.bottom * part;
        const { place, line } = placeUnder([slot], 50, y)!;
        const middles = slot.blocks.map(({ top, bottom }) => (top + bottom) / 2);
        expect(place.at).toBe(middles.filter((middle) => middle <= y).length);
        for (const [i, middle] of middles.entries()) expect(line.y > middle).toBe(i < place.at);
      },
    ),
  );
});

test('The innermost slot counts; beside all of them is no place', () => {
  const outer = column([200], 0);
  const inner: SlotBox = {
    of: 'columns',
    slot: 'left',
    box: { left: 10, right: 50, top: 20, bottom: 180 },
    blocks: [],
    depth: 1,
  };
  expect(placeUnder([outer, inner], 30, 100)?.place).toEqual({ of: 'columns', slot: 'left', at: 0 });
  expect(placeUnder([outer, inner], 80, 150)?.place).toEqual({ of: undefined, slot: 'main', at: 1 });
  expect(placeUnder([outer, inner], 300, 100)).toBeUndefined();
});
