import { wideCompiled } from '../../../tests/wide-model';
import { formattedFrom } from '../content/formatted';
import { namedOnly } from '../content/known';
import { parseValues, type Values } from '../content/values';
import { newId } from '../ids';
import type { JsonObject } from '../json';
import { dateInFormat } from './date-format';
import { mapToFace } from './map';
import { type Drawing } from './face';
import type { Mapping } from './parts';

const model = wideCompiled();
const species = model.contentTypeByKey('species')!;
const walk = model.contentTypeByKey('walk')!;
const [heron, picture, mere, water] = [newId(), newId(), newId(), newId()];
const scheme = model.schemes[0]!.id;

function values(type: typeof species, given: JsonObject): Values {
  const read = parseValues(type.fields, given, {}, '');
  expect(read.faults).toEqual([]);
  return read.values;
}
const heronLive = values(species, {
  name: 'Bell heron',
  summary: 'Rings twice.',
  habitats: [mere],
  picture: { media: picture, focus: { x: 0.2, y: 0.4 } },
  body: formattedFrom('It stands.') as never,
});
const drawing: Drawing = {
  model,
  today: '2026-11-25',
  locale: 'en-GB',
  known: {
    entries: new Map([[heron, { type: species.id, title: 'Bell heron', live: { values: heronLive } }]]),
    categories: new Map([
      [water, { scheme, key: 'water', label: 'Water', trail: [water] }],
      [mere, { scheme, key: 'mere', label: 'Mere', trail: [water, mere] }],
    ]),
    media: new Map([
      [
        picture,
        {
          sort: 'picture',
          label: 'heron',
          address: '/media/x/heron.png',
          alt: 'A heron',
          width: 900,
          height: 600,
        },
      ],
    ]),
    pages: new Map(),
  },
};
const id = (type: typeof species, key: string) => type.fieldByKey(key)?.id ?? '';
const draw = (type: typeof species, mapping: Mapping, given: JsonObject) =>
  mapToFace(mapping, type, { values: values(type, given) }, drawing);

