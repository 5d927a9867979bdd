import fc from 'fast-check';
import { emptyInstallation, fill, type SmallInstallation } from '../../../tests/small-installation';
import { documentFrom } from '../../../tests/small-model';
import type { JsonObject } from '../../core/json';
import { addCategory, categoryCounts } from '../categories';
import { beginWith, importModel } from '../model';
import { addPage, changePage } from '../pages';
import { checkDerived } from '../records/check';
import { allContent } from './all-content';
import { addEntry } from './write';

const told = { told: { include: 'told' } };
const typeOf = (label: string, fields: JsonObject) => ({
  label,
  plural: `${label}s`,
  title: 'name',
  fields: { name: { label: 'Name' }, ...fields },
  face: { heading: ['name'] },
});
const model = documentFrom({
  locales: { main: 'en-GB', others: [] },
  schemes: { place: { label: 'Place', plural: 'Places', fields: {} } },
  fieldSets: {
    told: {
      label: 'Told',
      fields: {
        stars: { kind: 'number', label: 'Stars', indexed: true },
        keeper: { label: 'Keeper', indexed: true },
        open: {
          kind: 'choice',
          label: 'Open',
          rules: { multiple: true, choices: { early: 'Early', noon: 'Noon', late: 'Late' } },
        },
        season: {
          kind: 'choice',
          label: 'Season',
          indexed: true,
          rules: { choices: { winter: 'Winter', spring: 'Spring', autumn: 'Autumn' } },
        },
        stands: { kind: 'category', label: 'Stands', rules: { scheme: 'place', multiple: true } },
        aside: { label: 'Aside', indexed: false },
      },
    },
  },
  contentTypes: {
    walk: typeOf('Walk', told),
    inn: typeOf('Inn', told),
    note: typeOf('Note', {}),
  },
  pageTypes: {
    home: {
      label: 'Home',
      plural: 'Homes',
      fields: { title: { label: 'Title' }, ...told },
      face: { heading: ['title'] },
    },
  },
  placements: { top: ['home'] },
});

let small: SmallInstallation;
beforeEach(async () => {
  small = await emptyInstallation();
  await beginWith(small.installation, model);
});
afterEach(() => small.close());

const seasons = ['winter', 'spring', 'autumn'];
const hours = ['early', 'noon', 'late'];
type Said = { stars?: number; keeper?: string; season?: string; open?: string[] };
const said: fc.Arbitrary<Said> = fc.record(
  {
    stars: fc.integer({ min: 1, max: 3 }),
    keeper: fc.constantFrom('Ash', 'élan', 'Oak', 'zebra', '10', '9'),
    season: fc.constantFrom(...seasons),
    open: fc.uniqueArray(fc.constantFrom(...hours), { minLength: 1 }),
  },
  { requiredKeys: [] },
);

const columnOf = (key: string): string =>
  small.installation.model.contentTypeByKey('walk')?.fieldByKey(key)?.id ?? '';

/** All rows that all content has in an order, page after page. */
async function inOrder(sort: string, limit: number, types?: string): Promise<string[]> {
  const titles: string[] = [];
  let cursor: string | undefined;
  do {
    const page = await allContent(
      small.installation,
      { sort, limit, ...(types ? { types } : {}), ...(cursor === undefined ? {} : { cursor }) },
      small.people.editor,
    );
    titles.push(...page.items.map(({ title }) => title));
    cursor = page.next;
  } while (cursor !== undefined);
  return titles;
}

const collator = new Intl.Collator('en-GB');
const firstHour = ({ open = [] }: Said) => Math.min(...open.map((each) => hours.indexOf(each)));
const compare: Record<keyof Said, (a: Said, b: Said) => number> = {
  stars: (a, b) => (a.stars ?? 0) - (b.stars ?? 0),
  keeper: (a, b) => collator.compare(a.keeper ?? '', b.keeper ?? ''),
  season: (a, b) => seasons.indexOf(a.season ?? '') - seasons.indexOf(b.season ?? ''),
  open: (a, b) => firstHour(a) - firstHour(b),
};
const keys = ['stars', 'keeper', 'season', 'open'] as const;

const saidBy = (titles: readonly string[], all: ReadonlyMap<string, Said>): Said[] =>
  titles.map((title) => all.get(title) ?? {});

/** Whether rows stand by what each says, the other way round where asked, those that say nothing last. */
function isInOrder(rows: readonly Said[], key: keyof Said, down: boolean): boolean {
  return rows.every((row, i) => {
    const next = rows[i + 1];
    if (!next || next[key] === undefined) return true;
    if (row[key] === undefined) return false;
    return (down ? -1 : 1) * compare[key](row, next) <= 0;
  });
}

