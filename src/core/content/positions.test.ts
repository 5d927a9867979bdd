import fc from 'fast-check';
import { positionAgain, positionBehind, positionsBehind } from './positions';

/** A row of things as moving about and coming back leaves it: some share a position. */
const rows = fc.array(fc.record({ at: fc.nat(), again: fc.boolean() }), { maxLength: 40 }).map((steps) =>
  steps.reduce<{ position: string }[]>((row, { at, again }) => {
    const index = row.length === 0 ? -1 : (at % (row.length + 1)) - 1;
    const same = row[index]?.position;
    const position = again && same !== undefined ? same : positionBehind(row, index);
    return [...row, { position }].sort((a, b) => (a.position < b.position ? -1 : 1));
  }, []),
);

test('Whatever shares a position, new ones stand in order behind the one asked for and before what is truly later', () => {
  fc.assert(
    fc.property(rows, fc.nat(), fc.integer({ min: 1, max: 5 }), (row, n, many) => {
      const at = (n % (row.length + 1)) - 1;
      const made = positionsBehind(row, at, many);
      const before = row[at]?.position ?? '';
      const later = row.slice(at + 1).find(({ position }) => position > before)?.position;
      const all = [...(at < 0 ? [] : [before]), ...made, ...(later === undefined ? [] : [later])];
      expect(all).toEqual([...new Set(all)].sort((a, b) => (a < b ? -1 : 1)));
      expect(made).toHaveLength(many);
    }),
  );
});

test('What comes back takes its own position, or one that nothing else has', () => {
  fc.assert(
    fc.property(rows, fc.nat(), (row, n) => {
      const position = row[n % Math.max(1, row.length)]?.position ?? 'a0';
      const others = row.filter((_, i) => i !== n % Math.max(1, row.length));
      const again = positionAgain(others, position);
      expect(others.map((each) => each.position)).not.toContain(again);
      if (!others.some((each) => each.position === position)) expect(again).toBe(position);
    }),
  );
});
