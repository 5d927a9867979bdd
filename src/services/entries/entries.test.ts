import { addListing, publishListing } from '../listings/write';
import { entries } from './table';
import { entryReach } from '../reach/entry-reach';
import { giveWork } from '../review';
import { versions } from '../versions';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import type { Role } from '../../core/roles';
import {
  addEntry,
  freshEntry,
  binEntry,
  changeEntry,
  copyEntry,
  entry,
  publishEntry,
  restoreEntry,
  returnEntry,
  submitEntry,
  withdrawEntry,
} from './write';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const as = (role: Role = 'editor') => small.people[role];
const make = (values = {}, type = 'species') => addEntry(small.installation, as(), { type, values });

describe('writing an entry', () => {
  test('keeps a draft that visitors do not see, and tells its faults', async () => {
    const made = await make({ name: 'Bell heron', size: 720 });
    expect(made).toMatchObject({
      state: 'draft',
      revision: 1,
      title: 'Bell heron',
      shown: [],
      differs: false,
      faults: [{ path: '/values/size', code: 'too-large' }],
    });
    expect(await entry(small.installation, made.id)).toEqual(made);
  });
  test('refuses faults of shape as a whole, with every path', async () => {
    const made = await make({ name: 'Bell heron' });
    await expect(
      changeEntry(small.installation, as(), made.id, 1, { values: { name: 'Other', size: 'big', wings: 2 } }),
    ).rejects.toMatchObject({
      status: 422,
      faults: [
        { path: '/values/size', code: 'kind' },
        { path: '/values/wings', code: 'unknown-field' },
      ],
    });
    expect(await entry(small.installation, made.id)).toEqual(made);
    await expect(make({}, 'bats')).rejects.toMatchObject({ status: 422, faults: [{ path: '/type' }] });
  });
  test('holds a change against the revision it was made from, and tells both versions', async () => {
    const made = await make({ name: 'Bell heron' });
    await changeEntry(small.installation, as(), made.id, 1, { values: { size: 80 } });
    await expect(
      changeEntry(small.installation, as('architect'), made.id, 1, { values: { size: 90 } }),
    ).rejects.toMatchObject({
      status: 412,
      extra: {
        current: { revision: 2, values: { size: 80 }, changedBy: 'editor' },
        yours: { values: { size: 90 } },
      },
    });
  });
  test('keeps one revision for one sitting, another for another person or a later day', async () => {
    const made = await make({ name: 'Bell heron' });
    await changeEntry(small.installation, as(), made.id, 1, { values: { size: 1 } });
    small.at(NOON + 60_000);
    await changeEntry(small.installation, as(), made.id, 2, { values: { size: 2 } });
    await changeEntry(small.installation, as('architect'), made.id, 3, { values: { size: 3 } });
    small.at(NOON + 3_600_000);
    await changeEntry(small.installation, as('architect'), made.id, 4, { values: { size: 4 } });
    expect(
      (await versions(small.installation, made.id, {})).items.map(({ number, by, why }) => [number, by, why]),
    ).toEqual([
      [5, 'architect', 'saved'],
      [4, 'architect', 'saved'],
      [3, 'editor', 'saved'],
      [1, 'editor', 'made'],
    ]);
  });
});

