import fc from 'fast-check';
import { movedDivider, parseWidths, rowsWith, widthsOf } from './block-rows';

const rows = fc
  .array(fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 3 }), { maxLength: 3 })
  .map((all) => all.map((cells) => ({ cells: cells.map((width) => ({ width, holds: [] })) })));

test('A divider that is moved takes from one cell what it gives the next, keeps each at one at least, and the others as they are', () => {
  fc.assert(
    fc.property(rows, fc.nat(3), fc.nat(3), fc.integer({ min: -20, max: 20 }), (all, row, cell, by) => {
      const before = widthsOf(all);
      const after = movedDivider(before, row, cell, by);
      const sums = (widths: number[][]) => widths.map((cells) => cells.reduce((a, b) => a + b, 0));
      expect(sums(after)).toEqual(sums(before));
      expect(after.flat().every((width) => width >= 1)).toBe(true);
      expect(widthsOf(rowsWith(all, after))).toEqual(after);
      after.forEach((cells, r) =>
        cells.forEach((width, c) => {
          if (r !== row || (c !== cell && c !== cell + 1)) expect(width).toBe(before[r]?.[c]);
        }),
      );
      // And back again, where it did not run into an end.
      const went = (after[row]?.[cell] ?? 0) - (before[row]?.[cell] ?? 0);
      expect(movedDivider(after, row, cell, -went)).toEqual(before);
      expect(parseWidths(after)).toEqual(after.every((cells) => cells.length > 0) ? after : undefined);
    }),
  );
});

test('What is no widths, or is of another face, changes nothing', () => {
  for (const given of [null, 'x', [[0, 12]], [[1.5]], [[]], [[6, 7]], [['6']], [6], Array(61).fill([1])])
    expect(parseWidths(given)).toBeUndefined();
  const all = [
    {
      cells: [
        { width: 6, holds: [] },
        { width: 6, holds: [] },
      ],
    },
  ];
  for (const widths of [[[6, 3, 3]], [[6]], [], [[4, 8], [12]]]) expect(rowsWith(all, widths)).toEqual(all);
});
