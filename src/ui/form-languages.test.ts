import { contentType } from '../../tests/small-model';
import { wideCompiled } from '../../tests/wide-model';
import { faultsInForm, fieldsIn, languageName, localizedPatchOf, withLanguages } from './form-languages';
import { parseForm } from './parse-form';

const fields = contentType(wideCompiled(), 'species').fields.map((field) =>
  field.key === 'summary' || field.key === 'name' ? { ...field, localised: true } : field,
);
const answer = {
  values: { name: 'Heron', summary: 'Rings.' },
  translations: { fr: { summary: 'Il sonne.' } },
};

test('what is said in another language stands beside the rest, and goes back to its place', () => {
  const { values } = withLanguages(answer, fields, ['fr']);
  expect(values).toEqual({ name: 'Heron', summary: 'Rings.', fr_summary: 'Il sonne.', fr_name: null });
  expect(
    localizedPatchOf({ summary: 'Rings twice.', fr_summary: 'Il sonne deux fois.', fr_name: null }, ['fr']),
  ).toEqual({
    values: { summary: 'Rings twice.' },
    translations: { fr: { summary: 'Il sonne deux fois.', name: null } },
  });
  expect(localizedPatchOf({ summary: 'x' }, ['fr'])).toEqual({ values: { summary: 'x' } });
});

test('nothing is required in another language, and its rules are told at its own field', () => {
  const french = fieldsIn(fields, 'fr');
  expect(french.map(({ label }) => label)).toEqual([
    `Name, in ${languageName('fr')}`,
    `Summary, in ${languageName('fr')}`,
  ]);
  expect(parseForm(french, { fr_name: '', fr_summary: null }, '2026-11-25').faults).toEqual([]);
  expect(
    faultsInForm([
      { path: '/translations/fr/name/x', code: 'c', message: '' },
      { path: '/values/name', code: 'c', message: '' },
    ]).map(({ path }) => path),
  ).toEqual(['/values/fr_name/x', '/values/name']);
  expect(parseForm(french, { fr_name: 'x'.repeat(200) }, '2026-11-25').faults).toMatchObject([
    { path: '/values/fr_name', code: 'too-long' },
  ]);
});
