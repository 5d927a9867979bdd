import { existsSync } from 'node:fs';
import fc from 'fast-check';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { acts, undoAct } from '../acts';
import { addCategory, categoriesOf, removeCategory } from '../categories';
import { addEntry, binEntry, entries, entry } from '../entries';
import { tidyPart, type TidyPosition } from '../long-work/tidy';
import { addMedia, binMedium, medium } from '../media';
import { folderOf } from '../media/files';
import { beginWith } from '../model';
import { addPage, binPage, movePage, page, siteTree } from '../pages';
import { bin, emptyBin, keepInBin, restoreFromBin } from '.';

const DAY = 86_400_000;
let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const restore = (id: string) => restoreFromBin(small.installation, small.people.architect, id);
const listed = async () => (await bin(small.installation, {})).items;
const makePage = (title: string, parent: string | null) =>
  addPage(small.installation, small.people.editor, {
    type: parent === null ? 'home' : 'plain',
    parent,
    values: { title },
  });
const tree = async () =>
  (await siteTree(small.installation)).pages.map(({ id, address, parent }) => [id, address, parent]).sort();

/** Tidies until it is over, as the queue does. */
async function tidy(): Promise<void> {
  let position: TidyPosition | undefined;
  do ({ position } = await tidyPart(small.installation, position));
  while (position);
}

test('any branch that is binned comes back with its addresses, from the bin or by undo', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.nat(20), { minLength: 1, maxLength: 8 }),
      fc.nat(20),
      fc.boolean(),
      async (below, which, byUndo) => {
        const own = await smallInstallation();
        const kept = small;
        small = own;
        try {
          const home = await makePage('Home', null);
          const pages = [home];
          for (const [i, n] of below.entries())
            pages.push(await makePage(`Page ${i}`, pages[n % pages.length]?.id ?? home.id));
          const before = await tree();
          const gone = pages[1 + (which % (pages.length - 1))];
          await binPage(own.installation, own.people.editor, gone?.id ?? '', 1, { branch: 'yes' });
          const items = await listed();
          expect(items).toHaveLength(1);
          expect(items[0]).toMatchObject({
            id: gone?.id,
            address: gone?.address,
            by: 'editor',
            daysLeft: 30,
          });
          expect((await tree()).length + 1 + (items[0]?.below ?? 0)).toBe(before.length);
          if (byUndo) {
            const [act] = (await acts(own.installation, {})).items;
            expect((await undoAct(own.installation, own.people.architect, act?.id ?? '')).left).toEqual([]);
          } else
            expect(await restore(gone?.id ?? '')).toEqual({ restored: 1 + (items[0]?.below ?? 0), left: [] });
          expect(await tree()).toEqual(before);
          expect(await listed()).toEqual([]);
        } finally {
          small = kept;
          await own.close();
        }
      },
    ),
    { numRuns: 15 },
  );
});

test('what stands in the way of a page is said, and nothing changes', async () => {
  const { installation, people } = small;
  const home = await makePage('Home', null);
  const visit = await makePage('Visit', home.id);
  const boat = await makePage('Boat', visit.id);
  await binPage(installation, people.editor, boat.id, 1);
  small.at(NOON + 1000);
  await binPage(installation, people.editor, visit.id, 1);
  await expect(restore(boat.id)).rejects.toThrow('It stood below “Visit”, which is in the bin.');
  const other = await makePage('Visit', home.id);
  await expect(restore(visit.id)).rejects.toThrow('“Visit” stands at /visit now.');
  expect(await listed()).toHaveLength(2);
  const elsewhere = await makePage('Elsewhere', home.id);
  await movePage(installation, people.editor, other.id, 1, { parent: elsewhere.id });
  await restore(visit.id);
  await restore(boat.id);
  expect((await page(installation, boat.id)).address).toBe('/visit/boat');
});

