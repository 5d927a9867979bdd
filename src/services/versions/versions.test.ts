import fc from 'fast-check';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { sql } from '../../store/sql';
import { addCategory, changeCategory, moveCategory } from '../categories';
import { addEntry, changeEntry, entry, publishEntry } from '../entries';
import { beginWith } from '../model';
import { addPage, changePage, page } from '../pages';
import { pagePreview } from '../visitor';
import { thinVersions } from './thin';
import { nameVersion, version, versions } from './versions';

const DAY = 86_400_000;
let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const heron = () =>
  addEntry(small.installation, small.people.editor, {
    type: 'species',
    values: { name: 'Bell heron', size: 80 },
  });
const listed = async (id: string) => (await versions(small.installation, id, {})).items;

test('each version says who, what, and in which fields it differs from the one before', async () => {
  const { installation, people } = small;
  const { id } = await heron();
  await changeEntry(installation, people.architect, id, 1, { values: { size: 82, summary: 'Rings.' } });
  small.at(NOON + DAY);
  await publishEntry(installation, people.editor, id, 2, {});
  small.at(NOON + 2 * DAY);
  await changeEntry(installation, people.editor, id, 3, { values: { name: 'Great heron' } });
  expect((await listed(id)).map(({ by, why, changed, showsNow }) => [by, why, changed, showsNow])).toEqual([
    ['editor', 'saved', ['Name'], false],
    ['editor', 'published', [], true],
    ['architect', 'saved', ['Size', 'Summary'], false],
    ['editor', 'made', [], false],
  ]);
  const { next, items, total } = await versions(installation, id, { limit: 2 });
  expect([items.length, next, total]).toEqual([2, 3, 4]);
  expect((await versions(installation, id, { before: next ?? 0 })).items).toHaveLength(2);
});

test('a version is told as it was, and what visitors saw by the moment', async () => {
  const { installation, people } = small;
  const { id } = await heron();
  await publishEntry(installation, people.editor, id, 1, {});
  small.at(NOON + DAY);
  await changeEntry(installation, people.editor, id, 2, { values: { size: 90 } });
  await publishEntry(installation, people.editor, id, 3, {});
  const seen = async (at: number) =>
    (await version(installation, id, { seenAt: new Date(at).toISOString() })).content.values;
  expect(await seen(NOON + 1000)).toMatchObject({ size: 80 });
  expect(await seen(NOON + DAY + 1000)).toMatchObject({ size: 90 });
  await expect(seen(NOON - 1000)).rejects.toMatchObject({ status: 404 });
  expect((await version(installation, id, { number: 1 })).content.values).toMatchObject({ size: 80 });
  expect((await version(installation, id, {})).content.values).toMatchObject({ size: 90 });
  await expect(version(installation, id, { number: 99 })).rejects.toMatchObject({ status: 404 });
});

