import { emptyInstallation, fill, type SmallInstallation } from '../../../tests/small-installation';
import { contentType, documentFrom } from '../../../tests/small-model';
import type { JsonObject } from '../../core/json';
import { emptyBin } from '../bin';
import { addCategory, changeCategory } from '../categories';
import { beginWith } from '../model';
import { allContent } from './all-content';
import { entries } from './table';
import { addEntry, binEntry } from './write';

const typeOf = (label: string, fields: JsonObject = {}) => ({
  label,
  plural: `${label}s`,
  title: 'name',
  fields: { name: { label: 'Name' }, ...fields },
  face: { heading: ['name'] },
});
const links = (types: string[], multiple = false) => ({
  kind: 'entry',
  label: 'Led to',
  indexed: true,
  rules: { types, multiple },
});
const inPlaces = (multiple = false) => ({
  kind: 'category',
  label: 'Place',
  rules: { scheme: 'place', multiple },
});
const model = documentFrom({
  locales: { main: 'en-GB', others: [] },
  schemes: { place: { label: 'Place', plural: 'Places', fields: {} } },
  fieldSets: {
    met: {
      label: 'Met',
      fields: {
        host: links(['warden']),
        around: inPlaces(true),
        text: { kind: 'paragraphs', label: 'Text', indexed: true },
      },
    },
  },
  contentTypes: {
    warden: typeOf('Warden'),
    hide: typeOf('Hide'),
    walk: typeOf('Walk', {
      at: links(['hide']),
      with: links([], true),
      place: inPlaces(),
      met: { include: 'met' },
      loose: { ...links(['hide']), indexed: false },
      aside: { kind: 'paragraphs', label: 'Aside' },
    }),
    talk: typeOf('Talk', { met: { include: 'met' } }),
  },
});

/** More rows than are looked at one by one. */
const MANY = 2000;
const names = ['Ash', 'élan', 'Oak', 'zebra', '10', '9', 'ash', 'Émeu'];

let small: SmallInstallation;
/** The names that each row refers to, by the row's title and the field's key. */
const told = new Map<string, Record<string, string[]>>();
/** The rows that say something in their text, by their titles. */
const saying = new Set<string>();
beforeAll(async () => {
  small = await emptyInstallation();
  const { installation, people } = small;
  await beginWith(installation, model);
  const ids: Record<string, Map<string, string>> = {};
  for (const type of ['warden', 'hide']) {
    ids[type] = new Map();
    for (const name of names) {
      const { id } = await addEntry(installation, people.editor, { type, values: { name } });
      ids[type].set(name, id);
    }
  }
  const scheme = installation.model.schemeByKey('place')?.id ?? '';
  const places = new Map<string, { id: string }>();
  for (const label of names)
    places.set(
      label,
      await addCategory(installation, people.architect, scheme, { label: `Was ${label}`, parent: null }),
    );
  const some = (i: number, most: number) =>
    [...Array(i % (most + 1)).keys()].map((n) => names[(i * 5 + n * 3) % names.length] ?? '');
  const rows = Array.from({ length: MANY }, (_, i) => {
    const says: Record<string, string[]> = {
      at: some(i, 1),
      with: [...new Set(some(i, 3))],
      place: some(i + 1, 1),
      host: some(i + 2, 1),
      loose: some(i + 3, 1),
      around: [...new Set(some(i + 1, 2))],
    };
    const type = i % 5 === 0 ? 'talk' : 'walk';
    const own = type === 'talk' ? { host: says.host ?? [], around: says.around ?? [] } : says;
    const name = `No ${i}`;
    told.set(name, own);
    if (i % 3 === 1) saying.add(name);
    const placeOf = (label: string) => places.get(label)?.id ?? '';
    const idOf = (of: string, n: number, label: string) => ids[n % 2 === 0 ? of : 'hide']?.get(label) ?? '';
    const values: JsonObject = {
      name,
      ...(saying.has(name) ? { text: 'By the mere' } : {}),
      ...(own.at?.[0] ? { at: idOf('hide', 0, own.at[0]) } : {}),
      ...(own.with?.length ? { with: own.with.map((label, n) => idOf('warden', n, label)) } : {}),
      ...(own.loose?.[0] ? { loose: idOf('hide', 0, own.loose[0]) } : {}),
      ...(saying.has(name) && type === 'walk' ? { aside: 'Under the alders' } : {}),
      ...(own.place?.[0] ? { place: placeOf(own.place[0]) } : {}),
      ...(own.host?.[0] ? { host: idOf('warden', 0, own.host[0]) } : {}),
      ...(own.around?.length ? { around: own.around.map(placeOf) } : {}),
    };
    return { type, values };
  });
  for (const type of ['walk', 'talk'])
    await fill(
      small,
      type,
      rows.filter((row) => row.type === type).map(({ values }) => ({ values, shown: false })),
    );
  // What they are called now counts, not what they were called when they were chosen.
  for (const [label, { id }] of places)
    await changeCategory(installation, people.architect, id, 1, { label });
  // One hide goes for good: what led to it leads to nothing.
  const gone = ids.hide?.get('Oak') ?? '';
  await binEntry(installation, people.architect, gone, 1);
  await emptyBin(installation, people.architect, { ids: [gone] });
  const hides = new Set(['Oak']);
  for (const own of told.values()) {
    own.at = (own.at ?? []).filter((name) => !hides.has(name));
    own.loose = (own.loose ?? []).filter((name) => !hides.has(name));
    own.with = (own.with ?? []).filter((name, n) => n % 2 === 0 || !hides.has(name));
  }
});
afterAll(() => small.close());

