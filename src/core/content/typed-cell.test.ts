import fc from 'fast-check';
import { contentType, documentFrom, smallCompiled } from '../../../tests/small-model';
import { isTypedInCell, namedCell, namesInCell, optionsInCell, textOfCell, typedCell } from './typed-cell';
import type { Field } from '../model/document';

const model = smallCompiled();
const species = contentType(model, 'species');
const field = (key: string): Field => {
  const found = species.fieldByKey(key);
  if (!found) throw new Error(`no field ${key}`);
  return found;
};
const saying = { today: '2026-11-28', locale: 'en-GB' };

test('simple values alone are typed into cells', () => {
  expect(species.fields.filter(isTypedInCell).map(({ key }) => key)).toEqual([
    'name',
    'group',
    'size',
    'rare',
    'seen',
  ]);
  expect(optionsInCell(field('rare'))).toEqual(['Yes', 'No']);
});

test.each([
  ['name', '  Bell   heron ', { value: 'Bell heron' }],
  ['group', 'BIRD', { value: 'bird' }],
  ['size', '1,200', { value: 1200 }],
  ['size', '12.5 cm', { value: 12.5 }],
  ['rare', 'no', { value: false }],
  ['rare', 'y', { value: true }],
  ['seen', '3 Dec', { value: '2026-12-03' }],
  ['seen', '', { value: null }],
])('%s: “%s” is read as people write it', (key, text, read) => {
  expect(typedCell(field(key), text, saying)).toEqual(read);
});

test.each([
  ['size', 'long'],
  ['seen', 'soon'],
  ['rare', 'maybe'],
  ['group', 'fish'],
])('%s: “%s” is no value of its kind, and says so', (key, text) => {
  expect(typedCell(field(key), text, saying)).toEqual({ problem: expect.any(String) as string });
});

test('what a cell shows to be typed over is read as the same value again', () => {
  const values = fc.oneof(
    fc.tuple(
      fc.constant('size'),
      fc.double({ min: 0, max: 500, noNaN: true }).map((n) => Math.round(n * 100) / 100),
    ),
    fc.tuple(fc.constant('rare'), fc.boolean()),
    fc.tuple(fc.constant('group'), fc.constantFrom('bird', 'insect', 'plant')),
    fc.tuple(
      fc.constant('seen'),
      fc
        .date({ min: new Date('1900-01-01'), max: new Date('2099-12-31'), noInvalidDate: true })
        .map((date) => date.toISOString().slice(0, 10)),
    ),
  );
  fc.assert(
    fc.property(values, ([key, value]) => {
      expect(typedCell(field(key), textOfCell(field(key), value, 'en-GB'), saying)).toEqual({ value });
    }),
  );
});

describe('names typed into a cell', () => {
  const habitats = documentFrom({
    locales: { main: 'en-GB', others: [] },
    schemes: { habitat: { label: 'Habitat', plural: 'Habitats', fields: {} } },
    contentTypes: {
      plant: {
        label: 'Plant',
        plural: 'Plants',
        title: 'name',
        fields: {
          name: { label: 'Name' },
          habitats: { kind: 'category', label: 'Habitats', rules: { scheme: 'habitat', multiple: true } },
        },
        face: { heading: ['name'] },
      },
    },
  }).contentTypes[0]?.fields[1] as Field;
  const there = (name: string) => ({ name, is: { id: `${name} id`, label: name }, near: [] });

  test('each means what is called so; empty means none', () => {
    expect(namesInCell(' Open water; Wet grassland |Open water\n')).toEqual(['Open water', 'Wet grassland']);
    expect(namedCell(habitats, namesInCell('Fen; Reeds').map(there))).toEqual({
      value: ['Fen id', 'Reeds id'],
    });
    expect(namedCell(habitats, [])).toEqual({ value: [] });
  });

  test('what means nothing is refused with what it may have meant', () => {
    const near = [{ id: '1', label: 'Reeds', detail: 'Wetland' }];
    expect(namedCell(habitats, [there('Fen'), { name: 'Reads', near }])).toEqual({
      problem: 'Nothing is called “Reads”. Perhaps Reeds (Wetland)?',
    });
  });

  test('what a cell shows to be typed over means the same again', () => {
    const labels = new Map([
      ['a', 'Fen, wet'],
      ['b', 'Reeds'],
    ]);
    const shown = textOfCell(habitats, ['a', 'b'], 'en-GB', (id) => labels.get(id));
    expect(namesInCell(shown)).toEqual(['Fen, wet', 'Reeds']);
  });
});
