import fc from 'fast-check';
import { asItCame, parseEdit, seenPart, sizeSeen, writeEdit, type PictureEdit } from './picture-edit';

const share = fc.integer({ min: 0, max: 900 }).map((n) => n / 1000);
const edit: fc.Arbitrary<PictureEdit> = fc.record({
  turn: fc.constantFrom(0, 90, 180, 270),
  straighten: fc.integer({ min: -150, max: 150 }).map((n) => n / 10),
  cut: fc.option(
    fc.tuple(share, share, share, share).map(([x, y, w, h]) => ({
      x,
      y,
      width: Math.max(0.02, Math.round(w * (1 - x) * 1000) / 1000),
      height: Math.max(0.02, Math.round(h * (1 - y) * 1000) / 1000),
    })),
    { nil: undefined },
  ),
});
const side = fc.integer({ min: 20, max: 6000 });

test('a recipe is read as it was written', () => {
  fc.assert(fc.property(edit, (each) => expect(parseEdit(writeEdit(each))).toEqual(each)));
  expect(writeEdit(asItCame)).toBe('');
});

test('whatever part is chosen can be written', () => {
  const part = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(part, part, (x, y) => {
      const cut = { x: x * 0.9, y: y * 0.9, width: 1 - x * 0.9, height: 1 - y * 0.9 };
      expect(parseEdit(writeEdit({ ...asItCame, cut }))).toBeDefined();
    }),
  );
});

test.each(['t45', 's16', 'c0,0,1', 'c0.5,0,0.6,1', 'c0,0,0.001,1', 's2t90', 'x', 't90 ', 'c0,0,1,1;'])(
  '“%s” is no recipe',
  (text) => expect(parseEdit(text)).toBeUndefined(),
);

test('what is seen lies within the picture, and no corner of it is empty', () => {
  fc.assert(
    fc.property(edit, side, side, (each, width, height) => {
      const box = seenPart(each, width, height);
      const [w, h] = each.turn % 180 === 0 ? [width, height] : [height, width];
      const angle = (each.straighten * Math.PI) / 180;
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const [outerWidth, outerHeight] = [w * cos + h * Math.abs(sin), w * Math.abs(sin) + h * cos];
      for (const x of [box.left, box.left + box.width])
        for (const y of [box.top, box.top + box.height]) {
          // Turned back around the middle, each corner lies in the picture that was there before.
          const [dx, dy] = [x - outerWidth / 2, y - outerHeight / 2];
          expect(Math.abs(dx * cos + dy * sin)).toBeLessThanOrEqual(w / 2 + 2);
          expect(Math.abs(dy * cos - dx * sin)).toBeLessThanOrEqual(h / 2 + 2);
        }
    }),
  );
});

test('turned twice by a quarter it is as large as before; straightened it keeps its shape', () => {
  expect(sizeSeen({ ...asItCame, turn: 90 }, 300, 200)).toEqual({ width: 200, height: 300 });
  expect(sizeSeen({ ...asItCame, turn: 180 }, 300, 200)).toEqual({ width: 300, height: 200 });
  const { width, height } = sizeSeen({ ...asItCame, straighten: 5 }, 3000, 2000);
  expect(width / height).toBeCloseTo(1.5, 2);
  expect(width).toBeLessThan(3000);
});
