import fc from 'fast-check';
import { contentType, field, smallCompiled } from '../../../../tests/small-model';
import { wideCompiled } from '../../../../tests/wide-model';
import type { Json } from '../../json';
import { matches } from './matches';
import { serializeRule } from './serialize-rule';
import { Categories, type Category } from '../../content/categories';
import type { Field } from '../../model/document';
import type { FacetGrouping } from '../../model/kinds/kind';
import {
  facetCondition,
  facetOf,
  facetQuery,
  facetValues,
  mayBeFacet,
  pressed,
  parseFacets,
  type AskedFacet,
} from './facets';
import { proposeRule } from './propose-rule';
import { parseRule } from './parse';

const model = smallCompiled();
const species = contentType(model, 'species');
const category = (id: string, parent: string | null): Category => ({
  id,
  scheme: 'habitat',
  parent,
  position: id,
  key: id,
  slug: id,
  label: id,
  labels: {},
  values: {},
  revision: 1,
});
const tree = new Categories([
  category('water', null),
  category('mere', 'water'),
  category('edge', 'mere'),
  category('coast', null),
]);
const lives: Field = {
  id: 'lives',
  key: 'lives',
  label: 'Lives in',
  kind: 'category',
  indexed: true,
  rules: { scheme: 'habitat' },
};
const as = (of: Field, grouping: FacetGrouping = {}): AskedFacet => ({ field: of, grouping });
const fields = [field(species, 'group'), field(species, 'rare'), lives].map((each) => as(each));
const read = (query: string) => parseFacets(fields, new URLSearchParams(query), tree);
const spoken = (query: string) => facetQuery(fields, read(query), tree);

test('what is chosen has one spelling, and what means nothing is passed over', () => {
  expect(spoken('lives=mere&rare=yes&group=plant&group=bird&group=bird&group=dragon&utm=1')).toBe(
    '?group=bird&group=plant&rare=yes&lives=mere',
  );
  expect([spoken('group=dragon'), spoken('')]).toEqual(['', '']);
});

test('a pressed value comes, and goes when it is pressed again; of categories one branch is open at a time', () => {
  const after = (query: string, which: number, word: string) => {
    const [one] = fields.slice(which);
    const value =
      one && [...parseFacets([one], new URLSearchParams([[one.field.key, word]]), tree).values()][0]?.[0];
    return one && value !== undefined
      ? facetQuery(fields, pressed(one, read(query), value, tree), tree)
      : undefined;
  };
  expect([
    after('group=bird', 0, 'plant'),
    after('group=bird&group=plant', 0, 'bird'),
    after('group=bird', 0, 'bird'),
  ]).toEqual(['?group=bird&group=plant', '?group=plant', '']);
  expect([
    after('', 2, 'water'),
    after('lives=water', 2, 'mere'),
    after('lives=edge', 2, 'mere'),
    after('lives=edge', 2, 'water'),
    after('lives=edge', 2, 'coast'),
  ]).toEqual(['?lives=water', '?lives=mere', '?lives=water', '', '?lives=coast']);
  expect(facetValues(as(lives), read('lives=mere'), tree)).toEqual([
    { value: 'water', depth: 0 },
    { value: 'mere', depth: 1 },
    { value: 'edge', depth: 2 },
  ]);
});

const day = fc
  .integer({ min: Date.UTC(1790, 0), max: Date.UTC(2040, 0) })
  .map((ms) => new Date(ms).toISOString().slice(0, 10));
const size: Field = {
  id: 'size',
  key: 'size',
  label: 'Size',
  kind: 'number',
  indexed: true,
  rules: { unit: 'cm' },
};
const on: Field = { id: 'on', key: 'on', label: 'On', kind: 'date', indexed: true, rules: {} };
const starts: Field = {
  id: 'starts',
  key: 'starts',
  label: 'Starts',
  kind: 'moment',
  indexed: true,
  rules: {},
};
const ascending = <T extends number | string>(all: T[]): T[] =>
  [...new Set(all)].sort((a, b) => (a < b ? -1 : 1));
