import { contentType, field, smallCompiled } from '../../../tests/small-model';
import { parseValues, type Values } from '../content/values';
import type { Json, JsonObject } from '../json';
import { CompiledModel } from '../model/compile';
import { conditionInWords } from './rule/condition-words';
import { coverageQuestions } from './coverage';
import { everyEntry, testsOf, turnsWithTheDay } from './rule/listing-rule';
import { mapToFace } from './map';
import { shorten } from './shorten';
import { type Drawing } from './face';
import { folded, matches } from './rule/matches';
import { compareBy, type Sortable } from './rule/order';
import { fieldsOfMapping } from './parts';
import { proposeRule } from './rule/propose-rule';
import { parseRule, parseCondition, valuesTaken } from './rule/parse';
import { serializeRule } from './rule/serialize-rule';

const model = smallCompiled();
const species = contentType(model, 'species');
const today = '2026-11-25';
const drawing: Drawing = { model, today, locale: 'en-GB' };
const idOf = (key: string) => field(species, key).id;
const values = (given: JsonObject): Values => parseValues(species.fields, given, {}, '').values;
const condition = (given: Json) => {
  const { condition: read, faults } = parseCondition(model, species, given, '/where');
  expect(faults).toEqual([]);
  return read;
};
const passes = (given: Json, entry: JsonObject) => matches(condition(given), values(entry), today);

describe('conditions', () => {
  test.each<[string, Json, JsonObject, boolean]>([
    ['equals a choice', { field: 'group', is: 'equals', value: 'bird' }, { group: 'bird' }, true],
    ['equals another choice', { field: 'group', is: 'equals', value: 'bird' }, { group: 'plant' }, false],
    [
      'equals exactly these choices',
      { field: 'habitats', is: 'equals', value: ['water', 'reed'] },
      { habitats: ['reed', 'water'] },
      true,
    ],
    [
      'is not equal with one more',
      { field: 'habitats', is: 'equals', value: ['water'] },
      { habitats: ['reed', 'water'] },
      false,
    ],
    [
      'has one of',
      { field: 'habitats', is: 'oneOf', value: ['dune', 'reed'] },
      { habitats: ['reed', 'water'] },
      true,
    ],
    [
      'has all of',
      { field: 'habitats', is: 'allOf', value: ['dune', 'reed'] },
      { habitats: ['reed', 'water'] },
      false,
    ],
    ['has none of', { field: 'habitats', is: 'noneOf', value: ['dune'] }, { habitats: ['reed'] }, true],
    ['an empty field has none of anything', { field: 'habitats', is: 'noneOf', value: ['dune'] }, {}, true],
    [
      'contains without case and accents',
      { field: 'name', is: 'contains', value: 'HERON' },
      { name: 'Bell héron' },
      true,
    ],
    ['starts with', { field: 'name', is: 'startsWith', value: 'bell' }, { name: 'Bell heron' }, true],
    [
      'starts with another word',
      { field: 'name', is: 'startsWith', value: 'heron' },
      { name: 'Bell heron' },
      false,
    ],
    ['more than', { field: 'size', is: 'moreThan', value: 10 }, { size: 10 }, false],
    ['less than', { field: 'size', is: 'lessThan', value: 10 }, { size: 9 }, true],
    ['between, both ends counted', { field: 'size', is: 'between', value: [9, 10] }, { size: 10 }, true],
    [
      'after a day told from now',
      { field: 'seen', is: 'after', value: { now: '-1 weeks' } },
      { seen: '2026-11-19' },
      true,
    ],
    [
      'before today',
      { field: 'seen', is: 'before', value: { now: '+0 days' } },
      { seen: '2026-11-25' },
      false,
    ],
    ['no is an answer', { field: 'rare', is: 'equals', value: false }, { rare: false }, true],
    ['an unanswered question is not no', { field: 'rare', is: 'equals', value: false }, {}, false],
    ['filled', { field: 'body', is: 'filled' }, { body: 'Words.' }, true],
    ['empty', { field: 'body', is: 'empty' }, {}, true],
    ['an empty field passes no comparison', { field: 'size', is: 'lessThan', value: 10 }, {}, false],
    [
      'all',
      {
        all: [
          { field: 'rare', is: 'equals', value: true },
          { field: 'size', is: 'filled' },
        ],
      },
      { rare: true },
      false,
    ],
    [
      'any',
      {
        any: [
          { field: 'rare', is: 'equals', value: true },
          { field: 'size', is: 'filled' },
        ],
      },
      { rare: true },
      true,
    ],
    ['not', { not: { field: 'rare', is: 'equals', value: true } }, {}, true],
  ])('%s', (_, given, entry, wanted) => expect(passes(given, entry)).toBe(wanted));

  test('are told in plain words', () => {
    const given = condition({
      all: [
        { field: 'group', is: 'oneOf', value: ['bird', 'plant'] },
        { field: 'seen', is: 'after', value: { now: '-30 days' } },
        {
          any: [
            { field: 'size', is: 'between', value: [1, 9] },
            { field: 'name', is: 'contains', value: 'heron' },
          ],
        },
        { not: { field: 'body', is: 'empty' } },
      ],
    });
    expect(conditionInWords(given, species, { locale: 'en-GB' })).toBe(
      'Group is one of Bird, Plant and Last seen is after 30 days ago and (Size is between 1\u00a0cm and 9\u00a0cm or Name contains “heron”) and not (Body is empty)',
    );
    expect(conditionInWords(everyEntry, species, { locale: 'en' })).toBe('every entry');
  });
  test('know whether the passing of days can change them', () => {
    expect(
      turnsWithTheDay(
        condition({ all: [{ not: { field: 'seen', is: 'before', value: { now: '+1 days' } } }] }),
      ),
    ).toBe(true);
    expect(turnsWithTheDay(condition({ field: 'seen', is: 'before', value: '2026-01-01' }))).toBe(false);
  });
});