test('what refers to something in the bin says so, until it is back', async () => {
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const by = people.editor;
  const picture = await addMedia(installation, by, { name: 'notes.pdf' }, Buffer.from('%PDF-1.4\n%%EOF\n'));
  const like = await addEntry(installation, by, { type: 'species', values: { name: 'Bell heron' } });
  const walk = await addEntry(installation, by, {
    type: 'walk',
    values: { title: 'Reeds', shows: [like.id] },
  });
  await binEntry(installation, by, like.id, like.revision);
  expect((await entry(installation, walk.id)).faults).toEqual([
    expect.objectContaining({
      path: '/values/shows/0',
      message: expect.stringContaining('“Bell heron” is in the bin.') as string,
    }),
  ]);
  const { names, items } = await entries(installation, { type: 'walk' });
  expect([names[like.id], items[0]?.faults]).toEqual(['Bell heron (in the bin)', 1]);
  await restore(like.id);
  expect((await entry(installation, like.id)).state).toBe('draft');
  expect((await entry(installation, walk.id)).faults).toEqual([]);
  await binMedium(installation, by, picture.id, picture.revision);
  await expect(medium(installation, picture.id)).rejects.toMatchObject({ status: 404 });
  await restore(picture.id);
  expect((await medium(installation, picture.id)).label).toBe('notes');
});

test('a category that was taken away comes back with what stood in it', async () => {
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const scheme = installation.model.schemeByKey('habitat')?.id ?? '';
  const water = await addCategory(installation, people.architect, scheme, { label: 'Water', parent: null });
  const newt = await addEntry(installation, people.editor, {
    type: 'species',
    values: { name: 'Newt', branch: water.id },
  });
  await removeCategory(installation, people.architect, water.id, water.revision, undefined);
  expect((await listed()).map(({ sort, title }) => [sort, title])).toEqual([['category', 'Water']]);
  await expect(restoreFromBin(installation, people.editor, water.id)).rejects.toMatchObject({ status: 403 });
  await restore(water.id);
  expect(categoriesOf(installation, scheme).items.map(({ label }) => label)).toContain('Water');
  expect((await entry(installation, newt.id)).values.branch).toBe(water.id);
  expect(await listed()).toEqual([]);
});

test('it empties itself after the days that are set, with the files of media, and by hand', async () => {
  const { installation, people } = small;
  const by = people.editor;
  const file = await addMedia(installation, by, { name: 'a.pdf' }, Buffer.from('%PDF-1.4\n%%EOF\n'));
  const heron = await addEntry(installation, by, { type: 'species', values: { name: 'Bell heron' } });
  const owl = await addEntry(installation, by, { type: 'species', values: { name: 'Oak owl' } });
  await binMedium(installation, by, file.id, file.revision);
  await binEntry(installation, by, heron.id, heron.revision);
  await keepInBin(installation, { days: 10 });
  small.at(NOON + 9.5 * DAY);
  await binEntry(installation, by, owl.id, owl.revision);
  await tidy();
  expect((await listed()).map(({ title, daysLeft }) => [title, daysLeft])).toEqual([
    ['Oak owl', 10],
    ['Bell heron', 1],
    ['a', 1],
  ]);
  small.at(NOON + 10.5 * DAY);
  await tidy();
  expect((await listed()).map(({ title }) => title)).toEqual(['Oak owl']);
  expect(existsSync(folderOf(installation, file.id))).toBe(false);
  await expect(entry(installation, heron.id)).rejects.toMatchObject({ status: 404 });
  expect(await emptyBin(installation, people.architect, {})).toEqual({ forgotten: 1, left: 0 });
  expect(await bin(installation, {})).toMatchObject({ items: [], total: 0, days: 10 });
  expect((await acts(installation, {})).items[0]).toMatchObject({
    by: 'architect',
    what: 'forgot one thing in the bin for good',
    canUndo: false,
  });
  // What was done to it stays known; it cannot come back.
  const [act] = (await acts(installation, { of: owl.id })).items;
  expect((await undoAct(installation, people.architect, act?.id ?? '')).left).toEqual([
    { label: '', why: 'Something of it was forgotten for good.' },
  ]);
});

test('it is told page by page', async () => {
  const { installation, people } = small;
  for (let i = 0; i < 5; i += 1) {
    const { id, revision } = await addEntry(installation, people.editor, {
      type: 'species',
      values: { name: `Bird ${i}` },
    });
    await binEntry(installation, people.editor, id, revision);
    small.at(NOON + (i % 2) * 1000);
  }
  const titles: string[] = [];
  for (let cursor: string | undefined = ''; cursor !== undefined;) {
    const told = await bin(installation, { limit: 2, cursor });
    titles.push(...told.items.map(({ title }) => title));
    cursor = told.next;
  }
  expect(titles.length).toBe(new Set(titles).size);
  expect(titles).toHaveLength(5);
});
