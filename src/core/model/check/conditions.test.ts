import fc from 'fast-check';
import { condition as anyCondition, entry } from '../../../../tests/any-content';
import { contentType, field, smallCompiled } from '../../../../tests/small-model';
import { parseValues } from '../../content/values';
import { newId } from '../../ids';
import type { Json } from '../../json';
import type { Condition } from '../../mapping/rule/listing-rule';
import { matches } from '../../mapping/rule/matches';
import { parseCondition } from '../../mapping/rule/parse';
import type { Field } from '../document';
import { showsInCircle, whyNever } from './conditions';

const model = smallCompiled();
const species = contentType(model, 'species');
const of = (key: string) => field(species, key).id;
const choice = (key: string) => {
  const found = field(species, 'group');
  return found.kind === 'choice' ? (found.rules.choices.find((each) => each.key === key)?.id ?? '') : '';
};
const is = (key: string, how: string, value?: Json): Condition =>
  ({ field: of(key), is: how, ...(value === undefined ? {} : { value }) }) as Condition;

test.each<[string, Condition, RegExp]>([
  ['a field that is gone', { field: newId(), is: 'filled' }, /gone/],
  ['a choice that is gone', is('group', 'equals', newId()), /no longer has/],
  ['choices that are all gone', is('group', 'oneOf', [newId(), newId()]), /no longer has/],
  ['more than the most', is('size', 'moreThan', 500), /never more than 500/],
  ['less than the least', is('size', 'lessThan', 0), /never less than 0/],
  ['an empty field that must be filled in', is('name', 'empty'), /always be filled in/],
  [
    'one field to be two things',
    { all: [is('group', 'equals', choice('bird')), is('group', 'equals', choice('plant'))] },
    /two things at once/,
  ],
  [
    'a field to be empty and something',
    { all: [is('size', 'empty'), is('size', 'moreThan', 3)] },
    /empty and something/,
  ],
  ['any of nothing', { any: [] }, /never/],
  [
    'any of what is never so',
    { any: [is('name', 'empty'), is('size', 'moreThan', 500)] },
    /always be filled in/,
  ],
  ['the opposite of everything', { not: { all: [] } }, /never so/],
  [
    'what is never so, deep inside',
    { all: [is('rare', 'filled'), { all: [is('name', 'empty')] }] },
    /always be filled in/,
  ],
])('a condition that asks for %s can never hold', (_, condition, words) => {
  expect(whyNever(condition, species.fields)).toMatch(words);
});

test.each<[string, Condition]>([
  ['everything', { all: [] }],
  ['one choice of which another is gone', is('group', 'oneOf', [newId(), choice('bird')])],
  ['any of two, one of which is never so', { any: [is('name', 'empty'), is('rare', 'filled')] }],
  [
    'two values of a field that holds several',
    { all: [is('habitats', 'allOf', []), is('habitats', 'filled')] },
  ],
  [
    'an empty field that is none of some',
    { all: [is('group', 'empty'), is('group', 'noneOf', [choice('bird')])] },
  ],
  ['just under the most', is('size', 'moreThan', 499)],
])('a condition that asks for %s may hold', (_, condition) => {
  expect(whyNever(condition, species.fields)).toBeUndefined();
});

test('what is said never to hold never holds, whatever an entry without faults says', () => {
  const day = '2026-11-25';
  const held = { never: 0 };
  fc.assert(
    fc.property(entry, anyCondition, (given, asked) => {
      const { condition, faults } = parseCondition(model, species, asked, '');
      const { values } = parseValues(species.fields, given, {}, '');
      fc.pre(faults.length === 0);
      if (whyNever(condition, species.fields) === undefined) return true;
      held.never += 1;
      return !matches(condition, values, day);
    }),
    { numRuns: 2000, seed: 11 },
  );
  // The question was asked in earnest.
  expect(held.never).toBeGreaterThan(50);
});

test('showing a field may hang on another, but not on itself, straight or around a corner', () => {
  const shownWhen = (key: string, on?: string): Field => ({
    id: key,
    key,
    label: key,
    kind: 'line',
    rules: {},
    ...(on
      ? {
          showWhen: {
            any: [
              { field: on, is: 'filled' },
              { field: 'other', is: 'filled' },
            ],
          },
        }
      : {}),
  });
  const straight = [shownWhen('a', 'b'), shownWhen('b'), shownWhen('other')];
  expect(straight.map((each) => showsInCircle(each, straight))).toEqual([false, false, false]);
  const round = [shownWhen('a', 'b'), shownWhen('b', 'c'), shownWhen('c', 'a'), shownWhen('d', 'a')];
  expect(round.map((each) => showsInCircle(each, round))).toEqual([true, true, true, false]);
});
