import fc from 'fast-check';
import { contentType, smallCompiled } from '../../../../tests/small-model';
import type { Json, JsonObject } from '../../json';
import { facetCondition, facetsOf } from './facets';
import { Sources } from './sources';
import { matches } from './matches';
import { narrowingTo } from './narrowing';
import { allIn } from './pins';
import { parseRule } from './parse';
import { proposeRule } from './propose-rule';
import type { ListingRule } from './listing-rule';

const model = smallCompiled();
const species = contentType(model, 'species');
const rule = (given: JsonObject): ListingRule => {
  const { rule: read, faults } = parseRule(model, { ...proposeRule(model, species), ...given });
  if (!read) throw new Error(JSON.stringify(faults));
  return read;
};

const test1 = fc.constantFrom<Json[]>(
  { field: 'group', is: 'equals', value: 'bird' },
  { field: 'group', is: 'oneOf', value: ['bird', 'plant'] },
  { field: 'habitats', is: 'oneOf', value: ['water'] },
  { field: 'habitats', is: 'allOf', value: ['water', 'reed'] },
  { field: 'rare', is: 'equals', value: true },
  { field: 'summary', is: 'filled' },
);
const where = fc.uniqueArray(test1, { maxLength: 3, selector: (each) => JSON.stringify(each) });
const facets = fc.subarray(['group', 'habitats', 'rare']);
const choiceOf = (key: string) => {
  const field = species.fieldByKey(key)!;
  return (choice: string) =>
    'choices' in field.rules ? (field.rules.choices.find((each) => each.key === choice)?.id ?? '') : '';
};
const some = fc.record({
  group: fc.constantFrom('bird', 'insect', 'plant').map(choiceOf('group')),
  habitats: fc.subarray(['water', 'reed', 'wood']).map((all) => all.map(choiceOf('habitats'))),
  rare: fc.boolean(),
  summary: fc.constantFrom('', 'Said.'),
});
const valuesOf = (given: JsonObject) =>
  Object.fromEntries(
    Object.entries(given)
      .filter(([, value]) => value !== '' && (value as Json[]).length !== 0)
      .map(([key, value]) => [species.fieldByKey(key)!.id, value]),
  );

test('what a list is narrowed to is what the rule lets through, for whatever entry', () => {
  let narrowed = 0;
  let refused = 0;
  fc.assert(
    fc.property(
      where,
      where,
      facets,
      fc.array(some, { minLength: 8, maxLength: 8 }),
      (wide, more, by, all) => {
        const list = rule({ where: { all: wide }, facets: by });
        const own = rule({ where: { all: [...wide, ...more] } });
        const asked = facetsOf(list, Sources.of(model, list.from));
        const chosen = narrowingTo(list, asked, own);
        if (!chosen) {
          refused += 1;
          return;
        }
        narrowed += 1;
        for (const each of all) {
          const passes = (condition: ListingRule['where']) =>
            matches(condition, valuesOf(each) as never, '2026-11-25');
          expect(passes({ all: [allIn(list), facetCondition(asked, chosen)] })).toBe(passes(allIn(own)));
        }
      },
    ),
    { numRuns: 400 },
  );
  expect([narrowed > 60, refused > 60]).toEqual([true, true]);
});

test('a list that shows less, or something by hand, cannot stand for a rule', () => {
  const rare = { field: 'rare', is: 'equals', value: true };
  const asked = facetsOf(rule({ facets: ['rare'] }), Sources.of(model, [species.id]));
  const chosen = (list: JsonObject, own: JsonObject) =>
    narrowingTo(rule({ facets: ['rare'], ...list }), asked, rule(own));
  const entry = '01a21e2f-7af5-747e-b790-83d481bd71c8';
  expect(chosen({}, { where: rare })?.size).toBe(1);
  expect(chosen({}, {})?.size).toBe(0);
  expect([
    chosen({ where: rare }, {}),
    chosen({ skip: 2 }, {}),
    chosen({ leaveOut: [entry] }, {}),
    chosen({}, { pins: [{ entry }] }),
    chosen({}, { where: { any: [rare, { field: 'group', is: 'equals', value: 'bird' }] } }),
  ]).toEqual([undefined, undefined, undefined, undefined, undefined]);
});
