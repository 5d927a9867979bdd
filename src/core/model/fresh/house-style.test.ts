import fc from 'fast-check';
import {
  contrast,
  freshHouseStyle,
  hardToRead,
  laidOver,
  paletteParts,
  paletteWords,
  readings,
  veilFor,
  wordsOn,
} from './house-style';

const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);

describe('the contrast of two colours (WCAG 2.2)', () => {
  test.each([
    ['#000000', '#ffffff', 21],
    ['#ffffff', '#ffffff', 1],
    ['#777777', '#ffffff', 4.48],
    ['#767676', '#ffffff', 4.54],
  ])('of %s and %s is %p', (a, b, wanted) => {
    expect(contrast(a, b)).toBeCloseTo(wanted, 1);
  });
  test('is the same both ways, and never past 1 to 21', () => {
    fc.assert(
      fc.property(colour, colour, (a, b) => {
        expect(contrast(a, b)).toBe(contrast(b, a));
        expect(contrast(a, b)).toBeGreaterThanOrEqual(1);
        expect(contrast(a, b)).toBeLessThanOrEqual(21.01);
      }),
    );
  });
});

describe('words over what may be anything', () => {
  const { palette } = freshHouseStyle();
  test('on any colour are ink or paper, whichever is read better, and always read', () => {
    fc.assert(
      fc.property(colour, (ground) => {
        const words = wordsOn(ground, palette);
        const other = words === palette.ink ? palette.paper : palette.ink;
        expect(contrast(words, ground)).toBeGreaterThanOrEqual(contrast(other, ground));
        expect(contrast(words, ground)).toBeGreaterThanOrEqual(3.6);
      }),
    );
  });
  test('on a veil over any picture have a contrast of 4.5, if they have it on the veil alone', () => {
    fc.assert(
      fc.property(colour, colour, colour, (words, veil, picture) => {
        const share = veilFor(words, veil);
        // Mixing is rounded to whole steps of a channel.
        const least = share < 1 ? 4.3 : Math.min(4.3, contrast(words, veil));
        expect(contrast(words, laidOver(veil, share, picture))).toBeGreaterThanOrEqual(least);
      }),
    );
    expect(veilFor(palette.ink, palette.paper)).toBeLessThan(0.7);
    expect(veilFor('#777777', '#777777')).toBe(1);
  });
});

describe('a house style', () => {
  test('begins with colours that can be read, by light and in the dark', () => {
    const { palette, dark } = freshHouseStyle();
    expect([hardToRead(palette), hardToRead(dark)]).toEqual([[], []]);
  });
  test('tells the pairs that are too close, with what they have and need', () => {
    const { palette } = freshHouseStyle();
    expect(hardToRead({ ...palette, soft: '#c8c8c8' })).toEqual(
      expect.arrayContaining([expect.objectContaining({ word: 'soft', on: 'paper', least: 4.5 })]),
    );
  });
  test('has words for every colour, and asks of none that there is not', () => {
    expect(Object.keys(paletteWords).sort()).toEqual([...paletteParts].sort());
    expect(readings.flatMap(({ word, on }) => [word, on]).every((part) => paletteParts.includes(part))).toBe(
      true,
    );
  });
});
