import { sql } from '../../store/sql';
import { importModel } from '../model/put-in-force';
import { importCategories } from '../categories/import';
import fc from 'fast-check';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { sortKey } from '../../core/content/sort-key';
import { parseValues, type Values } from '../../core/content/values';
import type { Json, JsonObject } from '../../core/json';
import type { OrderKey } from '../../core/mapping/rule/listing-rule';
import { facetCondition, facetValues, parseFacets } from '../../core/mapping/rule/facets';
import { bindPlace, type PlaceContext } from '../../core/mapping/rule/here';
import { linksIn } from '../../core/mapping/rule/links';
import { matches } from '../../core/mapping/rule/matches';
import { compareBy } from '../../core/mapping/rule/order';
import { proposeRule } from '../../core/mapping/rule/propose-rule';
import { ruleIn } from '../../core/mapping/rule/sources';
import { parseRule, parseCondition } from '../../core/mapping/rule/parse';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { withComputed } from '../../core/model/kinds';
import { bringInBulk } from '../entries/bulk';
import { addCategory } from '../categories/edit';
import { indexTableIn } from '../runtime/installation';
import { sourcesOf } from '../listings/sources';
import { countFacets } from '../../store/queries/facet-query';
import { countLive, letThrough, listAmong, listLive } from '../../store/queries/listing-query';

const DAY = '2026-11-25';
let small: SmallInstallation;
let categories: string[];
let entries: string[];

/** The species and walks that the questions are put to, as they were given. */
const kept: Record<'species' | 'walk', Values[]> = { species: [], walk: [] };
/** Their ids. */
const every: Record<'species' | 'walk', string[]> = { species: [], walk: [] };
const typeOf = (key: 'species' | 'walk'): CompiledType<ContentType> =>
  small.installation.model.contentTypeByKey(key)!;
const rarely = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: null, freq: 4 });

async function put(key: 'species' | 'walk', given: readonly JsonObject[]): Promise<string[]> {
  const type = typeOf(key);
  const values = given.map((each) => {
    const read = parseValues(type.fields, each, {}, '');
    expect(read.faults).toEqual([]);
    return read.values;
  });
  kept[key] = values;
  every[key] = await bringInBulk(
    small.installation,
    null,
    type,
    values.map((each) => ({
      values: each,
      at: NOON - 1000,
      by: null,
      stage: 'draft' as const,
      shown: { starts: NOON - 1000 },
    })),
  );
  return every[key];
}

beforeAll(async () => {
  small = await smallInstallation();
  await importModel(small.installation, wideDocument());
  const [scheme = ''] = small.installation.model.schemes.map(({ id }) => id);
  await importCategories(small.installation, small.people.architect, scheme, {
    format: 'indented',
    text: 'Water\n  Mere\n    Reed edge\n  Dyke\nCoast\n  Dune',
  });
  await addCategory(small.installation, small.people.architect, scheme, { label: 'Unused', parent: null });
  categories = small.installation.categories.inOrder(scheme).map(({ category }) => category.id);
  const body = fc.integer({ min: 1, max: 900 }).map((words): Json => ({
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'word '.repeat(words).trim() }] }],
  }));
  const anySpecies: fc.Arbitrary<JsonObject> = fc.record({
    name: fc.constantFrom('Heron', 'Owl', 'Duck', 'Newt'),
    branch: rarely(fc.constantFrom(...categories)),
    habitats: rarely(fc.subarray(categories, { minLength: 1, maxLength: 3 })),
    body: rarely(body),
  });
  entries = await put(
    'species',
    fc
      .sample(anySpecies, { numRuns: 60, seed: 11 })
      .map((each, i) => ({ ...each, name: `${String(each.name)} ${i}` })),
  );
  const walk: fc.Arbitrary<JsonObject> = fc.record({
    title: fc.constantFrom('Dawn', 'Dusk'),
    starts: rarely(fc.constantFrom('2026-11-24T06:30', '2026-11-25T10:00', '2026-12-24T18:00')),
    shows: rarely(fc.subarray(entries.slice(0, 6), { minLength: 1 })),
    above: rarely(fc.constantFrom(...entries.slice(0, 6))),
  });
  await put('walk', fc.sample(walk, { numRuns: 60, seed: 12 }));
});
afterAll(() => small.close());

