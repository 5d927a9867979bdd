import fc from 'fast-check';
import { contentType } from '../../../tests/small-model';
import { wideCompiled } from '../../../tests/wide-model';
import {
  differingLocalized,
  parseLocalized,
  referencesInLocalized,
  localizedFaults,
  valuesIn,
  serializeLocalized,
  type LocalizedValues,
} from './localized-values';
import { newId } from '../ids';
import type { JsonObject } from '../json';

const fields = contentType(wideCompiled(), 'species').fields.map((field) =>
  ['name', 'summary', 'picture'].includes(field.key)
    ? { ...field, localised: true }
    : { ...field, localised: false },
);
const id = (key: string) => fields.find((field) => field.key === key)!.id;
const empty: LocalizedValues = { values: {} };
const read = (given: JsonObject, kept = empty) => parseLocalized(fields, given, kept, '', ['fr', 'de']);

test('what is translated stands over the main language, the rest stays', () => {
  const { localized, faults } = read({
    values: { name: 'Bell heron', summary: 'Rings.' },
    translations: { fr: { summary: 'Il sonne.' } },
  });
  expect(faults).toEqual([]);
  expect(valuesIn(localized, 'fr')).toEqual({ [id('name')]: 'Bell heron', [id('summary')]: 'Il sonne.' });
  expect([valuesIn(localized), valuesIn(localized, 'de')]).toEqual([localized.values, localized.values]);
});

test('only localised fields, only languages of the site, only values of their kind', () => {
  const paths = (given: JsonObject) => read(given).faults.map(({ path }) => path);
  expect(paths({ translations: { fr: { size: 3 } } })).toEqual(['/translations/fr/size']);
  expect(paths({ translations: { it: { name: 'x' } } })).toEqual(['/translations/it']);
  expect(paths({ translations: { fr: { name: 7 } } })).toEqual(['/translations/fr/name']);
  expect(paths({ translations: { fr: 'x' } })).toEqual(['/translations/fr']);
  expect(paths({ translations: [], values: 'x' })).toEqual(['/values', '/translations']);
});

test('null empties a translation, and the last one takes the language away', () => {
  const kept = read({ translations: { fr: { name: 'Héron', summary: 'Il sonne.' } } }).localized;
  expect(read({ translations: { fr: { name: null } } }, kept).localized.translations).toEqual({
    fr: { [id('summary')]: 'Il sonne.' },
  });
  expect(read({ translations: { fr: { name: null, summary: null } } }, kept).localized).toEqual(empty);
  expect(kept.translations?.fr).toHaveProperty(id('name'));
});

test('two differ where they say something else in any language', () => {
  const a: LocalizedValues = { values: { x: 'a' }, translations: { fr: { y: 'b' } } };
  expect(differingLocalized(a, a)).toEqual([]);
  expect(differingLocalized(a, { ...a, translations: { fr: { y: 'c' }, de: { z: 'd' } } }).sort()).toEqual([
    'y',
    'z',
  ]);
  expect(differingLocalized(a, { values: {} }).sort()).toEqual(['x', 'y']);
});

test('in another language nothing is required, but its rules hold', () => {
  const { localized } = read({ values: { name: 'Heron' }, translations: { fr: { name: 'x'.repeat(300) } } });
  expect(localizedFaults(fields, localized, { today: '2026-11-25' }).map(({ path }) => path)).toEqual([
    '/translations/fr/name',
  ]);
});

test('what a translation refers to is told with its place', () => {
  const media = newId();
  expect(
    referencesInLocalized(fields, read({ translations: { fr: { picture: { media } } } }).localized, '/a'),
  ).toMatchObject([{ path: '/a/translations/fr/picture', target: media }]);
});

test('what was read is spoken as it was given', () => {
  const words = fc.stringMatching(/^[a-z]{1,9}( [a-z]{1,9}){0,2}$/);
  fc.assert(
    fc.property(
      fc.record({
        name: words,
        fr: fc.option(fc.record({ name: words, summary: words }), { nil: undefined }),
      }),
      ({ name, fr }) => {
        const spoken = serializeLocalized(
          fields,
          read({ values: { name }, ...(fr ? { translations: { fr } } : {}) }).localized,
          'en',
        );
        expect(spoken.values.name).toBe(name);
        expect(spoken.translations.fr).toEqual(fr && { ...fr, picture: null });
      },
    ),
  );
});
