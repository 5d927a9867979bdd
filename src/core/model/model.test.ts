import fc from 'fast-check';
import {
  contentType,
  documentFrom,
  field,
  pageType,
  smallCompiled,
  smallDocument,
  smallModel,
} from '../../../tests/small-model';
import { newId } from '../ids';
import type { JsonObject } from '../json';
import { modelChanges } from './change/changes';
import { checkModel } from './check';
import { CompiledModel } from './compile';
import { TOP, type ContentType, type Field, type ModelDocument } from './document';
import { addField, changeShape, moveField, removeFields, replaceField } from './change/edit';
import { kindNames, plainFields } from './kinds';
import { isKey, keyFrom } from './naming';
import { childTypesOf, homesOf, mayStand } from './placement/placement';
import { proposeMapping } from './fresh/propose-face';
import { rolesOf } from './roles';
import { newContentType, newField, newPageType, startModel } from './fresh/start';
import { typesTouched } from './change/types-touched';

const model = smallCompiled();
const [home, plain, index, loose] = ['home', 'plain', 'index', 'loose'].map(
  (key) => pageType(model, key).id,
) as [string, string, string, string];
const withSpecies = (change: (type: ContentType) => ContentType): ModelDocument => ({
  ...model.document,
  contentTypes: model.document.contentTypes.map((type) => (type.key === 'species' ? change(type) : type)),
});
const codes = (document: ModelDocument) =>
  checkModel(document).map(({ path, code, weight }) => `${weight} ${code} ${path}`);

describe('the check', () => {
  test('finds nothing but the page type without a home', () => {
    expect(checkModel(model.document)).toEqual([
      {
        path: '/pageTypes/3',
        code: 'unreachable',
        weight: 'warning',
        about: loose,
        message: 'No page type may hold Loose leaf.',
        mend: { label: 'Let it stand under Home', does: 'place under', child: loose, parent: home },
      },
    ]);
  });
  const species = contentType(model, 'species');
  const at = (key: string) => species.fields.findIndex((each) => each.key === key);
  const change = (key: string, part: object) =>
    withSpecies((type) => ({
      ...type,
      fields: plainFields(type.fields).map((each) =>
        each.key === key ? ({ ...each, ...part } as Field) : each,
      ),
    }));
  test.each<[string, ModelDocument, string]>([
    [
      'keys that differ only by case',
      change('group', { key: 'NAME' }),
      `error same-key /contentTypes/0/fields/${at('group')}/key`,
    ],
    [
      'a title that is gone',
      withSpecies((type) => ({ ...type, title: newId() })),
      'error gone /contentTypes/0/title',
    ],
    [
      'a title of a kind that names nothing',
      withSpecies((type) => ({ ...type, title: field(species, 'size').id })),
      'error kind /contentTypes/0/title',
    ],
    [
      'an optional title',
      change('name', { required: false }),
      'warning optional-title /contentTypes/0/title',
    ],
    [
      'limits that contradict',
      change('size', { rules: { min: 9, max: 1 } }),
      `error contradiction /contentTypes/0/fields/${at('size')}/rules/min`,
    ],
    [
      'a default that is no value',
      change('size', { default: 'big' }),
      `error default /contentTypes/0/fields/${at('size')}/default`,
    ],
    [
      'a choice of nothing',
      change('group', { rules: { choices: [] } }),
      `warning empty /contentTypes/0/fields/${at('group')}/rules/choices`,
    ],
    [
      'a required choice of nothing',
      change('group', { required: true, rules: { choices: [] } }),
      `error empty /contentTypes/0/fields/${at('group')}/rules/choices`,
    ],
    [
      'a face that names what is gone',
      withSpecies((type) => ({ ...type, face: { mapping: { heading: [[{ field: newId() }]] } } })),
      'error gone /contentTypes/0/face/mapping/heading/0/0/field',
    ],
    [
      'a table that names what is gone',
      withSpecies((type) => ({ ...type, columns: [newId()] })),
      'error gone /contentTypes/0/columns/0',
    ],
    [
      'a placement that names what is gone',
      {
        ...model.document,
        placements: [...model.document.placements, { id: newId(), parent: home, child: newId() }],
      },
      'error gone /placements/4',
    ],
    [
      'a placement there twice',
      {
        ...model.document,
        placements: [...model.document.placements, { id: newId(), parent: home, child: plain }],
      },
      'error twice /placements/4',
    ],
    [
      'types that may only stand under each other',
      {
        ...model.document,
        placements: [...model.document.placements, { id: newId(), parent: loose, child: loose }],
      },
      'warning unreachable /pageTypes/3',
    ],
  ])('finds %s', (_, document, wanted) => expect(codes(document)).toContain(wanted));
});