const grouped = fc.oneof(
  fc.record({
    facet: fc
      .array(fc.integer({ min: -30, max: 30 }), { minLength: 1, maxLength: 6 })
      .map((steps) => as(size, { steps: ascending(steps) })),
    value: fc.double({ min: -40, max: 40, noNaN: true }),
  }),
  ...[on, starts].map((of) =>
    fc.record({
      facet: fc.oneof(
        fc.constantFrom('month' as const, 'year' as const).map((by) => as(of, { by })),
        fc.array(day, { minLength: 1, maxLength: 6 }).map((steps) => as(of, { steps: ascending(steps) })),
      ),
      value: day.map((each) => (of === on ? each : `${each}T00:00`)),
    }),
  ),
);

test('whatever a value is, it falls into one span, month or year, which its address and its words name', () => {
  fc.assert(
    fc.property(grouped, ({ facet, value }) => {
      const found = [String(value).slice(0, facet.grouping.by === 'year' ? 4 : 7)];
      const offered = facetValues(facet, new Map(), tree, found).map((each) => each.value);
      const holding = offered.filter((each) =>
        matches(
          facetCondition([facet], new Map([[facet.field.id, [each]]])),
          { [facet.field.id]: value },
          '2026-11-25',
        ),
      );
      expect(holding).toHaveLength(1);
      const query = facetQuery([facet], new Map([[facet.field.id, holding]]), tree);
      expect(parseFacets([facet], new URLSearchParams(query), tree).get(facet.field.id)).toEqual(holding);
    }),
  );
  const said = (asked: AskedFacet, ...values: string[]) =>
    values.map((value) => facetOf(asked)?.inWords(value, { locale: 'en-GB' }));
  expect(said(as(size, { steps: [10, 20] }), '..10', '10..20', '20..')).toEqual([
    '< 10\u00a0cm',
    '10–20\u00a0cm',
    '≥ 20\u00a0cm',
  ]);
  expect(said(as(on), '2026-11', '1812')).toEqual(['November 2026', '1812']);
  expect(
    matches(facetCondition([as(on, { by: 'year' })], new Map([['on', ['1812']]])), {}, '2026-11-25'),
  ).toBe(false);
});

test('how values are put together is spoken as it was read, and refused where it says nothing', () => {
  const wide = wideCompiled();
  const walk = contentType(wide, 'walk');
  const given = (facets: Json) => parseRule(wide, { ...proposeRule(wide, walk), facets });
  const { rule } = given(['shows', { field: 'starts', by: 'year' }]);
  expect(rule && serializeRule(wide, rule).facets).toEqual(['shows', { field: 'starts', by: 'year' }]);
  const { rule: usual } = given(['starts']);
  expect(usual && serializeRule(wide, usual).facets).toEqual([{ field: 'starts', by: 'month' }]);
  const codes = (facets: Json) => given(facets).faults.map(({ path, code }) => `${path} ${code}`);
  expect([
    codes([{ field: 'starts', by: 'week' }]),
    codes([{ field: 'starts', steps: ['2026-02-01', '2026-01-01'] }]),
    codes([{ field: 'starts', steps: [3] }]),
    codes([{ field: 'shows', by: 'month' }]),
    codes([{ field: 'starts', often: 1 }]),
  ]).toEqual([
    ['/facets/0/by by'],
    ['/facets/0/steps steps'],
    ['/facets/0/steps steps'],
    ['/facets/0/by by'],
    ['/facets/0/often unknown'],
  ]);
});

test('only fields of few values that are kept for filtering can be filtered by', () => {
  expect(species.fields.filter(mayBeFacet).map(({ key }) => key)).toEqual(
    expect.arrayContaining(['group', 'habitats', 'rare']),
  );
  const { faults } = parseRule(model, {
    ...proposeRule(model, species),
    facets: ['group', 'name', 'wings', 'size'],
  });
  expect(faults.map(({ path, code }) => `${path} ${code}`)).toEqual([
    '/facets/1 not-a-facet',
    '/facets/2 unknown-field',
    '/facets/3 steps',
  ]);
});