test('a page is drawn as it was, with its slots', async () => {
  const { installation, people } = small;
  const { id } = await addPage(installation, people.editor, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  await changePage(installation, people.editor, id, 1, { values: { title: 'Home of reeds' } });
  const drawn = async (number?: number) =>
    JSON.stringify((await pagePreview(installation, id, number ? { version: number } : {})).page.face);
  expect(await drawn(1)).not.toContain('Home of reeds');
  expect(await drawn()).toContain('Home of reeds');
  expect((await page(installation, id)).title).toBe('Home of reeds');
});

test('a category has a version for each thing done to it', async () => {
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const scheme = installation.model.schemes[0]?.id ?? '';
  const water = await addCategory(installation, people.architect, scheme, { label: 'Water', parent: null });
  const mere = await addCategory(installation, people.architect, scheme, { label: 'Mere', parent: null });
  const renamed = await changeCategory(installation, people.architect, mere.id, mere.revision, {
    label: 'Meres',
  });
  await moveCategory(installation, people.architect, mere.id, renamed.revision, { parent: water.id });
  const rows = await listed(mere.id);
  expect(rows.map(({ why, changed }) => [why, changed])).toEqual([
    ['moved a category', ['Place']],
    ['changed a category', ['Name']],
    ['made a category', []],
  ]);
  const first = await version(installation, mere.id, { number: rows[2]?.number ?? 0 });
  expect(first.content).toMatchObject({ label: 'Mere', parent: null });
});

test('what is put back is a version of its own, told as that', async () => {
  const { installation, people } = small;
  const { id } = await heron();
  await changeEntry(installation, people.editor, id, 1, { values: { size: 82 } });
  await changeEntry(installation, people.editor, id, 2, { values: { size: 80 }, apart: 'restored' });
  expect((await listed(id)).map(({ why }) => why)).toEqual([
    'put back from an earlier version',
    'saved',
    'made',
  ]);
});

test('names are given, found and taken away', async () => {
  const { installation } = small;
  const { id } = await heron();
  expect(await nameVersion(installation, id, 1, { name: '  Before the count ' })).toMatchObject({
    name: 'Before the count',
  });
  expect((await listed(id))[0]?.name).toBe('Before the count');
  expect((await nameVersion(installation, id, 1, { name: '' })).name).toBeUndefined();
  await expect(nameVersion(installation, id, 7, { name: 'Nothing' })).rejects.toMatchObject({ status: 404 });
  await expect(nameVersion(installation, id, Number.NaN, { name: 'X' })).rejects.toMatchObject({
    status: 404,
  });
});

test('thinning keeps the last saving of each person and day, what visitors saw, and what bears a name', async () => {
  const deed = fc.record({
    what: fc.constantFrom('save', 'save', 'save', 'publish', 'name', 'put back'),
    by: fc.constantFrom('editor' as const, 'architect' as const),
    /** Minutes until it. */
    wait: fc.constantFrom(1, 30, 700),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 3, maxLength: 14 }), async (deeds) => {
      const { installation, people } = small;
      let at = NOON;
      small.at(at);
      const { id } = await heron();
      for (const [i, { what, by, wait }] of deeds.entries()) {
        small.at((at += wait * 60_000));
        const { revision } = await entry(installation, id);
        if (what === 'publish') await publishEntry(installation, people[by], id, revision, {});
        else if (what === 'name') await nameVersion(installation, id, revision, { name: `No. ${i}` });
        else
          await changeEntry(installation, people[by], id, revision, {
            values: { size: 100 + i },
            ...(what === 'save' ? {} : { apart: 'restored' }),
          });
      }
      const before = await listed(id);
      const seen = await installation.content.all<{ body: string }>(
        sql`SELECT l.body FROM live l JOIN records r ON r.id = l.record WHERE r.uuid = ${id}`,
      );
      small.at(at + 31 * DAY);
      for (let next: number | undefined = 0; next !== undefined;)
        next = (await thinVersions(installation, next)).next;
      const after = await listed(id);
      const left = new Set(after.map(({ number }) => number));
      expect(after[0]?.number).toBe(before[0]?.number);
      for (const [i, { number, why, name, by, at: when }] of before.entries()) {
        const day = (moment: string) => Math.floor(Date.parse(moment) / DAY);
        const isLast = !before
          .slice(0, i)
          .some((later) => later.why === 'saved' && later.by === by && day(later.at) === day(when));
        if (why !== 'saved' || name !== undefined || isLast) expect(left).toContain(number);
      }
      // What visitors saw can be read at every moment, whatever was forgotten.
      const still = await installation.content.all<{ body: string }>(
        sql`SELECT l.body FROM live l JOIN records r ON r.id = l.record WHERE r.uuid = ${id}`,
      );
      expect(still).toEqual(seen);
      // Done again, nothing more goes.
      expect((await thinVersions(installation, 0)).forgotten).toBe(0);
    }),
    { numRuns: 12 },
  );
});
