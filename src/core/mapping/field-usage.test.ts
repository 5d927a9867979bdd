import { contentType, field, smallCompiled } from '../../../tests/small-model';
import { parseValues } from '../content/values';
import type { JsonObject } from '../json';
import { fieldsFeedingPart } from './field-usage';
import { mapToFace } from './map';
import type { Mapping } from './parts';

const model = smallCompiled();
const species = contentType(model, 'species');
const id = (key: string) => field(species, key).id;
const mapping: Mapping = {
  heading: [[{ field: id('name') }]],
  kicker: [[{ field: id('group') }, { words: 'Of no group' }], [{ words: 'Seen here' }]],
  summary: [[{ field: id('summary') }, { field: id('body') }]],
  figures: [[{ field: id('size') }]],
};
const fed = (given: JsonObject) =>
  fieldsFeedingPart(
    mapping,
    mapToFace(
      mapping,
      species,
      { values: parseValues(species.fields, given, {}, '').values },
      { model, today: '2026-11-25', locale: 'en-GB' },
    ),
  );

test('each part tells which chain and which of its steps fed it', () => {
  expect(fed({ name: 'Bell heron', group: 'bird', body: 'Stands.' })).toEqual({
    heading: [{ chain: 0, step: 0, words: 'Bell heron' }],
    kicker: [
      { chain: 0, step: 0, words: 'Bird' },
      { chain: 1, step: 0, words: 'Seen here' },
    ],
    summary: [{ chain: 0, step: 1, words: 'Stands.' }],
  });
});

test('fixed words are a step like any other, and what is empty is absent', () => {
  const { kicker, summary } = fed({ name: 'Fern' });
  expect([kicker, summary]).toEqual([
    [
      { chain: 0, step: 1, words: 'Of no group' },
      { chain: 1, step: 0, words: 'Seen here' },
    ],
    undefined,
  ]);
});