describe('bad conditions', () => {
  const deep = (n: number): Json => (n === 0 ? { field: 'name', is: 'filled' } : { not: deep(n - 1) });
  test.each<[string, Json, string, string]>([
    ['no condition at all', 7, '', 'kind'],
    ['an unknown field', { field: 'wings', is: 'filled' }, '/field', 'unknown-field'],
    ['a comparison of another kind', { field: 'group', is: 'moreThan', value: 1 }, '/is', 'comparison'],
    ['no value of the field’s kind', { field: 'size', is: 'moreThan', value: 'big' }, '/value', 'kind'],
    [
      'one bad value of several',
      { field: 'group', is: 'oneOf', value: ['bird', 'bat'] },
      '/value/1',
      'not-a-choice',
    ],
    ['a value where none belongs', { field: 'size', is: 'filled', value: 3 }, '/value', 'value'],
    ['one value where two belong', { field: 'size', is: 'between', value: [3] }, '/value', 'value'],
    [
      'a day told from now in no known way',
      { field: 'seen', is: 'after', value: { now: 'soon' } },
      '/value',
      'relative',
    ],
    ['an unknown word', { field: 'size', is: 'filled', loudly: true }, '/loudly', 'unknown'],
    ['any of nothing', { any: [] }, '/any', 'empty'],
    ['no list', { all: {} }, '/all', 'kind'],
    ['too deep', deep(7), '/not/not/not/not/not/not', 'too-deep'],
    [
      'too many',
      { all: Array.from({ length: 61 }, () => ({ field: 'name', is: 'filled' })) },
      '/all',
      'too-many',
    ],
  ])('%s is refused at its place', (_, given, path, code) => {
    const { faults } = parseCondition(model, species, given, '');
    expect(faults.map((fault) => [fault.path, fault.code])).toContainEqual([path, code]);
  });
  test('of a field that is not kept for filtering is refused, unless it asks whether there is a value', () => {
    const plain = {
      ...model.document,
      contentTypes: model.document.contentTypes.map((type) => ({
        ...type,
        fields: type.fields.map((each) => ({ ...each, indexed: false })),
      })),
    };
    const type = contentType(new CompiledModel(plain, 2), 'species');
    expect(parseCondition(model, type, { field: 'size', is: 'moreThan', value: 1 }, '').faults[0]?.code).toBe(
      'not-indexed',
    );
    expect(parseCondition(model, type, { field: 'size', is: 'filled' }, '').faults).toEqual([]);
  });
});