describe('publishing', () => {
  test('is held back by a broken rule', async () => {
    const made = await make({ size: 720 });
    await expect(publishEntry(small.installation, as(), made.id, 1, {})).rejects.toMatchObject({
      status: 422,
      faults: [{ path: '/values/name' }, { path: '/values/size' }],
    });
  });
  test('shows a version that stays as it is while the next is written', async () => {
    const made = await make({ name: 'Bell heron' });
    const published = await publishEntry(small.installation, as(), made.id, 1, {});
    expect(published).toMatchObject({
      state: 'published',
      differs: false,
      shown: [{ from: new Date(NOON).toISOString() }],
    });
    const changed = await changeEntry(small.installation, as(), made.id, published.revision, {
      values: { name: 'Bell bittern' },
    });
    expect(changed).toMatchObject({ state: 'published', differs: true, title: 'Bell bittern' });
    small.at(NOON + 1000);
    expect(await publishEntry(small.installation, as(), made.id, changed.revision, {})).toMatchObject({
      differs: false,
    });
  });
  test('may begin later and end by itself: the clock decides', async () => {
    const made = await make({ name: 'Bell heron' });
    const planned = await publishEntry(small.installation, as(), made.id, 1, {
      from: '2026-12-01T00:00:00Z',
      until: '2026-12-24T00:00:00Z',
    });
    expect(planned.state).toBe('scheduled');
    const states = [];
    for (const moment of ['2026-12-01T00:00:00Z', '2026-12-24T00:00:00Z']) {
      small.at(Date.parse(moment));
      states.push((await entry(small.installation, made.id)).state);
    }
    expect(states).toEqual(['published', 'withdrawn']);
    await expect(
      publishEntry(small.installation, as(), made.id, planned.revision, {
        from: '2027-01-02T00:00:00Z',
        until: '2027-01-01T00:00:00Z',
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/until' }] });
  });
  test('takes someone who reviews where the type asks for it', async () => {
    const made = await make({ title: 'Water is up' }, 'notice');
    await expect(publishEntry(small.installation, as(), made.id, 1, {})).rejects.toMatchObject({
      status: 403,
      title: expect.stringContaining('review'),
    });
    const sent = await submitEntry(small.installation, as(), made.id, 1);
    expect(sent.state).toBe('review');
    const back = await returnEntry(small.installation, as('reviewer'), made.id, sent.revision);
    expect(back.state).toBe('draft');
    expect((await publishEntry(small.installation, as('reviewer'), made.id, back.revision, {})).state).toBe(
      'published',
    );
  });
});

describe('taking away', () => {
  test('withdraws, bins and brings back, keeping the words', async () => {
    const made = await make({ name: 'Bell heron' });
    const published = await publishEntry(small.installation, as(), made.id, 1, {});
    small.at(NOON + 1000);
    const withdrawn = await withdrawEntry(small.installation, as(), made.id, published.revision);
    expect(withdrawn).toMatchObject({ state: 'withdrawn', shown: [] });
    const binned = await binEntry(small.installation, as(), made.id, withdrawn.revision);
    expect((await entries(small.installation, { type: 'species' })).total).toBe(0);
    expect(
      (await entries(small.installation, { type: 'species', state: 'binned' })).items.map(
        ({ title }) => title,
      ),
    ).toEqual(['Bell heron']);
    await expect(
      changeEntry(small.installation, as(), made.id, binned.revision, { values: {} }),
    ).rejects.toMatchObject({ status: 422 });
    for (const act of [submitEntry, publishEntry])
      await expect(act(small.installation, as(), made.id, binned.revision, {})).rejects.toMatchObject({
        status: 422,
      });
    const restored = await restoreEntry(small.installation, as(), made.id, binned.revision);
    expect(restored.values).toMatchObject({ name: 'Bell heron' });
    expect((await entries(small.installation, { type: 'species' })).total).toBe(1);
  });
  test('of what visitors see takes someone who reviews, where the type asks for it', async () => {
    const made = await make({ title: 'Water is up' }, 'notice');
    const published = await publishEntry(small.installation, as('reviewer'), made.id, 1, {});
    await expect(binEntry(small.installation, as(), made.id, published.revision)).rejects.toMatchObject({
      status: 403,
    });
    await expect(withdrawEntry(small.installation, as(), made.id, published.revision)).rejects.toMatchObject({
      status: 403,
    });
  });
});

describe('the table', () => {
  test('asks by state, words and conditions, and refuses bad questions at their place', async () => {
    for (const [name, size] of [
      ['Bell heron', 80],
      ['Amber piper', 14],
      ['Needle tern', 30],
    ] as const)
      await make({ name, size });
    const named = async (query: object) =>
      (await entries(small.installation, { type: 'species', ...query })).items.map(({ title }) => title);
    expect(await named({})).toEqual(['Amber piper', 'Bell heron', 'Needle tern']);
    expect(await named({ q: 'her' })).toEqual(['Bell heron']);
    expect(
      await named({ where: JSON.stringify({ field: 'size', is: 'moreThan', value: 20 }), sort: '-size' }),
    ).toEqual(['Bell heron', 'Needle tern']);
    expect(await named({ state: 'published' })).toEqual([]);
    // Only the columns that are asked for travel.
    const [row] = (await entries(small.installation, { type: 'species', columns: 'size', q: 'bell' })).items;
    expect(row?.values).toEqual({ size: 80 });
    for (const [query, path] of [
      [{ sort: 'wings' }, '/sort'],
      [{ columns: 'name,wings' }, '/columns'],
      [{ where: '{' }, '/where'],
      [{ where: '{"field":"wings","is":"filled"}' }, '/where/field'],
      [{ cursor: 'x' }, '/cursor'],
    ] as const) {
      await expect(entries(small.installation, { type: 'species', ...query })).rejects.toMatchObject({
        status: 422,
        faults: [{ path }],
      });
    }
  });
  test('gives its pages without missing or repeating a row, whatever it is sorted by', async () => {
    const groups = ['bird', 'insect', null];
    await fill(
      small,
      'species',
      Array.from({ length: 50 }, (_, i) => ({
        values: {
          name: `Kind ${i % 7}`,
          group: groups[i % 3] ?? null,
          size: i % 4 === 0 ? null : i % 5,
          rare: i % 2 === 0,
          seen: i % 6 === 0 ? null : `2026-11-0${(i % 9) + 1}`,
        },
      })),
    );
    for (const sort of ['title', '-title', 'changed', 'size', '-size', 'group', '-seen', 'rare']) {
      const seen: string[] = [];
      for (let cursor: string | undefined, more = true; more; more = cursor !== undefined) {
        const page = await entries(small.installation, {
          type: 'species',
          sort,
          limit: 7,
          ...(cursor ? { cursor } : {}),
        });
        seen.push(...page.items.map(({ id }) => id));
        cursor = page.next;
      }
      expect([sort, seen.length, new Set(seen).size]).toEqual([sort, 50, 50]);
    }
  });
});

describe('reach', () => {
  test('tells the listings an entry stands in, and at which place', async () => {
    const listing = await addListing(small.installation, as('architect'), {
      label: 'Index',
      rule: { from: ['species'], limit: 1, order: [{ by: 'name', direction: 'up' }] },
    });
    await publishListing(small.installation, as('architect'), listing.id, listing.revision, {});
    const first = await make({ name: 'Amber piper' });
    const second = await make({ name: 'Bell heron' });
    for (const { id } of [first, second]) await publishEntry(small.installation, as(), id, 1, {});
    expect((await entryReach(small.installation, first.id)).goesTo).toMatchObject([
      { label: 'Index', detail: '1st' },
    ]);
    expect((await entryReach(small.installation, second.id)).goesTo).toMatchObject([
      { label: 'Index', detail: 'past the 1 it shows' },
    ]);
  });
});

test('a new entry is kept once something is written, and only once however often that is sent', async () => {
  const { installation, people } = small;
  const fresh = await freshEntry(installation, people.editor, 'species');
  expect(fresh).toMatchObject({ revision: 0, state: 'draft', shown: [] });
  expect((await entries(installation, { type: 'species' })).total).toBe(0);
  const given = { id: fresh.id, type: 'species', values: { name: 'Heron' } };
  expect(await addEntry(installation, people.editor, given)).toMatchObject({ id: fresh.id, revision: 1 });
  await expect(addEntry(installation, people.editor, given)).rejects.toMatchObject({
    status: 412,
    extra: { current: { id: fresh.id, revision: 1, values: { name: 'Heron' } } },
  });
  expect((await entries(installation, { type: 'species' })).total).toBe(1);
});

test('a copy says the same in every language, as a draft of its own', async () => {
  const { installation, people } = small;
  const made = await make({ name: 'Heron', summary: 'By the mere', size: 90 });
  await changeEntry(installation, people.editor, made.id, 1, {
    translations: { fr: { summary: 'Au bord de l’eau' } },
  });
  await publishEntry(installation, people.editor, made.id, 2, {});
  const copy = await copyEntry(installation, people.editor, made.id);
  const { values, translations } = await entry(installation, made.id);
  expect(copy).toMatchObject({ values, translations, revision: 1, state: 'draft', shown: [] });
  expect(copy.id).not.toBe(made.id);
});

test('a table tells those alone that are mine, given to me, or have something to fix', async () => {
  const { installation, people } = small;
  const mine = await make({ name: 'Mine' });
  const theirs = await addEntry(installation, people.architect, {
    type: 'species',
    values: { name: 'Theirs', size: 900 },
  });
  await giveWork(installation, people.architect, theirs.id, { to: people.editor.uuid });
  const told = async (only: 'mine' | 'given' | 'toFix') =>
    (await entries(installation, { type: 'species', only }, people.editor)).items.map(({ id }) => id);
  expect([await told('mine'), await told('given'), await told('toFix')]).toEqual([
    [mine.id],
    [theirs.id],
    [theirs.id],
  ]);
});
