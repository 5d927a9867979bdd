import { fill, NOON, smallInstallation, type SmallInstallation } from '../../../../tests/small-installation';
import type { ManyAsked, ManyOfAllAsked } from '../../../contract/many';
import { newId } from '../../../core/ids';
import { recordsByUuids } from '../../../store/records';
import { acts, undoAct } from '../../acts';
import { addEntry, allContent, changeEntry, entries, entry } from '..';
import { changePart } from './change-part';
import { knownChange } from './known-change';
import { changeMany, tryMany } from './many';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const type = () => small.installation.model.contentTypeByKey('species')?.id ?? '';
const all = async () => (await entries(small.installation, { type: 'species', limit: 500 })).items;
const said = async (key: string) => (await all()).map(({ values }) => values[key] ?? null);
const make = (rows: readonly object[]) =>
  fill(
    small,
    'species',
    rows.map((values, i) => ({
      values: { name: `Species ${String(i).padStart(3, '0')}`, ...values },
      shown: false,
    })),
  );
const ids = async () => (await all()).map(({ id }) => id);
const change = (asked: ManyAsked, who = small.people.editor) =>
  changeMany(small.installation, who, type(), asked);
const undo = (act: string | null) => undoAct(small.installation, small.people.editor, act ?? '');
const newest = async () => (await acts(small.installation, { limit: 1 })).items[0];

test('a field of many is changed as one act, what says so already is told, and one undo takes all back', async () => {
  await make([{ size: 3 }, { size: 5 }, {}]);
  const asked: ManyAsked = { ids: await ids(), change: { does: 'set', field: 'size', value: 5 } };
  expect(await tryMany(small.installation, small.people.editor, type(), asked)).toMatchObject({
    total: 3,
    looked: 3,
    changed: 2,
    same: 1,
    held: 0,
    pages: [],
  });
  expect(await said('size')).toEqual([3, 5, null]);
  const done = await change(asked);
  expect(done).toMatchObject({ changed: 2, same: 1, held: 0 });
  expect(await said('size')).toEqual([5, 5, 5]);
  expect(await newest()).toMatchObject({ id: done.act, what: 'set Size in 2 entries' });
  expect((await undo(done.act)).left).toEqual([]);
  expect(await said('size')).toEqual([3, 5, null]);
  expect((await change({ ...asked, change: { does: 'clear', field: 'size' } })).changed).toBe(2);
  expect(await said('size')).toEqual([null, null, null]);
});

test('words are replaced in every language, and days are shifted', async () => {
  await make([{ name: 'A mere name that is as long as it may be' }]);
  const { id } = await addEntry(small.installation, small.people.editor, {
    type: 'species',
    values: { name: 'Mere hen', seen: '2026-01-30', summary: 'By the mere' },
  });
  await changeEntry(small.installation, small.people.editor, id, 1, {
    translations: { fr: { summary: 'Au bord du mere' } },
  });
  const asked = { ids: await ids() };
  const replace = { does: 'replace', find: 'mere', put: 'broad water' } as const;
  await change({ ...asked, change: { ...replace, field: 'summary' } });
  await change({ ...asked, change: { does: 'shift', field: 'seen', days: 3 } });
  // What breaks a rule then is kept, and holds back publishing.
  expect(await change({ ...asked, change: { ...replace, field: 'name' } })).toMatchObject({
    changed: 1,
    same: 1,
    held: 0,
  });
  const [long] = await all();
  expect([long?.title, long?.faults]).toEqual(['A broad water name that is as long as it may be', 1]);
  expect(await entry(small.installation, id)).toMatchObject({
    values: { name: 'Mere hen', seen: '2026-02-02', summary: 'By the broad water' },
    translations: { fr: { summary: 'Au bord du broad water' } },
  });
});

test('all that a table finds is changed beside other work where it is much, as one act', async () => {
  await make(Array.from({ length: 230 }, (_, i) => ({ size: i % 2 })));
  await make([{ name: 'Otter' }]);
  const asked: ManyAsked = { found: { q: 'species' }, change: { does: 'publish' } };
  const tried = await tryMany(small.installation, small.people.editor, type(), asked);
  expect([tried.total, tried.looked, tried.changed]).toEqual([230, 230, 230]);
  const done = await change(asked);
  expect(done.goesOn).toBeDefined();
  const states = async () =>
    (await all()).map(({ title, state }) => (title === 'Otter' ? `otter ${state}` : state));
  expect(new Set(await states())).toEqual(new Set(['published', 'otter draft']));
  expect(await newest()).toMatchObject({ id: done.act, what: 'published 230 entries' });
  await undo(done.act);
  expect((await states()).filter((state) => state === 'published')).toEqual([]);
});