describe('rules of listings', () => {
  const whole = {
    ...proposeRule(model, species),
    order: [
      { by: 'group', direction: 'up' },
      { by: 'published', direction: 'down' },
    ],
    where: { all: [{ field: 'group', is: 'equals', value: 'bird' }] },
  };
  test('are proposed from the type: newest first where it has a date, else by name, with its own face', () => {
    expect(proposeRule(model, species)).toMatchObject({
      from: ['species'],
      heading: 'Species',
      order: [{ by: 'seen', direction: 'down' }],
      mapping: { heading: [[{ field: 'name' }]] },
    });
    expect(proposeRule(model, contentType(model, 'notice'))).toMatchObject({
      order: [{ by: 'title', direction: 'up' }],
    });
  });
  test('are read by key, kept by id, and spoken as they were read', () => {
    const { rule, faults } = parseRule(model, whole);
    expect(faults).toEqual([]);
    expect(rule?.order[0]).toEqual({ by: idOf('group'), direction: 'up' });
    expect(rule && serializeRule(model, rule)).toEqual(whole);
  });
  test.each<[string, JsonObject, string]>([
    ['an unknown type', { from: ['bats'] }, '/from/0'],
    ['an unknown part', { colour: 'red' }, '/colour'],
    ['a limit of nought', { limit: 0 }, '/limit'],
    ['a limit past a thousand', { limit: 1001 }, '/limit'],
    ['a limit in words', { limit: 'most' }, '/limit'],
    ['a page of none', { perPage: 0 }, '/perPage'],
    ['a page past two hundred', { limit: 'all', perPage: 201 }, '/perPage'],
    ['an unknown arrangement', { arrangement: 'spiral' }, '/arrangement'],
    ['a heading that is no words', { heading: 7 }, '/heading'],
    ['sorting by what has several values', { order: [{ by: 'habitats', direction: 'up' }] }, '/order/0/by'],
    ['sorting nowhere', { order: [{ by: 'name', direction: 'sideways' }] }, '/order/0/direction'],
    [
      'five sort keys',
      { order: Array.from({ length: 5 }, () => ({ by: 'name', direction: 'up' })) },
      '/order',
    ],
    ['a face without a heading', { mapping: {} }, '/mapping/heading'],
    [
      'a kind that cannot feed a part',
      { mapping: { heading: [[{ field: 'size' }]] } },
      '/mapping/heading/0/0/field',
    ],
    [
      'more chains than a part shows',
      { mapping: { heading: [[{ field: 'name' }], [{ field: 'name' }]] } },
      '/mapping/heading',
    ],
    [
      'a format out of bounds',
      { mapping: { heading: [[{ field: 'name', format: { shorten: 2 } }]] } },
      '/mapping/heading/0/0/format/shorten',
    ],
    [
      'fixed words that say nothing',
      { mapping: { heading: [[{ words: ' ' }]] } },
      '/mapping/heading/0/0/words',
    ],
  ])('%s is refused at its place', (_, change, path) => {
    const { rule, faults } = parseRule(model, { ...whole, ...change });
    expect(rule).toBeUndefined();
    expect(faults.map((fault) => fault.path)).toContain(path);
  });
  test('a comparison knows how many values it takes', () => {
    expect((['filled', 'equals', 'between', 'noneOf'] as const).map(valuesTaken)).toEqual([
      'none',
      'one',
      'two',
      'list',
    ]);
  });
  test('tell every field they read', () => {
    const { rule } = parseRule(model, whole);
    expect(rule && testsOf(rule.where).map((test) => test.field)).toEqual([idOf('group')]);
    expect(rule && fieldsOfMapping(rule.mapping).sort()).toEqual(
      ['group', 'name', 'summary', 'body', 'habitats', 'size'].map(idOf).sort(),
    );
  });
});