describe('placement', () => {
  const place = (parentType: string, sameTypeThere = 0, sameTypeInSite = 0) => ({
    parentType,
    sameTypeThere,
    sameTypeInSite,
  });
  test('what is placed may stand, up to its limits', () => {
    expect(mayStand(model, plain, place(home))).toEqual({ allowed: true, reasons: [] });
    expect(mayStand(model, index, place(home, 1))).toEqual({ allowed: true, reasons: [] });
    expect(mayStand(model, index, place(home, 2))).toEqual({
      allowed: false,
      reasons: ['One Home may hold at most 2 Indexes.'],
    });
    expect(mayStand(model, home, place(TOP, 0, 1))).toEqual({
      allowed: false,
      reasons: ['A site may have at most 1 Home.'],
    });
  });
  test('what is not placed says where it may stand instead', () => {
    expect(mayStand(model, index, place(plain))).toEqual({
      allowed: false,
      reasons: ['Plain page may not hold Index.', 'Index may stand under Home.'],
    });
    expect(mayStand(model, loose, place(TOP)).reasons).toEqual([
      'The top of a site may not hold Loose leaf.',
      'No page type may hold Loose leaf yet.',
    ]);
    expect(mayStand(model, newId(), place(home)).reasons).toEqual(['There is no such page type.']);
    expect(mayStand(model, plain, place(newId())).reasons).toEqual([
      'The page above is of a type that is gone.',
    ]);
  });
  test('homes and children are two readings of one relation', () => {
    expect(homesOf(model, plain).map(({ label }) => label)).toEqual(['under Home', 'under Plain page']);
    expect(childTypesOf(model, home).map(({ id }) => id)).toEqual([plain, index]);
    const pairs = fc.uniqueArray(
      fc.tuple(fc.constantFrom(TOP, home, plain, index, loose), fc.constantFrom(home, plain, index, loose)),
      { selector: (pair) => pair.join(' '), maxLength: 14 },
    );
    fc.assert(
      fc.property(pairs, (relation) => {
        const other = new CompiledModel(
          {
            ...model.document,
            placements: relation.map(([parent, child]) => ({ id: newId(), parent, child })),
          },
          1,
        );
        for (const parent of [TOP, home, plain, index, loose]) {
          for (const child of [home, plain, index, loose]) {
            const placed = relation.some(([above, below]) => above === parent && below === child);
            expect(mayStand(other, child, place(parent)).allowed).toBe(placed);
            expect(homesOf(other, child).some((each) => each.parent === parent)).toBe(placed);
            expect(childTypesOf(other, parent).some(({ id }) => id === child)).toBe(placed);
          }
        }
        // A type is told to be unreachable exactly where no chain of placements leads to it from the top.
        const reached = new Set<string>([TOP]);
        for (let i = 0; i < 5; i += 1)
          for (const [parent, child] of relation) if (reached.has(parent)) reached.add(child);
        const told = checkModel(other.document)
          .filter(({ code }) => code === 'unreachable')
          .map(({ about }) => about);
        expect(told).toEqual([home, plain, index, loose].filter((id) => !reached.has(id)));
      }),
    );
  });
});