test('each thing is done to those it can be done to, and the others are told with why', async () => {
  const { people } = small;
  await make([{ size: 900 }, {}, {}]);
  const asked = { ids: await ids() };
  const states = async () => (await all()).map(({ state }) => state);
  expect(await change({ ...asked, change: { does: 'publish' } })).toMatchObject({
    changed: 2,
    held: 1,
    firstHeld: [{ title: 'Species 000', why: 'One thing is to fix.' }],
  });
  expect(await states()).toEqual(['draft', 'published', 'published']);
  expect(await change({ ...asked, change: { does: 'publish' } })).toMatchObject({
    changed: 0,
    same: 2,
    held: 1,
    act: null,
  });
  expect((await change({ ...asked, change: { does: 'withdraw' } })).changed).toBe(2);
  const from = new Date(NOON + 3_600_000).toISOString();
  expect((await change({ ...asked, change: { does: 'schedule', from } })).changed).toBe(2);
  expect(await states()).toEqual(['draft', 'scheduled', 'scheduled']);
  expect((await change({ ...asked, change: { does: 'submit' } })).changed).toBe(2);
  const to = people.reviewer.uuid;
  expect(await change({ ...asked, change: { does: 'give', to, day: '2026-12-01' } })).toMatchObject({
    changed: 3,
    act: null,
  });
  expect((await all()).map(({ given }) => given?.to)).toEqual(['reviewer', 'reviewer', 'reviewer']);
  expect((await change({ ...asked, change: { does: 'bin' } })).changed).toBe(3);
  expect(await all()).toEqual([]);
  expect(await change({ ...asked, change: { does: 'set', field: 'size', value: 1 } })).toMatchObject({
    changed: 0,
    held: 3,
  });
  expect((await change({ ...asked, change: { does: 'restore' } })).changed).toBe(3);
  expect(await all()).toHaveLength(3);
});

test('a part that is done again does nothing', async () => {
  const { installation, people } = small;
  await make([{ seen: '2026-01-01' }, { seen: '2026-01-02' }]);
  const of = installation.model.contentType(type());
  if (!of) throw new Error('The type is not there.');
  const keys = (await recordsByUuids(installation.content, await ids())).map(({ id }) => id);
  const shift = await knownChange(installation.content, installation, people.editor, of, {
    does: 'shift',
    field: 'seen',
    days: 1,
  });
  const act = newId();
  for (let twice = 0; twice < 2; twice += 1)
    expect(
      (await changePart(installation, people.editor, { change: shift, typeOf: () => of }, keys, act)).changed,
    ).toBe(2);
  expect(await said('seen')).toEqual(['2026-01-02', '2026-01-03']);
});

test.each<[string, ManyAsked['change'], string]>([
  ['a field that is none', { does: 'set', field: 'wings', value: 2 }, '/change/field'],
  ['a value of another kind', { does: 'set', field: 'size', value: 'much' }, '/change/value'],
  ['nothing to set', { does: 'set', field: 'size' }, '/change/value'],
  ['what cannot be done to the field', { does: 'shift', field: 'size', days: 2 }, '/change/does'],
  ['no days', { does: 'shift', field: 'seen' }, '/change/days'],
  ['no words', { does: 'replace', field: 'name', find: '', put: 'x' }, '/change/find'],
  ['nobody', { does: 'give', to: newId() }, '/change/to'],
  ['a time that is missing', { does: 'schedule' }, '/change/from'],
])('%s is refused at its place', async (_, given, path) => {
  await make([{}]);
  await expect(change({ ids: await ids(), change: given })).rejects.toMatchObject({ faults: [{ path }] });
});

test('only those do a thing to many who may do it to one', async () => {
  await make([{}]);
  const { installation, people } = small;
  await expect(
    change({ ids: await ids(), change: { does: 'set', field: 'size', value: 1 } }, people.reviewer),
  ).rejects.toMatchObject({ status: 403 });
  const notice = installation.model.contentTypeByKey('notice')?.id ?? '';
  await expect(
    changeMany(installation, people.editor, notice, { ids: [], change: { does: 'publish' } }),
  ).rejects.toMatchObject({ status: 403 });
});

describe('of all content', () => {
  const named = async (title: string) =>
    (await allContent(small.installation, { q: `"${title}"` }, small.people.editor)).items[0];

  test('entries of several types are changed as one act; what is no entry, or what one may not change, stays', async () => {
    const { installation, people } = small;
    await addEntry(installation, people.editor, {
      type: 'species',
      values: { name: 'Mere hen', group: 'bird' },
    });
    await addEntry(installation, people.editor, { type: 'notice', values: { title: 'Mere is shut' } });
    const mine = (found: ManyOfAllAsked['found'], who = people.editor) =>
      changeMany(installation, who, undefined, { found: found ?? {}, change: { does: 'bin' } });
    const all = { q: 'mere' };
    const tried = await tryMany(installation, people.editor, undefined, {
      found: all,
      change: { does: 'bin' },
    });
    const done = await mine(all);
    expect(done).toMatchObject({ changed: tried.changed, held: tried.held });
    expect(done.changed).toBe(2);
    expect((await named('Mere hen'))?.state ?? 'binned').toBe('binned');
    expect((await newest())?.what).toBe('binned 2 entries');
    expect((await undo(done.act)).left).toEqual([]);
    expect(await named('Mere hen')).toMatchObject({ state: 'draft' });
    const notice = installation.model.contentTypeByKey('notice')?.id ?? '';
    const bounded = { ...people.editor, limits: { types: [notice] } };
    const partly = await mine(all, bounded);
    expect(partly).toMatchObject({ changed: 1, held: 1 });
    expect(partly.firstHeld[0]?.why).toMatch(/You may not change/);
  });

  test('a field is changed in the table of its type alone', async () => {
    await expect(
      changeMany(small.installation, small.people.editor, undefined, {
        found: {},
        change: { does: 'set', field: 'size', value: 3 },
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/change/does' }] });
  });
});