describe('faces', () => {
  const face = (given: JsonObject) =>
    mapToFace(species.definition.face.mapping, species, { values: values(given) }, drawing);
  test('each part shows the first step with a value, and says which it was', () => {
    expect(
      face({ name: 'Bell heron', body: 'Only a body, of some length, to be cut at a word.' }).summary,
    ).toEqual([{ words: 'Only a body, of some length, to be cut…', field: idOf('body'), step: 1 }]);
    expect(face({ name: 'Bell heron', summary: 'Rings.', body: 'More.' }).summary).toEqual([
      { words: 'Rings.', field: idOf('summary'), step: 0 },
    ]);
  });
  test('a part without a value is absent', () =>
    expect(Object.keys(face({ name: 'Bell heron' }))).toEqual(['heading']));
  test('marks stand apart, only the first so many', () => {
    expect(face({ name: 'x', habitats: ['dune', 'water', 'reed'] }).marks?.map(({ words }) => words)).toEqual(
      ['Open water', 'Reedbed'],
    );
  });
  test('figures carry their unit', () =>
    expect(face({ name: 'x', size: 80 }).figures?.[0]?.words).toBe('80\u00a0cm'));
  test('fixed words are the last resort', () => {
    const shown = mapToFace(
      { heading: [[{ field: idOf('summary') }, { words: 'Unnamed' }]] },
      species,
      { values: {} },
      drawing,
    );
    expect(shown.heading).toEqual([{ words: 'Unnamed', step: 1 }]);
  });
  test('long words are cut so that no more than asked for stand', () => {
    expect(shorten('Short enough', 20)).toBe('Short enough');
    expect(shorten('One two three four', 12)).toBe('One two…');
    expect(shorten('Unbreakablelongword', 10)).toBe('Unbreakab…');
    expect(Array.from(shorten('🐦'.repeat(20), 10))).toHaveLength(10);
  });
  test('ask for the coverage of every step', () => {
    expect(coverageQuestions(species.definition.face.mapping).find(({ part }) => part === 'summary')).toEqual(
      {
        part: 'summary',
        always: false,
        fields: [idOf('summary'), idOf('body')],
        steps: [
          { chain: 0, step: 0, field: idOf('summary'), before: [] },
          { chain: 0, step: 1, field: idOf('body'), before: [idOf('summary')] },
        ],
      },
    );
  });
});

describe('order', () => {
  const entry = (serial: number, given: JsonObject, published = 0): Sortable => ({
    serial,
    values: values(given),
    published,
    changed: 0,
  });
  const order = (keys: [string, 'up' | 'down'][], entries: Sortable[]) =>
    [...entries]
      .sort(
        compareBy(
          keys.map(([by, direction]) => ({ by: by === 'published' ? by : idOf(by), direction })),
          species,
          'en-GB',
        ),
      )
      .map(({ serial }) => serial);
  test('goes by the keys in turn, ties settled the same way every time', () => {
    const entries = [
      entry(3, { name: 'B', group: 'plant' }),
      entry(1, { name: 'A', group: 'plant' }),
      entry(2, { name: 'C', group: 'bird' }),
      entry(4, { name: 'A', group: 'plant' }),
    ];
    expect(
      order(
        [
          ['group', 'up'],
          ['name', 'down'],
        ],
        entries,
      ),
    ).toEqual([2, 3, 1, 4]);
  });
  test('puts entries without a value last, whichever the direction', () => {
    const entries = [
      entry(1, { name: 'A' }),
      entry(2, { name: 'B', size: 5 }),
      entry(3, { name: 'C', size: 9 }),
    ];
    expect(order([['size', 'up']], entries)).toEqual([2, 3, 1]);
    expect(order([['size', 'down']], entries)).toEqual([3, 2, 1]);
  });
  test('can go by the moment of publishing', () =>
    expect(order([['published', 'down']], [entry(1, { name: 'A' }, 5), entry(2, { name: 'B' }, 9)])).toEqual([
      2, 1,
    ]));
  test('folds letters for searching', () => expect(folded('Éclair ÆÖ')).toBe('eclair æo'));
});