describe('changes', () => {
  const after = (edit: (type: ContentType) => ContentType) =>
    modelChanges(model.document, withSpecies(edit)).map(({ sort, title, touches }) => [sort, title, touches]);
  const fieldChange =
    (key: string, part: object) =>
    (type: ContentType): ContentType => ({
      ...type,
      fields: plainFields(type.fields).map((each) =>
        each.key === key ? ({ ...each, ...part } as Field) : each,
      ),
    });
  test('there are none between a model and itself', () =>
    expect(modelChanges(model.document, smallDocumentCopy())).toEqual([]));
  const smallDocumentCopy = () => JSON.parse(JSON.stringify(model.document)) as ModelDocument;
  test.each<[string, (type: ContentType) => ContentType, [string, string, string][]]>([
    [
      'a new field',
      (type) => ({ ...type, fields: [...type.fields, newField('Weight', 'number', [])] }),
      [['new', 'Species gains Weight', 'nothing yet']],
    ],
    [
      'a new field that must be filled',
      (type) => ({
        ...type,
        fields: [...type.fields, { ...newField('Weight', 'number', []), required: true }],
      }),
      [['new', 'Species gains Weight', 'every entry']],
    ],
    [
      'a renamed field',
      fieldChange('size', { label: 'Length' }),
      [['renamed', 'Species: Size becomes Length', 'nothing yet']],
    ],
    [
      'a field that must be filled now',
      fieldChange('group', { required: true }),
      [['narrowed', 'Species: Group must be filled in', 'entries without a value']],
    ],
    [
      'other rules',
      fieldChange('size', { rules: { min: 0, max: 100, unit: 'cm' } }),
      [['changed', 'Species: Size has other rules', 'entries with a value']],
    ],
    [
      'another kind',
      fieldChange('size', { kind: 'line', rules: {} }),
      [['kind changed', 'Species: Size, from Number to Line', 'entries with a value']],
    ],
    [
      'another use',
      fieldChange('size', { indexed: false }),
      [['changed', 'Species: Size is set otherwise', 'nothing yet']],
    ],
    [
      'a field that goes',
      (type) => ({ ...type, fields: plainFields(type.fields).filter(({ key }) => key !== 'body') }),
      [['gone', 'Species loses Body', 'entries with a value']],
    ],
    [
      'another order',
      (type) => ({ ...type, fields: [...type.fields].reverse() }),
      [['reordered', 'Species has its fields in another order', 'nothing yet']],
    ],
    [
      'another purpose and table',
      (type) => ({ ...type, purpose: 'Birds.', columns: [] }),
      [['changed', 'Species has another purpose and table', 'nothing yet']],
    ],
  ])('tell %s', (_, edit, wanted) => expect(after(edit)).toEqual(wanted));
  test('tell types that come and go, and what draws every page again', () => {
    const other = {
      ...model.document,
      contentTypes: [newContentType('Place', [])],
      houseStyle: {
        ...model.document.houseStyle,
        palette: { ...model.document.houseStyle.palette, ink: '#000000' },
      },
    };
    const changes = modelChanges(model.document, other);
    expect(changes.map(({ sort }) => sort)).toEqual(['new', 'gone', 'gone', 'changed']);
    expect(typesTouched(changes).everything).toBe(true);
    expect(typesTouched(changes.slice(0, 3)).everything).toBe(false);
  });
});

