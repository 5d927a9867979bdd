import fc from 'fast-check';
import type { FaceContent } from '../mapping/face';
import { partKeys } from '../mapping/parts';
import { inSmall, parseTeaser, teaserBounds, teaserFace, teaserParts } from './teaser';

const rule = fc.record(
  {
    without: fc.subarray([...teaserParts]),
    shorten: fc.integer({ min: teaserBounds.least, max: teaserBounds.most }),
  },
  { requiredKeys: ['without'] },
);
const words = fc.lorem({ maxCount: 60, mode: 'words' });
const faces = fc
  .dictionary(fc.constantFrom(...partKeys), fc.array(words, { minLength: 1, maxLength: 3 }))
  .map((parts): FaceContent =>
    Object.fromEntries(
      Object.entries(parts).map(([part, all]) => [part, all.map((each) => ({ words: each, step: 0 }))]),
    ),
  );

test('What a teaser shows is read as it was written, and anything else is told at its place', () => {
  fc.assert(
    fc.property(rule, (given) => {
      expect(parseTeaser({ ...given }, '')).toEqual({ rule: given, faults: [] });
    }),
  );
  const at = (given: Parameters<typeof parseTeaser>[0]) =>
    parseTeaser(given, '/teaser').faults.map(({ path }) => path);
  expect(at({ without: ['heading'] })).toEqual(['/teaser/without']);
  expect(at({ without: ['text', 'text'] })).toEqual(['/teaser/without']);
  expect(at({ shorten: teaserBounds.least - 1 })).toEqual(['/teaser/shorten']);
  expect(at({ size: 'large' })).toEqual(['/teaser/size']);
  expect(at('short')).toEqual(['/teaser']);
});

test('A face in small keeps its heading, loses what is left out, and says nothing longer than it may', () => {
  fc.assert(
    fc.property(faces, rule, (face, given) => {
      const small = inSmall(face, given);
      expect(Object.keys(small).sort()).toEqual(
        Object.keys(face)
          .filter((part) => !given.without.some((each) => each === part))
          .sort(),
      );
      const most = given.shorten ?? Infinity;
      for (const part of ['summary', 'text'] as const)
        small[part]?.forEach((shown, i) => {
          const whole = face[part]?.[i]?.words ?? '';
          expect(Array.from(shown.words).length).toBeLessThanOrEqual(Math.max(most, 0));
          expect(whole.startsWith(shown.words.replace(/…$/, ''))).toBe(true);
        });
      expect(small.heading).toEqual(face.heading);
    }),
  );
});

test('Only what is led to is in small: what a teaser says in its own words stays whole', () => {
  fc.assert(
    fc.property(faces, faces, rule, (own, other, given) => {
      const { further: _further, ...rest } = own;
      const face = { ...rest, further: [{ words: 'Second hide', step: 0, face: other }] };
      expect(teaserFace(face, given)).toEqual({
        ...rest,
        further: [{ words: 'Second hide', step: 0, face: inSmall(other, given) }],
      });
      expect(teaserFace(face, undefined)).toEqual(face);
    }),
  );
});
