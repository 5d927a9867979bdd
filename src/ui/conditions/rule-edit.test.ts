import fc from 'fast-check';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { contentType, field, smallCompiled } from '../../../tests/small-model';
import type { Json } from '../../core/json';
import { parseRule } from '../../core/mapping/rule/parse';
import { partKeys } from '../../core/mapping/parts';
import { proposeRule } from '../../core/mapping/rule/propose-rule';
import { wideCompiled } from '../../../tests/wide-model';
import {
  beginStep,
  byKey,
  chainsOf,
  feedersOf,
  feedersThrough,
  stepInWords,
  withChains,
} from '../mapping-edit';
import {
  asTest,
  beginTest,
  comparisonsOf,
  conditionsOf,
  isWaiting,
  withComparison,
  type SpokenTest,
} from './rule-edit';

const model = smallCompiled();
const species = contentType(model, 'species');
const names = byKey(species.fields);

const types = [...model.contentTypes, ...wideCompiled().contentTypes].map((type) => ({
  type,
  of: model.contentTypes.includes(type) ? model : wideCompiled(),
}));
const faultsOf = (of: CompiledModel, type: CompiledType<ContentType>, test1: SpokenTest) =>
  parseRule(of, { ...proposeRule(of, type), where: { all: [{ ...test1 } as Json] } }).faults;

test('every test that can be begun is one that the server takes, or waits for what it compares with', () => {
  for (const { of, type } of types)
    for (const each of type.fields)
      for (const is of comparisonsOf(each)) {
        const faults = faultsOf(of, type, beginTest(each, is));
        expect([each.key, is, faults.filter((fault) => !isWaiting(fault))]).toEqual([each.key, is, []]);
      }
});

test('another comparison keeps what can be kept of a value, whatever was chosen before', () => {
  const any = fc.constantFrom(
    ...types.flatMap(({ of, type }) => type.fields.map((each) => ({ of, type, each }))),
  );
  let kept = 0;
  fc.assert(
    fc.property(any, fc.array(fc.nat(13), { minLength: 2, maxLength: 6 }), ({ of, type, each }, picks) => {
      const known = comparisonsOf(each);
      const begun = beginTest(each, known[(picks[0] ?? 0) % known.length] ?? 'filled');
      let now = begun;
      const had = JSON.stringify(begun.value ?? []);
      for (const pick of picks.slice(1)) {
        now = withComparison(each, now, known[pick % known.length] ?? 'filled');
        // It is as good as one begun anew, and says nothing that was not chosen.
        expect(faultsOf(of, type, now).filter((fault) => !isWaiting(fault))).toEqual([]);
        for (const value of [now.value].flat())
          if (value !== undefined && had.includes(JSON.stringify(value))) kept += 1;
      }
    }),
    { numRuns: 400 },
  );
  expect(kept).toBeGreaterThan(60);
  const rarity = field(species, 'group');
  const two: SpokenTest = { field: 'group', is: 'oneOf', value: ['bird', 'insect'] };
  expect(withComparison(rarity, two, 'noneOf').value).toEqual(['bird', 'insect']);
  expect(withComparison(rarity, two, 'equals').value).toBe('bird');
  expect(withComparison(rarity, { ...two, value: ['gone', 'insect'] }, 'equals').value).toBe('insect');
  expect(
    withComparison(field(species, 'size'), { field: 'size', is: 'equals', value: 3 }, 'between').value,
  ).toEqual([3, 3]);
  const here: SpokenTest = { field: 'habitats', is: 'oneOf', value: { here: 'entry.habitats' } };
  expect(withComparison(field(species, 'habitats'), here, 'allOf').value).toEqual(here.value);
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