const asked = (key: 'species' | 'walk') => ({
  indexTable: indexTableIn(small.installation, typeOf(key)),
  keyMap: small.installation.keyMap,
  now: NOON,
  today: DAY,
});

/** What core says of the entries as they are kept, computed values worked out. */
const wanted = (key: 'species' | 'walk') =>
  kept[key].map((values) => withComputed(typeOf(key).fields, values, 'en'));

let species: ReturnType<typeof wanted> = [];
/** What is kept of a species that a walk shows. */
const linked = (id: string) => species[entries.indexOf(id)];

async function agrees(
  key: 'species' | 'walk',
  conditions: fc.Arbitrary<Json>,
  place: PlaceContext = {},
): Promise<void> {
  species = wanted('species');
  const mine = wanted(key);
  let telling = 0;
  await fc.assert(
    fc.asyncProperty(conditions, async (spoken) => {
      const { condition: asIs, faults } = parseCondition(small.installation.model, typeOf(key), spoken, '');
      expect([spoken, faults]).toEqual([spoken, []]);
      const condition = bindPlace(asIs, place);
      const many = mine.filter((values, i) =>
        matches(condition, values, DAY, small.installation.categories.isUnder, {
          id: every[key][i] ?? '',
          linked,
          linksTo: linksIn(typeOf(key).fields, values),
        }),
      ).length;
      if (many > 0 && many < kept[key].length) telling += 1;
      expect([spoken, await countLive(small.installation.content, asked(key), condition)]).toEqual([
        spoken,
        many,
      ]);
      // Asked of each entry by itself, it lets the same through.
      const question = { asked: asked(key), where: condition };
      const [through] = await letThrough(small.installation.content, [question], every[key]);
      expect([spoken, through?.size]).toEqual([spoken, many]);
    }),
    { numRuns: 120 },
  );
  // The conditions must have told entries apart, or this proves nothing.
  expect(telling).toBeGreaterThan(30);
}

const ask = (field: string, is: string, value?: fc.Arbitrary<Json>): fc.Arbitrary<Json> =>
  value ? value.map((each): Json => ({ field, is, value: each })) : fc.constant({ field, is });
const either = (...conditions: fc.Arbitrary<Json>[]): fc.Arbitrary<Json> => {
  const one = fc.oneof(...conditions);
  return fc.oneof(
    one,
    one.map((not): Json => ({ not })),
    fc.tuple(one, one).map((all): Json => ({ all })),
    fc.tuple(one, one).map((any): Json => ({ any })),
  );
};

test('categories are found in themselves and in branches, as core means it', async () => {
  const any = () => fc.constantFrom<Json[]>(...categories);
  const several = () => fc.subarray(categories, { minLength: 1, maxLength: 3 }) as fc.Arbitrary<Json>;
  await agrees(
    'species',
    either(
      ...['branch', 'habitats'].flatMap((field) => [
        ask(field, 'under', several()),
        ask(field, 'filled'),
        ask(field, 'empty'),
        ...['oneOf', 'noneOf'].map((is) => ask(field, is, several())),
      ]),
      ask('branch', 'equals', any()),
      ask('habitats', 'allOf', several()),
    ),
  );
});