describe('a face', () => {
  test('draws pictures at their ratio around their point, with the words of the place before those of the medium', () => {
    const face = draw(
      species,
      { picture: [[{ field: id(species, 'picture'), format: { ratio: 1.5 } }]] },
      { picture: { media: picture, alt: 'Here', focus: { x: 0.1, y: 0.9 } } },
    );
    expect(face.picture).toEqual([
      expect.objectContaining({
        media: expect.objectContaining({ alt: 'Here', ratio: 1.5, focus: { x: 0.1, y: 0.9 }, width: 900 }),
      }),
    ]);
    expect(
      draw(species, { picture: [[{ field: id(species, 'picture') }]] }, { picture: { media: picture } })
        .picture?.[0]?.media?.alt,
    ).toBe('A heron');
  });

  test('draws each item of a list, and each linked entry with its own face in small', () => {
    const face = draw(walk, walk.definition.face.mapping, {
      title: 'Dawn',
      shows: [heron],
      place: { name: 'Second hide' },
    });
    expect(face.further).toMatchObject([
      {
        words: 'Bell heron',
        face: {
          heading: [{ words: 'Bell heron' }],
          summary: [{ words: 'Rings twice.' }],
          picture: [expect.anything()],
        },
      },
    ]);
    // In small there is no room for the whole text.
    expect(face.further?.[0]?.face).not.toHaveProperty('text');
    const facts = draw(
      species,
      { further: [[{ field: id(species, 'facts') }]] },
      {
        facts: [
          { label: 'Length', value: '80 cm' },
          { label: 'Voice', value: 'A bell' },
        ],
      },
    );
    expect(facts.further?.map(({ words }) => words)).toEqual(['Length', 'Voice']);
  });

  test('leaves out an entry that visitors do not see, and what is gone', () => {
    const hidden: Drawing = {
      ...drawing,
      known: { ...drawing.known!, entries: new Map([[heron, { type: species.id, title: 'Bell heron' }]]) },
    };
    expect(
      mapToFace(
        walk.definition.face.mapping,
        walk,
        { values: values(walk, { title: 'Dawn', shows: [heron, newId()] }) },
        hidden,
      ),
    ).not.toHaveProperty('further');
  });

  test('tells lists and groups as facts, by the names of their items and fields', () => {
    const face = draw(
      species,
      { facts: [[{ field: id(species, 'facts') }]] },
      { facts: [{ label: 'Length', value: '80 cm' }] },
    );
    expect(face.facts).toMatchObject([{ label: 'Length', words: '80 cm' }]);
    const group = draw(
      walk,
      { facts: [[{ field: id(walk, 'place') }]] },
      {
        title: 'x',
        place: { name: 'Second hide', spot: { latitude: 51.5, longitude: -0.9, words: 'By the reeds' } },
      },
    );
    expect(group.facts?.map(({ label, words }) => [label, words])).toEqual([
      ['Name', 'Second hide'],
      ['On the map', 'By the reeds'],
    ]);
  });

  test('reaches into groups and through entry links by a path, told by the name of the link', () => {
    const path = `${id(walk, 'shows')}.${id(species, 'summary')}`;
    expect(draw(walk, { facts: [[{ field: path }]] }, { title: 'x', shows: [heron] }).facts).toEqual([
      { label: 'Shows', words: 'Rings twice.', field: id(walk, 'shows'), step: 0 },
    ]);
    expect(
      draw(walk, { summary: [[{ field: path }, { words: 'Nobody yet' }]] }, { title: 'x' }).summary,
    ).toEqual([{ words: 'Nobody yet', step: 1 }]);
  });

  test('speaks categories by their names, and computed values anew', () => {
    const face = draw(
      species,
      { marks: [[{ field: id(species, 'habitats') }]], kicker: [[{ field: id(species, 'minutes') }]] },
      { habitats: [mere, water], body: formattedFrom('word '.repeat(500)) as never },
    );
    expect(face.marks?.map(({ words }) => words)).toEqual(['Mere', 'Water']);
    expect(face.kicker?.[0]?.words).toMatch(/\d+ min/);
  });

  test('shows no field whose condition does not hold', () => {
    const mapping: Mapping = { summary: [[{ field: id(species, 'secret') }]] };
    expect(draw(species, mapping, { rarity: 'rare', secret: 'The far bank.' }).summary?.[0]?.words).toBe(
      'The far bank.',
    );
    expect(draw(species, mapping, { rarity: 'common', secret: 'The far bank.' })).toEqual({});
  });

  test('leads a button only where the way is open', () => {
    const button = (book: JsonObject) =>
      draw(walk, { button: [[{ field: id(walk, 'book') }]] }, { title: 'x', book }).button;
    expect(
      button({ to: 'url', url: 'https://quillwater.example/', words: 'Book', newWindow: true }),
    ).toMatchObject([{ words: 'Book', href: 'https://quillwater.example/', newWindow: true }]);
    expect(button({ to: 'phone', phone: '+44 1555 0100' })).toMatchObject([{ href: 'tel:+4415550100' }]);
    expect(button({ to: 'page', page: newId(), words: 'Nowhere' })).toBeUndefined();
  });
});

test.each([
  ['long', '2026-11-24', '24 November 2026'],
  ['short', '2026-11-24', '24 Nov'],
  ['month', '2026-11-24', 'November 2026'],
  ['weekday', '2026-11-24T10:30', 'Tuesday 24 November, 10:30'],
  ['time', '2026-11-24T10:30', '10:30'],
  ['time', '2026-11-24', ''],
] as const)('a date told as %s: %s is “%s”', (format, value, words) =>
  expect(dateInFormat(value, format, 'en-GB')).toBe(words),
);

test('names alone are enough to speak of things', () => {
  expect(namedOnly({ [heron]: 'Bell heron' }).entries.get(heron)?.title).toBe('Bell heron');
});