const { compare } = new Intl.Collator('en-GB');
const firstName = (title: string, key: string, down: boolean): string | undefined =>
  told
    .get(title)
    ?.[key]?.toSorted(compare)
    .at(down ? -1 : 0);

/** The pages of a table, put together. */
async function allPages(
  page: (cursor: string | undefined) => Promise<{ items: { title: string }[]; next?: string }>,
): Promise<string[]> {
  const titles: string[] = [];
  let cursor: string | undefined;
  do {
    const { items, next } = await page(cursor);
    titles.push(...items.map(({ title }) => title));
    cursor = next;
  } while (cursor !== undefined);
  return titles;
}

/** Those that have a name first, in the order of their names or the other way round; each once. */
function expectInOrder(titles: readonly string[], key: string, down: boolean): void {
  const said = titles.map((title) => firstName(title, key, down));
  const named = said.filter((name) => name !== undefined);
  expect(new Set(titles).size).toBe(titles.length);
  expect(said.slice(named.length)).toEqual(said.slice(named.length).map(() => undefined));
  expect(named).toEqual(named.toSorted((a, b) => (down ? -1 : 1) * compare(a, b)));
  expect(new Set(named).size).toBeGreaterThan(2);
}

const both = (key: string): [string, string] => [key, `-${key}`];

test.each(['at', 'with', 'place', 'host', 'around', 'loose'].flatMap(both))(
  'a table is sorted by %s, many rows as few, page after page',
  async (sort) => {
    const { installation } = small;
    const key = sort.replace('-', '');
    const walks = (more: object, limit: number) =>
      allPages((cursor) =>
        entries(installation, { type: 'walk', sort, limit, ...more, ...(cursor ? { cursor } : {}) }),
      );
    const few = await walks({ q: 'No 1*' }, 97);
    expect(few.length).toBeLessThan(1000);
    expectInOrder(few, key, sort !== key);
    const many = await walks({}, 450);
    expect(many).toHaveLength((MANY * 4) / 5);
    expectInOrder(many, key, sort !== key);
  },
);

test.each(['host', 'around'].flatMap(both))(
  'all content is sorted by %s, which types share',
  async (sort) => {
    const { installation, people } = small;
    const key = sort.replace('-', '');
    const field = contentType(installation.model, 'walk').fieldByKey(key)?.id ?? '';
    const asked = { types: 'walk,talk', sort: sort.replace(key, field), limit: 450 };
    const titles = await allPages((cursor) =>
      allContent(installation, { ...asked, ...(cursor ? { cursor } : {}) }, people.editor),
    );
    expect(titles).toHaveLength(MANY);
    expectInOrder(titles, key, sort !== key);
  },
);

test.each(['text', '-text'])('tables are sorted by %s: whether it says anything', async (sort) => {
  const { installation, people } = small;
  const of = (query: object) =>
    allPages((cursor) =>
      entries(installation, { type: 'walk', sort, ...query, ...(cursor ? { cursor } : {}) }),
    );
  const field = contentType(installation.model, 'walk').fieldByKey('text')?.id ?? '';
  const together = allPages((cursor) =>
    allContent(
      installation,
      { types: 'walk,talk', sort: sort.replace('text', field), limit: 450, ...(cursor ? { cursor } : {}) },
      people.editor,
    ),
  );
  for (const titles of [await of({ q: 'No 1*', limit: 97 }), await of({ limit: 450 }), await together]) {
    const first = titles.map((title) => saying.has(title) === (sort === 'text'));
    expect(new Set(titles).size).toBe(titles.length);
    expect(first).toEqual(first.toSorted((a, b) => Number(b) - Number(a)));
    expect(new Set(first).size).toBe(2);
  }
  expect(await together).toHaveLength(MANY);
});

test.each(['aside', '-aside'])('a table is sorted by %s, for which no index is kept', async (sort) => {
  const titles = await allPages((cursor) =>
    entries(small.installation, { type: 'walk', sort, limit: 450, ...(cursor ? { cursor } : {}) }),
  );
  const first = titles.map((title) => saying.has(title) === (sort === 'aside'));
  expect(new Set(titles).size).toBe((MANY * 4) / 5);
  expect(first).toEqual(first.toSorted((a, b) => Number(b) - Number(a)));
});

test('it is not sorted by what there is none of', async () => {
  await expect(entries(small.installation, { type: 'walk', sort: 'none' })).rejects.toMatchObject({
    status: 422,
  });
});