test('entries and pages of several types stand in one order by what they share, each once, page after page', async () => {
  const { installation, people } = small;
  const all = new Map<string, Said>();
  const home = await addPage(installation, people.architect, {
    type: 'home',
    parent: null,
    values: { title: 'The home', stars: 1 },
  });
  let { revision } = home;
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.constantFrom('walk', 'inn', 'note'), said), { minLength: 1, maxLength: 5 }),
      said,
      fc.integer({ min: 1, max: 6 }),
      async (made, ofHome, limit) => {
        for (const [type, values] of made) {
          const name = `No ${all.size}`;
          const own = type === 'note' ? {} : values;
          await addEntry(installation, people.editor, { type, values: { name, ...own } });
          all.set(name, own);
        }
        const nothing = { stars: null, keeper: null, season: null, open: null };
        const page = await changePage(installation, people.editor, home.id, revision, {
          values: { ...nothing, ...ofHome },
        });
        ({ revision } = page);
        all.set('The home', ofHome);
        const found = async (where: JsonObject, types?: string) =>
          (
            await allContent(
              installation,
              { limit: 500, where: JSON.stringify(where), ...(types ? { types } : {}) },
              people.editor,
            )
          ).items
            .map(({ title }) => title)
            .sort();
        const named = (is: (said: Said, title: string) => boolean) =>
          [...all].flatMap(([title, each]) => (is(each, title) ? [title] : [])).sort();
        const two = { field: 'walk:stars', is: 'equals', value: 2 };
        expect(await found(two)).toEqual(named(({ stars }) => stars === 2));
        expect(await found({ not: two })).toEqual(named(({ stars }) => stars !== 2));
        expect(await found({ field: 'walk:season', is: 'empty' })).toEqual(
          named(({ season }) => season === undefined),
        );
        expect(await found({ field: 'title', is: 'contains', value: 'home' })).toEqual(['The home']);
        // What was asked among several is understood of one of them.
        const inns = await found({ field: 'name', is: 'filled' }, 'inn');
        expect(await found({ ...two, field: 'inn:stars' }, 'inn')).toEqual(
          named(({ stars }, title) => stars === 2 && inns.includes(title)),
        );
        for (const key of keys)
          for (const way of ['', '-']) {
            const titles = await inOrder(`${way}${columnOf(key)}`, limit);
            expect([...titles].sort()).toEqual([...all.keys()].sort());
            expect(isInOrder(saidBy(titles, all), key, way === '-')).toBe(true);
          }
      },
    ),
    { numRuns: 6 },
  );
});

test('thousands are walked in the same order', async () => {
  const chosen = fc.sample(said, { numRuns: 1700, seed: 4 });
  const rows = chosen.map((values, i) => ({ values: { name: `No ${i}`, ...values }, shown: false }));
  await fill(small, 'walk', rows.slice(0, 900));
  await fill(small, 'inn', rows.slice(900, 1600));
  await fill(
    small,
    'note',
    rows.slice(1600).map(({ values: { name } }) => ({ values: { name }, shown: false })),
  );
  const all = new Map(chosen.map((values, i) => [`No ${i}`, i < 1600 ? values : {}]));
  for (const key of keys)
    for (const way of ['', '-']) {
      const titles = await inOrder(`${way}${columnOf(key)}`, 450);
      expect([titles.length, new Set(titles).size]).toEqual([1700, 1700]);
      expect(isInOrder(saidBy(titles, all), key, way === '-')).toBe(true);
    }
  const walks = await inOrder(columnOf('stars'), 500, 'walk,note');
  expect(walks).toHaveLength(1000);
});

test('what no type has is refused with the name of what was asked; what has no index is sorted', async () => {
  const ask = (sort: string) => allContent(small.installation, { sort }, small.people.editor);
  await expect(ask('-nothing')).rejects.toMatchObject({
    faults: [{ path: '/sort', message: expect.stringContaining('nothing') as string }],
  });
  expect((await ask(`-${columnOf('aside')}`)).total).toBe((await ask('title')).total);
});

test('categories are counted by every type that shares a field, whichever changes, and by no page', async () => {
  const { installation, people } = small;
  const scheme = installation.model.document.schemes[0]?.id ?? '';
  const place = await addCategory(installation, people.architect, scheme, { label: 'Hill', parent: null });
  for (const type of ['walk', 'walk', 'inn'])
    await addEntry(installation, people.editor, { type, values: { name: 'A', stands: [place.id] } });
  await addPage(installation, people.architect, {
    type: 'home',
    parent: null,
    values: { title: 'Home', stands: [place.id] },
  });
  const count = async () => (await categoryCounts(installation, scheme)).items[0]?.own;
  const check = async () => {
    const { faults, miscounted } = await checkDerived(installation, false);
    return faults.length + miscounted;
  };
  expect([await count(), await check()]).toEqual([3, 0]);
  const { document } = installation.model;
  const put = (contentTypes: typeof document.contentTypes) =>
    importModel(installation, { ...installation.model.document, contentTypes });
  const inn = (change: (type: (typeof document.contentTypes)[number]) => object) =>
    put(document.contentTypes.map((type) => (type.key === 'inn' ? { ...type, ...change(type) } : type)));
  // Called by another field, it is written anew as a whole.
  await inn(() => ({ title: columnOf('keeper') }));
  expect([await count(), await check()]).toEqual([3, 0]);
  await inn(({ fields }) => ({ fields: fields.slice(0, 1) }));
  expect([await count(), await check()]).toEqual([2, 0]);
});
