import fc from 'fast-check';
import { emptyInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import type { TreePage } from '../../contract/pages';
import { beginWith } from '../model';
import { pagesBelow, pagesByType, siteTree, treeSeen } from '.';
import { addPage, binPage, changePage, page, publishPage } from './write';

let small: SmallInstallation;
const make = (parent: string | null, title: string, type = 'plain') =>
  addPage(small.installation, small.people.editor, { type, parent, values: { title } });
const all = async () => (await siteTree(small.installation)).pages;
const childrenIn = (pages: readonly TreePage[], parent: string) =>
  pages.filter((each) => each.parent === parent);

/** A tree deep and wide, of more pages than are told whole. */
beforeAll(async () => {
  small = await emptyInstallation();
  await beginWith(small.installation, wideDocument());
  const made = [await make(null, 'Home', 'home')];
  for (let i = 1; i < 160; i += 1)
    made.push(
      await make(made[Math.floor((i - 1) / 3)]?.id ?? '', `Walk ${i} ${i % 2 === 0 ? 'reed' : 'heath'}`),
    );
}, 120_000);
afterAll(() => small.close());

test('Of a large tree the tops, the open branches and the way to a page are told, each branch whole and as in the tree', async () => {
  const pages = await all();
  await fc.assert(
    fc.asyncProperty(
      fc.subarray(
        pages.map(({ id }) => id),
        { maxLength: 12 },
      ),
      fc.option(fc.constantFrom(...pages.map(({ id }) => id)), { nil: undefined }),
      async (open, here) => {
        const way = new Set<string>();
        for (let at = pages.find(({ id }) => id === here); at; at = pages.find(({ id }) => id === at?.parent))
          way.add(at.id);
        const opened = new Set([...open, ...way]);
        const expected: TreePage[] = [];
        const add = (some: readonly TreePage[]): void =>
          some.forEach((each) => {
            expected.push(each);
            if (each.parent === null || opened.has(each.id)) add(childrenIn(pages, each.id));
          });
        add(pages.filter(({ parent }) => parent === null));
        const seen = await treeSeen(small.installation, {
          open: open.join(','),
          ...(here === undefined ? {} : { here }),
        });
        expect(seen.whole).toBe(false);
        expect(seen.sites.map((site) => site.pages)).toEqual([pages.length]);
        expect(seen.pages).toEqual(
          expected.map((each) => {
            const n = childrenIn(pages, each.id).length;
            return { ...each, below: n === 0 ? {} : { plain: n } };
          }),
        );
      },
    ),
    { numRuns: 25 },
  );
});

test('Words find pages by their titles, a slash by how addresses begin, each with the way to it; signs find nothing', async () => {
  const pages = await all();
  const found = async (q: string) => {
    const seen = await treeSeen(small.installation, { q });
    const told = new Set(seen.pages.map(({ id }) => id));
    expect(seen.pages.every(({ parent }) => parent === null || told.has(parent))).toBe(true);
    return (seen.found ?? []).map((id) => pages.find((each) => each.id === id)?.title).sort();
  };
  const titles = pages.map(({ title }) => title);
  expect(await found('walk ree')).toEqual(titles.filter((title) => title.endsWith('reed')).sort());
  expect(await found('heath 7')).toEqual(titles.filter((title) => /^Walk 7\d* heath$/.test(title)).sort());
  const branch = pages.find(({ title }) => title.startsWith('Walk 2 '));
  expect(await found(branch?.address ?? '')).toEqual(
    pages
      .filter(({ address }) => address.startsWith(branch?.address ?? ''))
      .map(({ title }) => title)
      .sort(),
  );
  expect(await found('"!*')).toEqual([]);
});

test('Pages are counted by their types, and those of some told', async () => {
  const pages = await all();
  const { counts, pages: told } = await pagesByType(small.installation, { told: 'home,nonsense' });
  expect(counts).toEqual({ home: 1, plain: pages.length - 1 });
  expect(told).toEqual([{ id: pages[0]?.id, type: 'home', title: 'Home', address: '/', state: 'draft' }]);
  expect((await pagesByType(small.installation)).pages).toEqual([]);
});

test('Of some types those are told that have what is sought, but for one, with how many they are', async () => {
  const pages = (await all()).filter(({ type }) => type === 'plain');
  const some = ['', 'e', 'a', '/', pages[3]?.address ?? '', '"!*', pages[1]?.title ?? ''];
  for (const q of some)
    for (const except of [undefined, pages[1]?.id ?? '']) {
      const asked = { told: 'plain', q, ...(except === undefined ? {} : { except }) };
      const { found, pages: told } = await pagesByType(small.installation, asked);
      const words = (title: string) => title.toLowerCase().split(/\W+/);
      const expected = pages.filter(
        ({ id, title, address }) =>
          id !== except &&
          (q.startsWith('/')
            ? address.startsWith(q)
            : q.split(' ').every((word) => words(title).some((each) => each.startsWith(word.toLowerCase())))),
      );
      expect([q, found]).toEqual([q, q === '"!*' ? 0 : expected.length]);
      expect(told).toHaveLength(Math.min(found, 200));
      if (found <= 200 && q !== '"!*')
        expect(told.map(({ address }) => address)).toEqual(expected.map(({ address }) => address).sort());
    }
});

test('What stands below pages is counted at any depth, those that visitors see first, and what lies in the bin is not there', async () => {
  const { installation, people } = small;
  const top = await make((await all())[0]?.id ?? '', 'Mere');
  const [first, second] = [await make(top.id, 'Ice'), await make(top.id, 'Mud')];
  const deep = await make(second.id, 'Boots');
  for (const { id } of [first, second, deep])
    await changePage(installation, people.editor, id, 1, { values: { title: 'Winter' } });
  await publishPage(installation, people.architect, deep.id, 2, {});
  const below = async (...ids: string[]) => pagesBelow(installation, ids.join(','));
  expect(await below(top.id)).toMatchObject({ all: 3, seen: 1, copied: 3 });
  expect((await below(top.id)).items[0]?.id).toBe(deep.id);
  // Those that are asked about are not counted as standing below one another.
  expect(await below(top.id, second.id)).toMatchObject({ all: 2, seen: 1 });
  await binPage(installation, people.editor, first.id, (await page(installation, first.id)).revision, {});
  expect(await below(top.id)).toMatchObject({ all: 2, seen: 1 });
  expect(await below('nonsense')).toEqual({ all: 0, seen: 0, copied: 0, items: [] });
});
