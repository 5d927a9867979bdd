import fc from 'fast-check';
import { compareFigures, coveredShare, shareShown, type Box } from './compare';

const box = (left: number, top: number, width: number, height: number): Box => ({ left, top, width, height });
const plain = { width: 600, height: 1800, sideways: 1, items: [], ink: [], cut: 0, pictures: [] };

test('an entry is in view where most of it is on the first screen, and what is not drawn is never seen', () => {
  const items = [box(0, 0, 600, 300), box(0, 300, 600, 400), box(0, 700, 600, 300), box(0, 0, 0, 0)];
  expect(compareFigures({ ...plain, items }, 600, 7)).toMatchObject({ inView: 2, unseen: 4, screens: 3 });
  // Beside the slot is out of view, and moving sideways is scrolling too.
  expect(
    compareFigures(
      { ...plain, height: 400, sideways: 2.5, items: [box(0, 0, 200, 300), box(560, 0, 200, 300)] },
      800,
      2,
    ),
  ).toMatchObject({ inView: 1, unseen: 0, screens: 2.5 });
});

test('a picture is cropped where more than a twentieth of it is not shown', () => {
  expect([shareShown(1.5, 1.5), shareShown(2, 1), shareShown(1, 2), shareShown(0, 1)]).toEqual([
    1, 0.5, 0.5, 1,
  ]);
  expect(compareFigures({ ...plain, pictures: [1, 0.96, 0.94, 0.5], cut: 3 }, 600, 0)).toMatchObject({
    cropped: 2,
    cut: 3,
  });
});

test('room is covered once, however boxes overlap, and never by more than there is', () => {
  expect(
    coveredShare([box(0, 0, 300, 600), box(0, 0, 300, 300), box(-900, -900, 950, 950)], 600, 600),
  ).toBeCloseTo(0.5, 1);
  const any = fc.record({
    left: fc.integer({ min: -50, max: 400 }),
    top: fc.integer({ min: -50, max: 400 }),
    width: fc.nat(500),
    height: fc.nat(500),
  });
  fc.assert(
    fc.property(fc.array(any, { maxLength: 12 }), any, (boxes, more) => {
      const share = coveredShare(boxes, 360, 360);
      expect(share).toBeGreaterThanOrEqual(0);
      expect(share).toBeLessThanOrEqual(1);
      expect(coveredShare([...boxes, more], 360, 360)).toBeGreaterThanOrEqual(share);
    }),
  );
});
