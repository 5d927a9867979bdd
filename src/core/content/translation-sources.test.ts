import fc from 'fast-check';
import { contentType, smallCompiled } from '../../../tests/small-model';
import type { LocalizedValues } from './localized-values';
import { markOf, olderIn, saidIn, withSources } from './translation-sources';

const { fields } = contentType(smallCompiled(), 'species');
const summary = fields.find(({ key }) => key === 'summary')?.id ?? '';
const said = (main: string, french?: string): LocalizedValues => ({
  values: { [summary]: main },
  ...(french === undefined ? {} : { translations: { fr: { [summary]: french } } }),
});

test('a mark is the same for what says the same, and known from the algorithm’s own examples', () => {
  expect(markOf({ a: 1, b: [2] })).toBe(markOf({ b: [2], a: 1 }));
  // FNV-1a of the bytes "a" in quotation marks, worked out by hand from the definition.
  const byHand = [0x22n, 0x61n, 0x22n].reduce(
    (hash, byte) => ((hash ^ byte) * 0x100000001b3n) % 2n ** 64n,
    0xcbf29ce484222325n,
  );
  expect(markOf('a')).toBe(byHand.toString(36));
});

test('a translation is older once the source changed, until it is written anew or found right', () => {
  const first = withSources(fields, said(''), said('Sings.', 'Chante.'));
  const changed = withSources(fields, first, { ...first, values: { [summary]: 'Sings loud.' } });
  expect([olderIn(fields, first, 'fr'), olderIn(fields, changed, 'fr')]).toEqual([[], [summary]]);
  expect(saidIn(fields, changed, 'fr')).toBe('older');
  const anew = withSources(fields, changed, {
    ...changed,
    translations: { fr: { [summary]: 'Chante fort.' } },
  });
  const right = withSources(fields, changed, changed, { fr: [summary] });
  expect([olderIn(fields, anew, 'fr'), olderIn(fields, right, 'fr')]).toEqual([[], []]);
});

test('whatever is written in whichever order, what is older is what was not written since its source changed', () => {
  const step = fc.oneof(
    fc.record({ main: fc.constantFrom('one', 'two', 'three') }),
    fc.record({ french: fc.constantFrom('un', 'deux', 'trois') }),
    fc.constant({ right: true as const }),
  );
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
      let now = said('begun');
      let source: string | undefined;
      for (const each of steps) {
        const before = now;
        if ('main' in each) now = { ...now, values: { [summary]: each.main } };
        if ('french' in each) now = { ...now, translations: { fr: { [summary]: each.french } } };
        now = withSources(fields, before, now, 'right' in each ? { fr: [summary] } : {});
        const written = 'french' in each && before.translations?.fr?.[summary] !== each.french;
        if (now.translations && (written || 'right' in each)) source = String(now.values[summary]);
      }
      const isOlder = source !== undefined && source !== now.values[summary];
      expect(olderIn(fields, now, 'fr').length === 1).toBe(isOlder);
    }),
  );
});

test.each([
  [{ values: {} }, 'all'],
  [said('Sings.'), 'nothing'],
  [said('Sings.', 'Chante.'), 'all'],
] as [LocalizedValues, string][])('%j is said in French: %s', (body, how) => {
  expect(saidIn(fields, body, 'fr')).toBe(how);
});
