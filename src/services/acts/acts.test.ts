import type { JsonObject } from '../../core/json';
import { smallInstallation, fill, NOON, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { addCategory, categoriesOf } from '../categories/edit';
import { importCategories } from '../categories/import';
import { mergeCategory, removeCategory } from '../categories/merge';
import {
  addEntry,
  binEntry,
  changeEntry,
  entry,
  publishEntry,
  restoreEntry,
  withdrawEntry,
} from '../entries/write';
import { entries } from '../entries/table';
import { importEntries } from '../entries/import';
import { applyWorking, beginWith } from '../model/put-in-force';
import { keepWorking } from '../model/working-copy';
import { addPage, binPage, changePage, movePage, page, publishPage, withdrawPage } from '../pages/write';
import { siteTree } from '../pages/tree';
import { addSite, removeSite, sitesOf } from '../pages/sites';
import { acts } from './list';
import { undoAct } from './undo';

let small: SmallInstallation;
let tick = 0;
beforeEach(async () => {
  small = await smallInstallation();
  tick = 0;
});
afterEach(() => small.close());

/** Lets some minutes pass, so that savings are acts of their own. */
const later = () => small.at(NOON + (tick += 1) * 600_000);

async function lastAct(): Promise<string> {
  return (await acts(small.installation, {})).items[0]?.id ?? '';
}
const undoLast = async () => undoAct(small.installation, small.people.architect, await lastAct());

async function bird(values: JsonObject = { name: 'Bell heron', size: 80 }) {
  return addEntry(small.installation, small.people.editor, { type: 'species', values });
}

test('an act names who did what when, and to which things', async () => {
  const { id } = await bird();
  const [act] = (await acts(small.installation, { of: id })).items;
  expect(act).toMatchObject({
    by: 'editor',
    what: 'made an entry',
    things: 1,
    canUndo: true,
    at: new Date(NOON).toISOString(),
  });
  expect(act?.first).toEqual([{ sort: 'entry', id, label: 'Bell heron' }]);
});

test('savings one after the other are one act, which goes back to how it began', async () => {
  const { installation, people } = small;
  const { id } = await bird();
  later();
  await changeEntry(installation, people.editor, id, 1, { values: { name: 'Bell' } });
  await changeEntry(installation, people.editor, id, 2, { values: { size: 9 } });
  expect((await acts(installation, { of: id })).items.map(({ what }) => what)).toEqual([
    'changed an entry',
    'made an entry',
  ]);
  await undoLast();
  expect((await entry(installation, id)).values).toMatchObject({ name: 'Bell heron', size: 80 });
});

test('what changes nothing is no act', async () => {
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const [scheme = ''] = installation.model.schemes.map(({ id }) => id);
  const list = { format: 'indented', text: 'Water\n  Mere', tryOnly: false } as const;
  await importCategories(installation, people.architect, scheme, list);
  const before = await lastAct();
  await importCategories(installation, people.architect, scheme, list);
  expect(await lastAct()).toBe(before);
});

test('what others changed since stays, and what collides is told and left', async () => {
  const { installation, people } = small;
  const { id } = await bird();
  later();
  await changeEntry(installation, people.editor, id, 1, { values: { name: 'Bell', size: 9 } });
  const act = await lastAct();
  later();
  await changeEntry(installation, people.architect, id, 2, {
    values: { name: 'Great bell', summary: 'Rings.' },
  });
  const { left } = await undoAct(installation, people.editor, act);
  expect((await entry(installation, id)).values).toMatchObject({
    name: 'Great bell',
    summary: 'Rings.',
    size: 80,
  });
  expect(left).toEqual([{ label: 'Great bell', why: 'It was changed since.' }]);
  await expect(undoAct(installation, people.editor, act)).rejects.toThrow('This was taken back already.');
});

test('taking back a taking back does it again', async () => {
  const { installation, people } = small;
  const { id } = await bird();
  later();
  await changeEntry(installation, people.editor, id, 1, { values: { size: 9 } });
  await undoLast();
  await undoLast();
  expect((await entry(installation, id)).values).toMatchObject({ size: 9 });
});

test('publishing, withdrawing and the bin go back to what visitors saw, also a day later', async () => {
  const { installation, people } = small;
  const { id } = await bird();
  const { revision } = await publishEntry(installation, people.editor, id, 1, {});
  small.at(NOON + 86_400_000);
  const { revision: withdrawn } = await withdrawEntry(installation, people.editor, id, revision);
  expect((await entry(installation, id)).state).toBe('withdrawn');
  await undoLast();
  const back = await entry(installation, id);
  expect([back.state, back.differs]).toEqual(['published', false]);
  expect(back.revision).toBeGreaterThanOrEqual(withdrawn);
  await binEntry(installation, people.editor, id, back.revision);
  await undoLast();
  expect((await entry(installation, id)).state).toBe('published');
  const { total } = await entries(installation, { type: 'species', state: 'published' });
  expect(total).toBe(1);
  // What was made goes to the bin.
  const [first] = (await acts(installation, { of: id })).items.slice(-1);
  await undoAct(installation, people.architect, first?.id ?? '');
  expect((await entry(installation, id)).state).toBe('binned');
  await restoreEntry(installation, people.editor, id, (await entry(installation, id)).revision);
});

test('many that were brought in at once go to the bin at once', async () => {
  const { installation, people } = small;
  const type = installation.model.contentTypeByKey('species')?.id ?? '';
  await importEntries(installation, people.editor, type, {
    rows: [{ name: 'Mere moth' }, { name: 'Oak owl' }],
  });
  expect((await acts(installation, {})).items[0]).toMatchObject({ what: 'brought in 2 entries', things: 2 });
  await undoLast();
  expect((await entries(installation, { type: 'species', state: 'draft' })).total).toBe(0);
  expect((await entries(installation, { type: 'species', state: 'binned' })).total).toBe(2);
});

test('rows that are brought in one piece after the other go to the bin as one act, of one person alone', async () => {
  const { installation, people } = small;
  const type = installation.model.contentTypeByKey('species')?.id ?? '';
  const bring = (name: string, act: string | null, person = people.editor) =>
    importEntries(installation, person, type, { rows: [{ name }], ...(act === null ? {} : { act }) });
  const { act } = await bring('Mere moth', null);
  expect((await bring('Oak owl', act)).act).toBe(act);
  expect((await acts(installation, {})).items[0]).toMatchObject({ id: act, what: 'brought in 2 entries' });
  await expect(bring('Ash owl', act, people.architect)).rejects.toMatchObject({ status: 422 });
  await undoLast();
  expect((await entries(installation, { type: 'species', state: 'binned' })).total).toBe(2);
  await expect(bring('Ash owl', act)).rejects.toMatchObject({ status: 422 });
});

test('a page comes back to its place with all below it; an address that is taken is told', async () => {
  const { installation, people } = small;
  const by = people.editor;
  const home = await addPage(installation, by, { type: 'home', parent: null, values: { title: 'Home' } });
  const visit = await addPage(installation, by, {
    type: 'plain',
    parent: home.id,
    values: { title: 'Visit' },
  });
  const walks = await addPage(installation, by, {
    type: 'plain',
    parent: home.id,
    values: { title: 'Walks' },
  });
  await addPage(installation, by, { type: 'plain', parent: walks.id, values: { title: 'By boat' } });
  const addresses = async () => (await siteTree(installation)).pages.map(({ address }) => address).sort();
  const before = await addresses();
  await movePage(installation, by, walks.id, 1, { parent: visit.id });
  expect(await addresses()).toContain('/visit/walks/boat');
  await undoLast();
  expect(await addresses()).toEqual(before);
  await publishPage(installation, by, visit.id, 1, {});
  await binPage(installation, by, visit.id, 2);
  const act = await lastAct();
  await undoAct(installation, people.architect, act);
  expect(await addresses()).toEqual(before);
  expect((await page(installation, visit.id)).state).toBe('published');
  await binPage(installation, by, visit.id, (await page(installation, visit.id)).revision);
  const again = await lastAct();
  await addPage(installation, by, { type: 'plain', parent: home.id, values: { title: 'Visit' } });
  expect((await undoAct(installation, people.architect, again)).left).toEqual(
    expect.arrayContaining([{ label: 'Visit', why: '“Visit” stands at /visit now.' }]),
  );
});

test('a page that was made goes to the bin, but not from above what others put below it', async () => {
  const { installation, people } = small;
  const made = async (title: string, parent: string | null) => {
    const type = parent === null ? 'home' : 'plain';
    const { id } = await addPage(installation, people.editor, { type, parent, values: { title } });
    return { id, act: await lastAct() };
  };
  const home = await made('Home', null);
  const walks = await made('Walks', home.id);
  const boat = await made('By boat', walks.id);
  const undo = (act: string) => undoAct(installation, people.architect, act);
  expect((await undo(walks.act)).left).toEqual([{ label: 'Walks', why: 'Pages stand below it now.' }]);
  expect((await page(installation, walks.id)).address).toBe('/walks');
  expect((await undo(boat.act)).left).toEqual([]);
  expect((await siteTree(installation)).pages.map(({ id }) => id)).not.toContain(boat.id);
});

test('the top page withdrawn comes back', async () => {
  const { installation, people } = small;
  const home = await addPage(installation, people.editor, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  await publishPage(installation, people.editor, home.id, 1, {});
  later();
  await changePage(installation, people.editor, home.id, 2, { values: { title: 'Home of reeds' } });
  await withdrawPage(installation, people.editor, home.id, 3);
  await undoLast();
  expect(await page(installation, home.id)).toMatchObject({
    state: 'published',
    title: 'Home of reeds',
    differs: true,
  });
});

test('merged categories part again: names, places, what stands in them', async () => {
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const scheme = installation.model.schemes[0]?.id ?? '';
  const make = (label: string, parent: string | null) =>
    addCategory(installation, people.architect, scheme, { label, parent });
  const [water, mere] = [await make('Water', null), await make('Mere', null)];
  const pond = await make('Pond', water.id);
  await fill(small, 'species', [
    { values: { name: 'Newt', branch: pond.id } },
    { values: { name: 'Pike', branch: mere.id } },
  ]);
  const told = async () => ({
    categories: categoriesOf(installation, scheme).items.map(({ id, label, parent }) => ({
      id,
      label,
      parent,
    })),
    entries: (await entries(installation, { type: 'species' })).items.map(({ title, values }) => [
      title,
      values.branch,
    ]),
  });
  const before = await told();
  await mergeCategory(installation, people.architect, water.id, water.revision, mere.id);
  expect(await told()).not.toEqual(before);
  await undoLast();
  expect(await told()).toEqual(before);
  await mergeCategory(
    installation,
    people.architect,
    pond.id,
    categoriesOf(installation, scheme).items.find(({ id }) => id === pond.id)?.revision ?? 0,
    mere.id,
  );
  expect((await told()).entries).toEqual([
    ['Newt', mere.id],
    ['Pike', mere.id],
  ]);
  await expect(undoAct(installation, people.editor, await lastAct())).rejects.toThrow(
    'Only an architect takes this back.',
  );
  await undoLast();
  expect(await told()).toEqual(before);
});

test('a category comes back beside one that bears its key and address by now', async () => {
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const of = installation.model.schemes[0]?.id ?? '';
  const first = await addCategory(installation, people.architect, of, { label: 'Marsh', parent: null });
  await removeCategory(installation, people.architect, first.id, first.revision, undefined);
  const removal = await lastAct();
  const second = await addCategory(installation, people.architect, of, { label: 'Marsh', parent: null });
  expect([second.key, second.slug]).toEqual([first.key, first.slug]);
  const { left } = await undoAct(installation, people.architect, removal);
  expect(left.map(({ why }) => why)).toEqual([
    '“Marsh” has the key marsh2 now: another was given its own.',
    '“Marsh” stands at marsh-2 now: another stands at its address.',
  ]);
  const there = categoriesOf(installation, of).items.filter(({ label }) => label === 'Marsh');
  expect(there.map(({ id, key, slug }) => [id, key, slug]).sort()).toEqual(
    [
      [first.id, 'marsh2', 'marsh-2'],
      [second.id, 'marsh', 'marsh'],
    ].sort(),
  );
});

test('a site taken away comes back, and a model put in force goes back with what was changed since', async () => {
  const { installation, people } = small;
  const site = await addSite(installation, people.architect, { label: 'Friends', begins: 'friends' });
  await removeSite(installation, people.architect, site.id);
  await undoLast();
  expect(sitesOf(installation).items.map(({ label }) => label)).toContain('Friends');
  const renamed = (from: string, to: string) =>
    JSON.parse(JSON.stringify(installation.model.document).replaceAll(from, to)) as JsonObject;
  const force = async (document: JsonObject) => {
    await keepWorking(installation, people.architect, 0, document);
    await applyWorking(installation, people.architect, 1);
  };
  await force(renamed('"Last seen"', '"Seen last"'));
  const act = await lastAct();
  await force(renamed('"Size"', '"Length"'));
  await undoAct(installation, people.architect, act);
  const labels = installation.model.contentTypeByKey('species')?.fields.map(({ label }) => label);
  expect(labels).toEqual(expect.arrayContaining(['Last seen', 'Length']));
});

test('who may not publish may not take a publishing back', async () => {
  const { installation, people } = small;
  const notice = await addEntry(installation, people.editor, { type: 'notice', values: { title: 'Open' } });
  await publishEntry(installation, people.reviewer, notice.id, 1, {});
  const act = await lastAct();
  later();
  await expect(undoAct(installation, people.editor, act)).rejects.toThrow(/Someone who reviews/);
  await undoAct(installation, people.reviewer, act);
  expect((await entry(installation, notice.id)).state).toBe('withdrawn');
  expect((await acts(installation, { of: notice.id })).items).toHaveLength(3);
});