test('entries are found by which they are, and nothing is like what a place does not have', async () => {
  const nothing = fc.constant<Json>({ here: 'entry.habitats' });
  const among = () => fc.subarray(entries, { minLength: 1, maxLength: 40 }).map((entry): Json => ({ entry }));
  await agrees(
    'species',
    either(
      among(),
      among(),
      among(),
      ask('branch', 'filled'),
      ask('habitats', 'oneOf', fc.subarray(categories, { minLength: 1, maxLength: 2 }) as fc.Arbitrary<Json>),
      fc.oneof(...['oneOf', 'noneOf', 'allOf', 'under'].map((is) => ask('habitats', is, nothing))),
    ),
  );
});

test('entries are found by what they link to, through whichever field, and by what the place of a listing links to', async () => {
  const some = () => fc.subarray(entries.slice(0, 6), { minLength: 1, maxLength: 3 }) as fc.Arbitrary<Json>;
  const linking = (to: fc.Arbitrary<Json>) => to.map((linksTo): Json => ({ linksTo }));
  const walk = kept.walk.find(({ [typeOf('walk').fieldByKey('shows')!.id]: shows }) => shows !== undefined)!;
  await agrees(
    'walk',
    either(
      linking(some()),
      linking(fc.constant('here')),
      linking(fc.constant({ here: 'entry.shows' })),
      ask('shows', 'oneOf', fc.constant({ here: 'entry' })),
      ask('above', 'equals', fc.constant({ here: 'entry' })),
      ask('shows', 'filled'),
    ),
    { entry: { id: entries[2] ?? '', values: walk } },
  );
});

test('facets count what core would: each value among the entries that the rule and the other choices let through', async () => {
  const type = typeOf('species');
  const facets = ['branch', 'habitats'].map((key) => ({ field: type.fieldByKey(key)!, grouping: {} }));
  const { categories: tree, keyMap } = small.installation;
  const rule = fc.constantFrom<Json[]>(
    { all: [] },
    { field: 'body', is: 'filled' },
    { not: { field: 'branch', is: 'empty' } },
  );
  let counted = 0;
  await fc.assert(
    fc.asyncProperty(
      rule,
      fc.array(fc.constantFrom(...categories), { minLength: 2, maxLength: 2 }),
      fc.boolean(),
      async (spoken, [branch = '', lives = ''], both) => {
        const where = parseCondition(small.installation.model, type, spoken, '').condition;
        const query = new URLSearchParams([
          ['branch', tree.get(branch)?.key ?? ''],
          ...(both ? [['habitats', tree.get(lives)?.key ?? '']] : []),
          ['else', 'x'],
        ]);
        const chosen = parseFacets(facets, query, tree);
        const questions = facets.map(({ field }) => ({
          field: field.id,
          where: facetCondition(facets, chosen, field.id),
          group: { categories },
        }));
        const counts = await countFacets(small.installation.content, asked('species'), where, questions);
        for (const [i, { field, where: others }] of questions.entries())
          for (const category of categories) {
            const plain = wanted('species').filter((values) =>
              matches(
                { all: [where, others, { field, is: 'under', value: [category] }] },
                values,
                DAY,
                tree.isUnder,
              ),
            ).length;
            counted += plain;
            expect([spoken, category, counts[i]?.get(keyMap.find(category)) ?? 0]).toEqual([
              spoken,
              category,
              plain,
            ]);
          }
      },
    ),
    { numRuns: 30 },
  );
  expect(counted).toBeGreaterThan(500);
});