describe('editing', () => {
  const { definition: species } = contentType(model, 'species');
  const sets = new Map();
  const keysOf = (type: ContentType) => plainFields(type.fields).map(({ key }) => key);
  test('a new field takes a key of its own and the heading of the field before', () => {
    const grouped = {
      ...species,
      fields: plainFields(species.fields).map((each) => ({ ...each, group: 'Words' })),
    };
    const next = addField(addField(grouped, 'Size', 'number', sets), 'Size', 'number', sets);
    expect(
      plainFields(next.fields)
        .slice(-2)
        .map(({ key, group }) => [key, group]),
    ).toEqual([
      ['size2', 'Words'],
      ['size3', 'Words'],
    ]);
  });
  test('a face that nobody drew follows the fields; one that was drawn stays', () => {
    const fresh = newContentType('Place', []);
    expect(Object.keys(addField(fresh, 'Walk', 'number', sets).face.mapping)).toEqual(['heading', 'figures']);
    expect(addField(species, 'Weight', 'number', sets).face).toEqual(species.face);
  });
  test('a field that goes leaves the face, the table and its roles', () => {
    const gone = plainFields(species.fields)
      .filter(({ key }) => key === 'summary' || key === 'group')
      .map(({ id }) => id);
    const next = removeFields(species, gone, sets);
    expect(next).not.toHaveProperty('summary');
    expect(next.columns).toEqual([species.title]);
    expect(next.face.mapping.kicker).toBeUndefined();
    expect(next.face.mapping.summary?.[0]).toHaveLength(1);
    expect(checkModel(withSpecies(() => next)).filter(({ weight }) => weight === 'error')).toEqual([]);
  });
  test('the field of the title stays', () =>
    expect(removeFields(species, [species.title], sets).fields).toEqual(species.fields));
  test('keys follow the label until they were in force, then hold', () => {
    const size = plainFields(species.fields).find(({ key }) => key === 'size') as Field;
    const keyAfter = (next: Field, wasInForce: boolean) =>
      plainFields(replaceField(species, next, wasInForce, sets).fields).find(({ id }) => id === size.id)?.key;
    const renamed = { ...size, label: 'Body length' };
    expect(keyAfter(renamed, false)).toBe('bodyLength');
    expect(keyAfter(renamed, true)).toBe('size');
    expect(keyAfter({ ...size, label: 'Name' }, false)).toBe('name2');
  });
  test('moving keeps every field, whatever the places', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...species.fields.map(({ id }) => id)),
        fc.integer({ min: -3, max: 12 }),
        (id, place) => {
          const moved = moveField(species, id, { place }, sets);
          expect([...moved.fields].map(({ id }) => id).sort()).toEqual(
            species.fields.map(({ id }) => id).sort(),
          );
        },
      ),
    );
    expect(keysOf(moveField(species, species.fields[0]?.id ?? '', { place: 2 }, sets)).slice(0, 3)).toEqual([
      'group',
      'habitats',
      'name',
    ]);
  });
  test('only the type that is named changes', () => {
    const next = changeShape(model.document, species.id, (type) => ({ ...type, purpose: 'Here.' }));
    expect(next.contentTypes.map(({ purpose }) => purpose)).toEqual(['Here.', '']);
    expect(next.pageTypes).toEqual(model.document.pageTypes);
  });
  test('roles of a field are told', () => {
    expect(rolesOf(species, species.title)).toEqual(['title', 'face', 'table']);
    expect(rolesOf(pageType(model, 'plain').definition, pageType(model, 'plain').definition.title)).toEqual([
      'title',
      'address',
      'face',
    ]);
  });
});

describe('names', () => {
  test('keys are made from labels, in lower camel case and free', () => {
    expect(keyFrom('Months seen', [])).toBe('monthsSeen');
    expect(keyFrom('2 metres', [])).toBe('a2Metres');
    expect(keyFrom('Größe', ['GROSSE'])).toMatch(/^grosse2$|^groesse$/);
  });
  test('whatever the label, the key is a key and free', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 90 }),
        fc.array(fc.constantFrom('a', 'size', 'name')),
        (label, taken) => {
          const key = keyFrom(label, taken);
          expect(isKey(key)).toBe(true);
          expect(taken).not.toContain(key);
        },
      ),
    );
  });
});

describe('beginnings', () => {
  test('the first model of a site is whole', () => expect(checkModel(startModel('en'))).toEqual([]));
  test('a new type, with a field of every kind, is whole and has a face', () => {
    let type = newContentType('Place', []);
    for (const kind of kindNames) type = addField(type, `A ${kind}`, kind, new Map());
    const document = { ...startModel('en'), contentTypes: [type] };
    expect(checkModel(document).filter(({ weight }) => weight === 'error')).toEqual([]);
    expect(Object.keys(proposeMapping(plainFields(type.fields), type.title)).sort()).toEqual([
      'button',
      'date',
      'facts',
      'figures',
      'further',
      'heading',
      'kicker',
      'picture',
      'summary',
      'text',
    ]);
  });
  test('a new page type makes its address from its title', () => {
    const type = newPageType('Section', { kind: 'blocks' }, ['section']);
    expect(type).toMatchObject({ key: 'section2', address: { from: type.title } });
  });
  test('a model written by keys has every reference in place', () => {
    const document = smallDocument();
    expect(
      document.placements.map(
        ({ parent }) => parent === TOP || document.pageTypes.some(({ id }) => id === parent),
      ),
    ).toEqual([true, true, true, true]);
    const { contentTypes, ...rest } = smallModel;
    expect(() =>
      documentFrom({
        ...rest,
        contentTypes: { ...(contentTypes as JsonObject), bad: { title: 'nothing', fields: {} } },
      }),
    ).toThrow(/format/);
  });
});
