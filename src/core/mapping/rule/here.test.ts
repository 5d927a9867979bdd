import { contentType, field, smallCompiled } from '../../../../tests/small-model';
import type { Json } from '../../json';
import { conditionInWords } from './condition-words';
import { asksOfPlace, bindPlace } from './here';
import { turnsWithTheDay } from './listing-rule';
import { matches } from './matches';
import { proposeRule } from './propose-rule';
import { parseRule, parseCondition } from './parse';
import { serializeRule } from './serialize-rule';

const model = smallCompiled();
const species = contentType(model, 'species');
const habitats = field(species, 'habitats');
const day = '2026-11-25';
const read = (spoken: Json) => parseCondition(model, species, spoken, '/where');
const more: Json = {
  all: [{ field: 'habitats', is: 'oneOf', value: { here: 'entry.habitats' } }, { not: { entry: 'here' } }],
};

test('what a rule takes from its place is put in there, and nothing is like a place that has nothing', () => {
  const { condition, faults } = read(more);
  expect(faults).toEqual([]);
  expect([asksOfPlace(condition), asksOfPlace({ all: [] }), turnsWithTheDay(condition)]).toEqual([
    ['entry'],
    [],
    false,
  ]);
  const [reed, wood] = ['reed', 'wood'];
  const heron = { id: 'heron', values: { [habitats.id]: [reed] } };
  const on = (values: Record<string, Json>, id: string) =>
    matches(bindPlace(condition, { entry: heron }), values as never, day, undefined, { id });
  expect([
    on({ [habitats.id]: [reed, wood] }, 'newt'),
    on({ [habitats.id]: [wood] }, 'newt'),
    on({ [habitats.id]: [reed] }, 'heron'),
  ]).toEqual([true, false, false]);
  const anywhere = bindPlace(condition, {});
  expect(matches(anywhere, { [habitats.id]: [reed] } as never, day, undefined, { id: 'newt' })).toBe(false);
  const without = bindPlace(
    read({ field: 'habitats', is: 'noneOf', value: { here: 'entry.habitats' } }).condition,
    {},
  );
  expect(matches(without, { [habitats.id]: [reed] } as never, day)).toBe(true);
});

test('such a rule is spoken by keys as it was read, and told in words', () => {
  const { rule, faults } = parseRule(model, { ...proposeRule(model, species), where: more });
  expect(faults).toEqual([]);
  expect(rule && serializeRule(model, rule).where).toEqual(more);
  expect(conditionInWords(read(more).condition, species, { locale: 'en-GB' })).toBe(
    'Habitats is one of this entry’s Habitats and it is not the entry of this page',
  );
});

test.each<[string, Json, string, string]>([
  [
    'a place that is none',
    { field: 'habitats', is: 'oneOf', value: { here: 'moon' } },
    '/where/value',
    'here',
  ],
  [
    'a category where the field holds none',
    { field: 'habitats', is: 'oneOf', value: { here: 'category' } },
    '/where/value',
    'kind',
  ],
  [
    'a field that no type has',
    { field: 'habitats', is: 'oneOf', value: { here: 'entry.wings' } },
    '/where/value',
    'unknown-field',
  ],
  [
    'a field of another kind',
    { field: 'habitats', is: 'oneOf', value: { here: 'entry.size' } },
    '/where/value',
    'unknown-field',
  ],
  [
    'two ends from one place',
    { field: 'size', is: 'between', value: { here: 'entry.size' } },
    '/where/value',
    'value',
  ],
  [
    'anything beside a place',
    { field: 'size', is: 'equals', value: { here: 'entry.size', or: 1 } },
    '/where/value/or',
    'unknown',
  ],
  ['entries that are no ids', { any: [{ entry: ['heron'] }] }, '/where/any/0/entry', 'value'],
])('%s is refused at its place', (_, spoken, path, code) => {
  expect(read(spoken).faults[0]).toMatchObject({ path, code });
});