test('months, years, spans of days and linked entries are counted as core counts them', async () => {
  const type = typeOf('walk');
  const starts = type.fieldByKey('starts')!;
  const groups = [{ by: 'month' as const }, { by: 'year' as const }, { steps: ['2026-11-25', '2026-12-01'] }];
  const walks = wanted('walk');
  for (const group of groups) {
    const facet = { field: starts, grouping: group };
    const [counts] = await countFacets(small.installation.content, asked('walk'), { all: [] }, [
      { field: starts.id, where: { all: [] }, group },
    ]);
    const offered = facetValues(facet, new Map(), small.installation.categories, [...(counts?.keys() ?? [])]);
    for (const [i, { value }] of offered.entries()) {
      const condition = facetCondition([facet], new Map([[starts.id, [value]]]));
      const passing = walks.filter((values) => matches(condition, values, DAY)).length;
      expect([group, value, counts?.get('steps' in group ? i : String(value)) ?? 0]).toEqual([
        group,
        value,
        passing,
      ]);
    }
    expect([...(counts?.values() ?? [])].reduce((sum, n) => sum + n, 0)).toBe(
      walks.filter((values) => values[starts.id] !== undefined).length,
    );
  }
  const shows = type.fieldByKey('shows')!;
  const [linkedBy] = await countFacets(small.installation.content, asked('walk'), { all: [] }, [
    { field: shows.id, where: { all: [] } },
  ]);
  const naming = (id: string) =>
    walks.filter((values) => (values[shows.id] as string[] | undefined)?.includes(id)).length;
  expect(entries.slice(0, 6).map((id) => linkedBy?.get(small.installation.keyMap.find(id)) ?? 0)).toEqual(
    entries.slice(0, 6).map(naming),
  );
});

test('computed numbers are found and put in order', async () => {
  await agrees(
    'species',
    either(
      ask('minutes', 'moreThan', fc.nat(4)),
      ask('minutes', 'lessThan', fc.nat(5)),
      ask('minutes', 'between', fc.tuple(fc.nat(2), fc.nat(5)) as fc.Arbitrary<Json>),
      ask('minutes', 'filled'),
    ),
  );
});

test('moments are found by days and by now, linked entries by which they are', async () => {
  const day = fc.constantFrom<Json[]>({ now: '+0 days' }, { now: '+1 weeks' }, { now: '-1 days' });
  const linked = () => fc.subarray(entries.slice(0, 6), { minLength: 1, maxLength: 3 }) as fc.Arbitrary<Json>;
  await agrees(
    'walk',
    either(
      ask('starts', 'before', day),
      ask('starts', 'after', day),
      ask('starts', 'filled'),
      ask('starts', 'equals', fc.constant<Json>('2026-11-25T10:00')),
      ...['oneOf', 'allOf', 'noneOf'].map((is) => ask('shows', is, linked())),
      ask('shows', 'empty'),
    ),
  );
});

test('what linked entries say is asked through the link', async () => {
  const some = () => fc.subarray(categories, { minLength: 1, maxLength: 3 }) as fc.Arbitrary<Json>;
  await agrees(
    'walk',
    either(
      ask('shows.name', 'contains', fc.constantFrom<Json[]>('owl', 'HER', 'w')),
      ask('shows.body', 'filled'),
      ask('shows.branch', 'empty'),
      ask('shows', 'filled'),
      ...['under', 'oneOf', 'noneOf'].flatMap((is) => [
        ask('shows.habitats', is, some()),
        ask('shows.branch', is, some()),
      ]),
    ),
  );
  const type = typeOf('walk');
  const faults = (field: string) =>
    parseCondition(small.installation.model, type, { field, is: 'filled' }, '').faults.map(
      ({ path, code }) => `${path} ${code}`,
    );
  expect(
    parseRule(small.installation.model, {
      ...proposeRule(small.installation.model, type),
      order: [
        { by: 'above.name', direction: 'up' },
        { by: 'shows.name', direction: 'up' },
        { by: 'above.body', direction: 'up' },
      ],
    }).faults.map(({ path, code }) => `${path} ${code}`),
  ).toEqual(['/order/1/by several', '/order/2/by not-sortable']);
  expect([faults('shows.wings'), faults('title.name'), faults('shows.name.more')]).toEqual([
    ['/field unknown-field'],
    ['/field link'],
    ['/field link'],
  ]);
});

