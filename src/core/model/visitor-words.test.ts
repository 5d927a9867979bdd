import { contentType, documentFrom, field, smallModel } from '../../../tests/small-model';
import { mapToFace } from '../mapping/map';
import { CompiledModel } from './compile';
import { missingIn, sayingIn, visitorWords } from './visitor-words';

const document = documentFrom({
  ...smallModel,
  contentTypes: {
    species: {
      label: 'Species',
      plural: 'Species',
      title: 'name',
      columns: ['name'],
      fields: {
        name: { label: 'Name', required: true },
        wings: { kind: 'number', label: 'Wingspan', rules: { unit: 'metres' } },
        shy: { kind: 'yesNo', label: 'Shy', rules: { yes: 'Keeps away', no: 'Comes near' } },
        secret: { label: 'Never shown' },
      },
      face: { heading: ['name'], figures: ['wings'], facts: ['shy'], summary: [{ words: 'Nothing yet' }] },
    },
  },
});
const names = (listed: { fields: string[]; words: string[] }) =>
  visitorWords(document, listed).map(({ words }) => words);

test('every word that an appearance or a listing shows is told, once; a label that stands nowhere is not', () => {
  const said = names({ fields: [], words: ['Friends'] });
  expect(said).toEqual(
    expect.arrayContaining(['Wingspan', 'metres', 'Shy', 'Keeps away', 'Comes near', 'Friends']),
  );
  expect(said).toHaveLength(new Set(said).size);
  expect(said).not.toContain('Never shown');
  const secret = field(contentType(new CompiledModel(document, 1), 'species'), 'secret');
  expect(names({ fields: [secret.id], words: [] })).toContain('Never shown');
});

test('words are said as they were translated, else as they stand, and what is missing is counted', () => {
  const words = { fr: { Wingspan: 'Envergure', metres: 'mètres', 'Keeps away': 'Farouche' } };
  const translated = { ...document, words };
  const model = new CompiledModel(translated, 1);
  const species = contentType(model, 'species');
  const values = {
    [field(species, 'name').id]: 'Heron',
    [field(species, 'wings').id]: 2,
    [field(species, 'shy').id]: true,
  };
  const face = (language?: string) =>
    mapToFace(
      species.definition.face.mapping,
      species,
      { values },
      {
        model,
        locale: language ?? 'en-GB',
        today: '2026-11-25',
        say: sayingIn(translated, language),
        ...(language === undefined ? {} : { language }),
      },
    );
  expect(face('fr').figures?.[0]).toMatchObject({ label: 'Envergure', words: '2\u00a0mètres' });
  expect(face('fr').facts?.[0]).toMatchObject({ label: 'Shy', words: 'Farouche' });
  expect(face().figures?.[0]).toMatchObject({ label: 'Wingspan', words: '2\u00a0metres' });
  const all = visitorWords(translated, { fields: [], words: [] });
  expect(missingIn(translated, 'fr', all)).toHaveLength(all.length - 3);
  expect(missingIn(translated, 'de', all)).toHaveLength(all.length);
});
