import { arrangements } from '../core/mapping/arrangement/arrangement';
import { sizesOf, widthOfItem } from './picture-sizes';

test('a picture is told to be as wide as the column it stands in', () => {
  const at = (columns: number | undefined, wide: number) =>
    widthOfItem({ arrangement: 'cards', setOut: columns === undefined ? {} : { columns } }, wide, 0);
  expect([at(3, 1120), at(4, 1120), at(6, 1120), at(3, 747), at(undefined, 300)]).toEqual([
    1120 / 3,
    280,
    280,
    747 / 2,
    300,
  ]);
  const lead = { arrangement: 'lead' as const, setOut: {} };
  expect(widthOfItem(lead, 1000, 0)).toBeGreaterThan(5 * widthOfItem(lead, 1000, 1));
  expect(sizesOf(373.3)).toBe('(max-width: 700px) 100vw, 374px');
});

test.each(arrangements)('no picture in %s is told to be wider than what it stands in', (arrangement) => {
  for (const wide of [320, 640, 1120])
    for (const density of ['airy', 'usual', 'dense'] as const)
      for (const columns of [1, 3, 6]) {
        const width = widthOfItem({ arrangement, setOut: { density, columns } }, wide, 0);
        expect(width).toBeGreaterThan(0);
        expect(width).toBeLessThanOrEqual(Math.max(wide, 340));
      }
});