test('moments and names, of linked entries too, put entries in the order that core has', async () => {
  const type = typeOf('walk');
  const bare = await small.installation.content.all<{ id: number; uuid: string }>(
    sql`SELECT r.id, r.uuid FROM records r JOIN ids i ON i.n = r.type WHERE i.uuid = ${type.id} ORDER BY r.id`,
  );
  const above = (key: string) => `${type.fieldByKey('above')!.id}.${typeOf('species').fieldByKey(key)!.id}`;
  species = wanted('species');
  const to = (id: string) => {
    const values = linked(id);
    return values && { type: typeOf('species'), values };
  };
  const by = fc.constantFrom(
    ...['title', 'starts'].map((key) => type.fieldByKey(key)!.id),
    above('name'),
    above('minutes'),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.record({ by, direction: fc.constantFrom('up' as const, 'down' as const) }), {
        minLength: 1,
        maxLength: 2,
      }) as fc.Arbitrary<OrderKey[]>,
      async (order) => {
        const sorted = kept.walk
          .map((values, i) => ({
            values,
            published: NOON - 1000,
            changed: NOON - 1000,
            serial: bare[i]?.id ?? 0,
          }))
          .sort(compareBy(order, type, 'en-GB', to));
        const { versions } = await listLive(small.installation.content, asked('walk'), {
          where: { all: [] },
          order,
          limit: 25,
        });
        expect(versions.map(({ uuid }) => uuid)).toEqual(
          sorted.slice(0, 25).map(({ serial }) => bare.find(({ id }) => id === serial)?.uuid),
        );
      },
    ),
    { numRuns: 20 },
  );
});

test('several types are found and put in one order, as core has it', async () => {
  const types = [typeOf('species'), typeOf('walk')] as const;
  species = wanted('species');
  const rows = (['species', 'walk'] as const).flatMap((key) =>
    wanted(key).map((values, i) => ({ key, values, i })),
  );
  const bare = await small.installation.content.all<{ id: number; uuid: string; of: string }>(
    sql`SELECT r.id, r.uuid, i.uuid AS of FROM records r JOIN ids i ON i.n = r.type WHERE r.sort = 'entry' ORDER BY r.id`,
  );
  const idsOf = (key: 'species' | 'walk') => bare.filter(({ of }) => of === typeOf(key).id);
  const some = () => fc.subarray(categories, { minLength: 1, maxLength: 3 }) as fc.Arbitrary<Json>;
  const condition = either(
    ask('title', 'contains', fc.constantFrom<Json[]>('d', 'OWL', 'n')),
    ask('species:habitats', 'under', some()),
    ask('walk:starts', 'after', fc.constant<Json>({ now: '+0 days' })),
    ask('walk:shows.branch', 'under', some()),
    ask('date', 'filled'),
    fc.constantFrom<Json[]>(
      { under: 'here' },
      { language: ['fr'] },
      { language: ['en-GB'] },
      { state: ['published'] },
    ),
  );
  const order = fc.array(
    fc.record({
      by: fc.constantFrom('title', 'date', 'species:minutes', 'walk:starts'),
      direction: fc.constantFrom('up', 'down'),
    }),
    { maxLength: 2 },
  );
  const window = fc.record({ limit: fc.integer({ min: 1, max: 40 }), skip: fc.nat(30) });
  let telling = 0;
  await fc.assert(
    fc.asyncProperty(condition, order, window, async (where, by, { limit, skip }) => {
      const { rule, faults } = parseRule(small.installation.model, {
        ...proposeRule(small.installation.model, ...types),
        where,
        order: by,
        limit,
        skip,
      });
      expect([where, by, faults]).toEqual([where, by, []]);
      if (!rule) return;
      const keyed = rows.flatMap(({ key, values, i }) => {
        const own = ruleIn(rule, typeOf(key));
        const { id = 0, uuid = '' } = idsOf(key)[i] ?? {};
        if (
          !matches(own.where, values, DAY, small.installation.categories.isUnder, {
            id: uuid,
            linked,
            languages: ['en-GB'],
            state: 'published',
          })
        )
          return [];
        const term = (path: string) => {
          const found = typeOf(key).field(path);
          const value = found && values[found.id];
          return found?.kind === 'line' && value !== undefined
            ? sortKey(String(value), 'en-GB')
            : (value as string | number | undefined);
        };
        return [{ uuid, id, terms: own.order.map((each) => term(each.by)) }];
      });
      const sorted = keyed.sort((a, b) => {
        for (const [i, { direction }] of rule.order.entries()) {
          const [x, y] = [a.terms[i], b.terms[i]];
          if (x === y) continue;
          if (x === undefined) return 1;
          if (y === undefined) return -1;
          return x < y === (direction === 'up') ? -1 : 1;
        }
        return a.id - b.id;
      });
      if (sorted.length > 0 && sorted.length < rows.length) telling += 1;
      const { matching, versions } = await listAmong(
        small.installation.content,
        await sourcesOf(small.installation.content, small.installation, rule),
      );
      expect([where, by, matching, versions.map(({ uuid }) => uuid)]).toEqual([
        where,
        by,
        sorted.length,
        sorted.slice(skip, skip + limit).map(({ uuid }) => uuid),
      ]);
    }),
    { numRuns: 80 },
  );
  expect(telling).toBeGreaterThan(20);
});

