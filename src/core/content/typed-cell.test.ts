import fc from 'fast-check';
import { contentType, smallCompiled } from '../../../tests/small-model';
import { isTypedInCell, optionsInCell, textOfCell, typedCell } from './typed-cell';
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
