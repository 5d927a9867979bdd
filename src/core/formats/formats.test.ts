import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { contentType, smallCompiled, smallDocument } from '../../../tests/small-model';
import { serializeValues, parseValues } from '../content/values';
import type { JsonObject } from '../json';
import { modelBounds, type ModelDocument } from '../model/document';
import { plainFields } from '../model/kinds';
import { startModel } from '../model/fresh/start';
import { modelFromKeys } from './model-by-keys';
import { modelSchema, parseModelDocument } from './model-schema';
import { valuesSchema } from './values-schema';

const copy = (): ModelDocument & { [key: string]: unknown } => JSON.parse(JSON.stringify(smallDocument()));
const faultsOf = (change: (document: ReturnType<typeof copy>) => unknown) => {
  const document = copy();
  const other = change(document);
  return parseModelDocument(other ?? document, '/document').faults.map(({ path, code }) => [path, code]);
};

describe('the schema of the model document', () => {
  test('is itself a schema, and takes what the product makes', () => {
    expect(new Ajv2020({ strict: false }).validateSchema(modelSchema)).toBe(true);
    for (const document of [smallDocument(), startModel('fr')])
      expect(parseModelDocument(document)).toEqual({ document, faults: [] });
  });
  test.each<[string, (document: ReturnType<typeof copy>) => unknown, string, string]>([
    ['something that is no object', () => 7, '/document', 'type'],
    [
      'another format',
      (document) => {
        document.format = 'other' as never;
      },
      '/document/format',
      'const',
    ],
    [
      'a part that means nothing',
      (document) => {
        document.colours = [];
      },
      '/document/colours',
      'additionalProperties',
    ],
    [
      'a missing part',
      (document) => {
        delete (document as Partial<ModelDocument>).placements;
      },
      '/document',
      'required',
    ],
    [
      'an id that is none',
      (document) => {
        document.placements[0]!.id = 'one';
      },
      '/document/placements/0/id',
      'format',
    ],
    [
      'a key that is none',
      (document) => {
        document.contentTypes[0]!.key = 'My type';
      },
      '/document/contentTypes/0/key',
      'pattern',
    ],
    [
      'an empty label',
      (document) => {
        document.contentTypes[0]!.label = ' ';
      },
      '/document/contentTypes/0/label',
      'pattern',
    ],
    [
      'an unknown kind',
      (document) => {
        document.contentTypes[0]!.fields[0] = {
          ...document.contentTypes[0]!.fields[0]!,
          kind: 'colour',
        } as never;
      },
      '/document/contentTypes/0/fields/0',
      'discriminator',
    ],
    [
      'rules of another kind',
      (document) => {
        document.contentTypes[0]!.fields[0] = {
          ...document.contentTypes[0]!.fields[0]!,
          rules: { unit: 'cm' },
        } as never;
      },
      '/document/contentTypes/0/fields/0/rules/unit',
      'additionalProperties',
    ],
    [
      'a colour that is none',
      (document) => {
        document.houseStyle.palette.ink = 'black';
      },
      '/document/houseStyle/palette/ink',
      'pattern',
    ],
    [
      'an empty chain',
      (document) => {
        document.contentTypes[0]!.face.mapping.kicker = [[]];
      },
      '/document/contentTypes/0/face/mapping/kicker/0',
      'minItems',
    ],
    [
      'too many fields',
      (document) => {
        const [first] = document.contentTypes[0]!.fields;
        document.contentTypes[0]!.fields = Array.from(
          { length: modelBounds.fieldsPerType + 1 },
          () => first!,
        );
      },
      '/document/contentTypes/0/fields',
      'maxItems',
    ],
    [
      'too long a label',
      (document) => {
        document.contentTypes[0]!.label = 'x'.repeat(modelBounds.label + 1);
      },
      '/document/contentTypes/0/label',
      'maxLength',
    ],
  ])('refuses %s at its place', (_, change, path, code) =>
    expect(faultsOf(change)).toContainEqual([path, code]),
  );
  test('tells at most fifty faults', () => {
    expect(
      faultsOf((document) => {
        document.placements = Array.from({ length: 90 }, () => ({ id: 'x', parent: 'y', child: 'z' }));
      }),
    ).toHaveLength(50);
  });
  test('says what is wrong in words', () => {
    const document = copy();
    document.contentTypes[0]!.label = '';
    expect(parseModelDocument(document).faults[0]?.message).toBe('This needs a name.');
  });
});

describe('a model written by keys', () => {
  const written: JsonObject = {
    contentTypes: {
      boat: {
        label: 'Boat',
        title: 'name',
        columns: ['name', 'length'],
        fields: {
          name: { required: true },
          length: { kind: 'number', rules: { unit: 'm' } },
          sort: { kind: 'choice', rules: { choices: { punt: 'Punt' } } },
        },
        face: { heading: ['name'], figures: ['length'], kicker: [[{ field: 'sort' }, { words: 'Boat' }]] },
      },
    },
    pageTypes: { home: { label: 'Home', fields: { title: {} }, face: { heading: ['title'] } } },
    placements: { top: [{ child: 'home', mostUnderOne: 1 }] },
  };
  test('becomes a document with ids in every place', () => {
    const { document, faults } = parseModelDocument(modelFromKeys(written));
    expect(faults).toEqual([]);
    const [boat] = document?.contentTypes ?? [];
    const idOf = (key: string) => plainFields(boat?.fields ?? []).find((each) => each.key === key)?.id;
    expect(boat).toMatchObject({
      key: 'boat',
      plural: 'Boat',
      title: idOf('name'),
      columns: [idOf('name'), idOf('length')],
      face: {
        mapping: {
          figures: [[{ field: idOf('length') }]],
          kicker: [[{ field: idOf('sort') }, { words: 'Boat' }]],
        },
      },
    });
    expect(document?.placements).toMatchObject([
      { parent: 'top', child: document?.pageTypes[0]?.id, mostUnderOne: 1 },
    ]);
  });
  test('gets other ids each time, and filtering by every field but long text', () => {
    const [one, other] = [modelFromKeys(written), modelFromKeys(written)].map(
      (each) => parseModelDocument(each).document?.contentTypes[0],
    );
    expect(one?.id).not.toBe(other?.id);
    expect(plainFields(one?.fields ?? []).every(({ indexed }) => indexed)).toBe(true);
  });
  test('tells a key that names nothing by the check of the document', () => {
    const { faults } = parseModelDocument(modelFromKeys({ ...written, placements: { top: ['harbour'] } }));
    expect(faults.map(({ path }) => path)).toContain('/placements/0/child');
  });
});

test('the schema of a type’s values takes what is spoken, and refuses what is not', () => {
  const species = contentType(smallCompiled(), 'species');
  const ajv = new Ajv2020({ strict: true, allowUnionTypes: true });
  addFormats(ajv);
  const fits = ajv.compile(valuesSchema(species));
  const { values } = parseValues(
    species.fields,
    { name: 'Bell heron', group: 'bird', habitats: ['reed'], size: 80, rare: true, seen: '2026-11-25' },
    {},
    '',
  );
  expect(fits(serializeValues(species.fields, values))).toBe(true);
  expect([fits({ size: 'big' }), fits({ wings: 2 }), fits({ group: 'bat' }), fits({ size: null })]).toEqual([
    false,
    false,
    false,
    true,
  ]);
});