test('very many are put in order by what they link to without being sorted whole, what links to nothing behind them', async () => {
  await put(
    'walk',
    Array.from({ length: 1700 }, (_, i): JsonObject => ({
      title: `Walk ${i % 7}`,
      ...(i % 3 === 0 ? {} : { above: entries[i % 6] ?? '' }),
    })),
  );
  const type = typeOf('walk');
  const bare = (
    await small.installation.content.all<{ id: number; uuid: string }>(
      sql`SELECT r.id, r.uuid FROM records r JOIN ids i ON i.n = r.type WHERE i.uuid = ${type.id} ORDER BY r.id`,
    )
  ).slice(-1700);
  species = wanted('species');
  const to = (id: string) => {
    const values = linked(id);
    return values && { type: typeOf('species'), values };
  };
  const [title, above] = [
    type.fieldByKey('title')?.id ?? '',
    `${type.fieldByKey('above')?.id}.${typeOf('species').fieldByKey('name')?.id}`,
  ];
  const only = { field: title, is: 'startsWith' as const, value: 'Walk' };
  const firsts: string[] = [];
  for (const direction of ['up', 'down'] as const) {
    const order: OrderKey[] = [
      { by: above, direction },
      { by: title, direction: 'down' },
    ];
    const sorted = kept.walk
      .map((values, i) => ({ values, published: 0, changed: 0, serial: bare[i]?.id ?? 0 }))
      .sort(compareBy(order, type, 'en-GB', to))
      .map(({ serial }) => bare.find(({ id }) => id === serial)?.uuid);
    // The first page, one across the end of those that link to something, and one behind it.
    for (const skip of [0, 1120, 1500]) {
      const { matching, versions } = await listLive(small.installation.content, asked('walk'), {
        where: only,
        order,
        limit: 30,
        skip,
      });
      firsts.push(versions[0]?.uuid ?? '');
      expect([direction, skip, matching, versions.map(({ uuid }) => uuid)]).toEqual([
        direction,
        skip,
        1700,
        sorted.slice(skip, skip + 30),
      ]);
    }
  }
  expect(new Set(firsts).size).toBeGreaterThan(4);
});

test('more questions than an answer has columns are asked of an entry all the same', async () => {
  const everyone = { asked: asked('species'), where: { all: [] } };
  const nobody = { asked: asked('species'), where: { any: [] } };
  const questions = Array.from({ length: 2101 }, (_, i) => (i % 2 === 0 ? everyone : nobody));
  const through = await letThrough(small.installation.content, questions, every.species.slice(0, 3));
  expect(through.map(({ size }) => size)).toEqual(questions.map((_, i) => (i % 2 === 0 ? 3 : 0)));
});
