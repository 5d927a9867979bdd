import fc from 'fast-check';
import { mostWide, TWELVE, withWidth } from './rows-edit';

const widths = (cells: readonly { width: number }[]) => cells.map(({ width }) => width);
const row = fc
  .array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 6 })
  .filter((all) => all.reduce((sum, width) => sum + width, 0) <= TWELVE)
  .map((all) => all.map((width) => ({ width, holds: [] })));

test('a divider moves both neighbours, the last edge what is free, and nothing else', () => {
  const cells = [4, 4, 4].map((width) => ({ width, holds: [] }));
  expect(widths(withWidth(cells, 0, 6))).toEqual([6, 2, 4]);
  expect(widths(withWidth(cells, 1, 1))).toEqual([4, 1, 7]);
  expect(widths(withWidth(cells, 0, 12))).toEqual([7, 1, 4]);
  expect(widths(withWidth(cells.slice(0, 2), 1, 12))).toEqual([4, 8]);
  fc.assert(
    fc.property(row, fc.nat(5), fc.integer({ min: -3, max: 20 }), (all, at, wanted) => {
      const next = withWidth(all, at, wanted);
      const sum = widths(next).reduce((total, width) => total + width, 0);
      expect(next).toHaveLength(all.length);
      expect(sum).toBeLessThanOrEqual(TWELVE);
      expect(Math.min(...widths(next))).toBeGreaterThanOrEqual(1);
      if (at < all.length - 1) expect(sum).toBe(widths(all).reduce((total, width) => total + width, 0));
      if (all[at]) expect(next[at]?.width).toBe(Math.max(1, Math.min(mostWide(all, at), wanted)));
    }),
  );
});
