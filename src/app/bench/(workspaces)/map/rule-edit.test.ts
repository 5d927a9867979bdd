import { contentType, field, smallCompiled } from '../../../../../tests/small-model';
import type { Json } from '../../../../core/json';
import { parseRule } from '../../../../core/mapping/rule/parse';
import { partKeys } from '../../../../core/mapping/parts';
import { proposeRule } from '../../../../core/mapping/rule/propose-rule';
import { wideCompiled } from '../../../../../tests/wide-model';
import {
  beginStep,
  byKey,
  chainsOf,
  feedersOf,
  feedersThrough,
  stepInWords,
  withChains,
} from '../../../../ui/mapping-edit';
import { asTest, beginTest, comparisonsOf, conditionsOf } from './rule-edit';

const model = smallCompiled();
const species = contentType(model, 'species');
const names = byKey(species.fields);

test('every test that can be begun is one that the server takes', () => {
  for (const each of species.fields) {
    for (const is of comparisonsOf(each)) {
      const begun = beginTest(each, is);
      // Words are the one thing that has to be typed first.
      const value = begun.value === '' ? 'heron' : begun.value;
      const { faults } = parseRule(model, {
        ...proposeRule(model, species),
        where: { all: [{ ...begun, ...(value === undefined ? {} : { value }) } as Json] },
      });
      expect([each.key, is, faults]).toEqual([each.key, is, []]);
    }
  }
});

test('every step that is offered for a part can feed it', () => {
  for (const part of partKeys) {
    for (const feeder of feedersOf(species.fields, part)) {
      const mapping = withChains({ heading: [[{ field: 'name' }]] }, part, [
        [beginStep(feeder, part, names)],
      ]);
      expect(parseRule(model, { ...proposeRule(model, species), mapping }).faults).toEqual([]);
    }
  }
});

test('chains are read and put back; a part without any is absent', () => {
  const { mapping } = proposeRule(model, species);
  expect(chainsOf(mapping, 'summary')).toHaveLength(1);
  expect(withChains(mapping, 'summary', [[]])).not.toHaveProperty('summary');
  expect(chainsOf({ summary: 'x' }, 'summary')).toEqual([]);
});

test('conditions of any shape can be shown, and tests edited', () => {
  const test1: Json = { field: 'size', is: 'filled' };
  expect(conditionsOf({ all: [test1] })).toEqual([test1]);
  expect(conditionsOf({ any: [test1] })).toEqual([{ any: [test1] }]);
  expect([asTest(test1)?.field, asTest({ any: [] })]).toEqual(['size', undefined]);
});

test('steps are told in words', () => {
  expect(stepInWords({ field: 'summary', format: { shorten: 80 } }, names)).toBe('Summary, 80 characters');
  expect(stepInWords(beginStep(field(species, 'habitats'), 'marks', names), names)).toBe('Habitats, first 3');
  expect(stepInWords({ words: 'Unnamed' }, names)).toBe('“Unnamed”');
  expect(stepInWords({ field: 'gone' }, names)).toBe('a field that is gone');
});

test('what an entry link leads to feeds parts too, and is told by both names', () => {
  const wide = wideCompiled();
  const walk = contentType(wide, 'walk');
  const through = byKey(walk.fields, wide.contentTypes);
  expect(feedersThrough(through, 'picture').map(({ name, label }) => [name, label])).toEqual([
    ['shows.picture', 'Shows’s Picture'],
    ['above.picture', 'Above all’s Picture'],
  ]);
  for (const part of partKeys)
    for (const { name, field: end } of feedersThrough(through, part)) {
      const step = beginStep(end, part, through, name);
      expect([
        name,
        parseRule(wide, {
          ...proposeRule(wide, walk),
          mapping: withChains({ heading: [[{ field: 'title' }]] }, part, [[step]]),
        }).faults,
      ]).toEqual([name, []]);
    }
  expect(stepInWords({ field: 'above.summary', format: { shorten: 80 } }, through)).toBe(
    'Above all’s Summary, 80 characters',
  );
});
