import { contentType, field, pageType, smallCompiled, withSpeciesPages } from '../../../../tests/small-model';
import type { Json, JsonObject } from '../../json';
import { CompiledModel } from '../../model/compile';
import { withSources } from './change-sources';
import { conditionInWords } from './condition-words';
import { bindPlace } from './here';
import type { ListingRule } from './listing-rule';
import { mapToFace } from '../map';
import { matches } from './matches';
import { proposeRule } from './propose-rule';
import { parseRule, parseCondition } from './parse';
import { ruleIn, sourceByKey, Sources } from './sources';
import { serializeRule } from './serialize-rule';

const model = smallCompiled();
const [species, notice, plain] = [
  contentType(model, 'species'),
  contentType(model, 'notice'),
  pageType(model, 'plain'),
];
const all = new Sources([species, notice, plain]);
const day = '2026-11-25';
const given: JsonObject = {
  ...proposeRule(model, species, notice, plain),
  order: [
    { by: 'date', direction: 'down' },
    { by: 'species:size', direction: 'up' },
    { by: 'title', direction: 'up' },
  ],
  where: {
    any: [
      { field: 'species:group', is: 'equals', value: 'bird' },
      { field: 'title', is: 'contains', value: 'marsh' },
      { field: 'page:plain:text', is: 'filled' },
    ],
  },
};
const read = (rule: JsonObject): ListingRule => {
  const { rule: found, faults } = parseRule(model, rule);
  if (!found) throw new Error(JSON.stringify(faults));
  return found;
};

test('several sources are spoken about by roles, and by the fields of each; one by its own fields', () => {
  expect(all.fields.map(({ key }) => key)).toEqual(
    expect.arrayContaining([
      'title',
      'summary',
      'date',
      'species:name',
      'species:group',
      'notice:title',
      'page:plain:text',
    ]),
  );
  expect(new Sources([species]).fieldByKey('name')).toBe(field(species, 'name'));
  const rule = read(given);
  expect(rule.from).toEqual([species.id, notice.id, plain.id]);
  expect(serializeRule(model, rule)).toEqual(given);
  // A role is the field that each has for it; what a type does not have is empty in it.
  expect(ruleIn(rule, notice).order.map(({ by }) => by)).toEqual([
    'date',
    field(species, 'size').id,
    field(notice, 'title').id,
  ]);
  const passes = (type: typeof species | typeof plain, values: JsonObject) =>
    matches(ruleIn(rule, type).where, values as never, day);
  expect([
    passes(species, { [field(species, 'name').id]: 'Marsh tit' }),
    passes(notice, { [field(notice, 'title').id]: 'The gate' }),
    passes(plain, { [field(plain, 'text').id]: 'Words.' }),
  ]).toEqual([true, false, true]);
});

test('a part of several sources shows what each of them has for it', () => {
  const { mapping } = read({
    ...given,
    mapping: {
      heading: [[{ field: 'title' }]],
      summary: [[{ field: 'species:summary' }, { field: 'notice:text' }, { words: 'Nothing said' }]],
    },
  });
  const face = (type: typeof species | typeof plain, values: JsonObject) => {
    const shown = mapToFace(
      ruleIn({ where: { all: [] }, order: [], mapping }, type).mapping,
      type,
      { values: values as never },
      { model, today: day, locale: 'en-GB' },
    );
    return [shown.heading?.[0]?.words, shown.summary?.[0]?.words];
  };
  expect(
    face(notice, { [field(notice, 'title').id]: 'The gate', [field(notice, 'text').id]: 'It is shut.' }),
  ).toEqual(['The gate', 'It is shut.']);
  expect(face(plain, { [field(plain, 'title').id]: 'Visit' })).toEqual(['Visit', 'Nothing said']);
});

test('bad sources are refused where they stand', () => {
  const faults = (from: Json) =>
    parseRule(model, { ...given, from }).faults.map(({ path, code }) => `${path} ${code}`);
  expect([faults('species'), faults([]), faults(['species', 'species'])[0], faults(['page:hide'])]).toEqual([
    ['/from bound'],
    ['/from bound'],
    '/from/1 twice',
    ['/from/0 unknown-type'],
  ]);
  // A page that only says how the pages of entries are is no page to go to.
  const wide = new CompiledModel(withSpeciesPages(), 1);
  expect([sourceByKey(wide, 'page:plain')?.definition.label, sourceByKey(wide, 'page:speciesPage')]).toEqual([
    'Plain page',
    undefined,
  ]);
});

test('taking another source keeps what can be kept, and falls back to what all have', () => {
  const one = read({
    ...proposeRule(model, species),
    where: { all: [{ field: 'group', is: 'equals', value: 'bird' }] },
    order: [{ by: 'size', direction: 'up' }],
    facets: ['group'],
  });
  const two = withSources(model, one, [species.id, notice.id]);
  const spoken = serializeRule(model, two);
  expect(spoken).toMatchObject({
    from: ['species', 'notice'],
    where: { all: [{ field: 'species:group' }] },
    order: [{ by: 'species:size' }],
    facets: ['species:group'],
    mapping: { heading: [[{ field: 'species:name' }, { field: 'title' }]] },
  });
  expect(parseRule(model, spoken).faults).toEqual([]);
  const other = withSources(model, two, [notice.id]);
  expect(serializeRule(model, other)).toMatchObject({
    from: ['notice'],
    where: { all: [] },
    order: [],
    mapping: { heading: [[{ field: 'title' }]] },
  });
  expect(parseRule(model, serializeRule(model, other)).faults).toEqual([]);
});

describe('how something stands', () => {
  const id = '01a2157b-dcdf-7217-9ef9-ced5490f0816';
  const asked = (condition: Json) => parseCondition(model, all, condition, '');
  const about = {
    id,
    isBelow: (page: string, children: boolean) => page === id && !children,
    author: id,
    languages: ['en-GB', 'fr'],
    state: 'published' as const,
  };
  test.each<[Json, boolean, string]>([
    [{ under: [id] }, true, 'its page stands below a page'],
    [{ under: [id], only: 'children' }, false, 'its page stands right below a page'],
    [{ author: [id] }, true, 'its author is a person'],
    [{ language: ['fr'] }, true, 'it is said in fr'],
    [{ not: { state: ['draft', 'published'] } }, false, 'not (it is Draft or Published)'],
  ])('%j is asked, and told in words', (condition, wanted, words) => {
    const { condition: where, faults } = asked(condition);
    expect([
      faults,
      matches(where, {}, day, undefined, about),
      conditionInWords(where, all, { locale: 'en-GB' }),
    ]).toEqual([[], wanted, words]);
  });
  test('is settled by the place: below this page, in its language', () => {
    const { condition } = asked({ all: [{ under: 'here' }, { language: 'here' }] });
    expect(bindPlace(condition, { page: { id, values: {} }, language: 'fr' })).toEqual({
      all: [{ under: [id] }, { language: ['fr'] }],
    });
    expect(bindPlace(condition, {})).toEqual({ all: [{ under: [] }, { all: [] }] });
  });
  test.each<[Json, string]>([
    [{ under: 'there' }, '/under value'],
    [{ under: 'here', only: 'elders' }, '/only value'],
    [{ author: [] }, '/author value'],
    [{ language: ['de'] }, '/language value'],
    [{ state: ['shown'] }, '/state value'],
    [{ state: ['draft'], loud: true }, '/loud unknown'],
  ])('%j is refused', (condition, fault) =>
    expect(asked(condition).faults.map(({ path, code }) => `${path} ${code}`)).toEqual([fault]),
  );
});
