import fc from 'fast-check';
import type { TableFilters } from '../../contract/table-filters';
import { shownAnswers, states } from '../../core/content/states';
import type { Id } from '../../core/ids';
import { importModel } from '../model';
import { addPage, publishPage } from '../pages';
import { goTo } from '../overview';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { allContent, allCounts } from './all-content';
import { changeView, dropView, keepView, keptViews } from './kept-views';
import { entries } from './table';
import { addEntry, binEntry, changeEntry, entry, publishEntry, withdrawEntry } from './write';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const DAY = 86_400_000;
const make = async (type: string, values: object, translations?: object): Promise<Id> =>
  (
    await addEntry(small.installation, small.people.architect, {
      type,
      values: { ...values },
      ...(translations ? { translations: { ...translations } } : {}),
    })
  ).id;
const found = async (query: Parameters<typeof allContent>[1]) =>
  (await allContent(small.installation, query, small.people.architect)).items.map(({ title }) => title);

describe('words', () => {
  beforeEach(async () => {
    await make(
      'species',
      { name: 'Bell heron', body: 'Waits in the first frost, still as a post.' },
      { fr: { summary: 'Un héron gris.' } },
    );
    await make('notice', { title: 'Boardwalk closed', text: 'Ice and frost first.' });
    const page = await addPage(small.installation, small.people.architect, {
      type: 'home',
      parent: null,
      values: { title: 'Frosty home' },
    });
    await publishPage(small.installation, small.people.architect, page.id, 1, {});
  });

  test.each<[TableFilters, string[]]>([
    [{ q: 'frost' }, ['Bell heron', 'Boardwalk closed', 'Frosty home']],
    [{ q: '"first frost"' }, ['Bell heron']],
    [{ q: '"frost first"' }, ['Boardwalk closed']],
    [{ q: 'BELL gris' }, []],
    [{ q: 'heron gri', language: 'fr' }, ['Bell heron']],
    [{ q: 'frost', language: 'fr' }, []],
    [{ q: '"" --' }, []],
    [{ lacks: 'fr' }, ['Boardwalk closed', 'Frosty home']],
  ])('%j finds what says them', async (query, titles) => {
    expect(await found(query)).toEqual(titles);
  });

  test('each row says where they stand; the title says itself', async () => {
    const { items } = await allContent(small.installation, { q: 'frost' }, small.people.architect);
    expect(items.map(({ hit }) => hit && [hit.label, hit.pieces.find((each) => each.hit)?.words])).toEqual([
      ['Body', 'frost'],
      ['Text', 'frost'],
      undefined,
    ]);
    const ofType = await entries(small.installation, { type: 'species', q: 'gris', columns: '' });
    expect(ofType.items[0]?.hit).toMatchObject({ label: 'Summary', language: 'fr' });
  });

  test('are found from Go to behind what is called so, and follow each change', async () => {
    const told = async () =>
      (await goTo(small.installation, 'frost')).items.map(({ label, hit }) => [label, hit !== undefined]);
    expect(await told()).toEqual(
      expect.arrayContaining([
        ['Frosty home', false],
        ['Bell heron', true],
        ['Boardwalk closed', true],
      ]),
    );
    const [heron] = (await allContent(small.installation, { q: 'bell' }, small.people.architect)).items;
    await changeEntry(small.installation, small.people.architect, heron?.id ?? '', 1, {
      values: { body: 'Waits.' },
    });
    expect(await told()).not.toContainEqual(['Bell heron', true]);
  });
});

test('all content is what each type holds, in each state, whatever was done', async () => {
  const { installation } = small;
  const { architect } = small.people;
  const deed = fc.record({
    type: fc.constantFrom('species', 'notice'),
    does: fc.constantFrom('nothing', 'publish', 'later', 'withdraw', 'bin'),
    name: fc.constantFrom('Ash', 'Élan', 'oak', 'Zebra fly'),
  });
  let clock = NOON;
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { maxLength: 4 }), async (deeds) => {
      for (const { type, does, name } of deeds) {
        const id = await make(type, type === 'species' ? { name } : { title: name });
        if (does === 'publish' || does === 'withdraw') await publishEntry(installation, architect, id, 1, {});
        if (does === 'later')
          await publishEntry(installation, architect, id, 1, { from: new Date(clock + DAY).toISOString() });
        clock += 1000;
        small.at(clock);
        const { revision } = await entry(installation, id);
        if (does === 'withdraw') await withdrawEntry(installation, architect, id, revision);
        if (does === 'bin') await binEntry(installation, architect, id, revision);
      }
      const counts = await allCounts(installation);
      for (const state of states) {
        const together = await allContent(installation, { state, limit: 500 }, architect);
        const apart = await Promise.all(
          ['species', 'notice'].map((type) =>
            entries(installation, { type, state, limit: 500, columns: '' }),
          ),
        );
        const ids = (items: readonly { id: Id }[]) => items.map(({ id }) => id).sort();
        expect(ids(together.items)).toEqual(ids(apart.flatMap(({ items }) => items)));
        expect([together.total, counts[state]]).toEqual([ids(together.items).length, together.total]);
      }
      for (const shown of shownAnswers) {
        const of = { shown, limit: 500 };
        const together = await allContent(installation, { ...of, types: 'species,notice' }, architect);
        const apart = await Promise.all(
          ['species', 'notice'].map((type) => entries(installation, { ...of, type, columns: '' })),
        );
        expect(together.items.map(({ id }) => id).sort()).toEqual(
          apart.flatMap(({ items }) => items.map(({ id }) => id)).sort(),
        );
      }
      const titles = await found({ limit: 500 });
      expect(titles).toEqual([...titles].sort(new Intl.Collator('en-GB').compare));
    }),
    { numRuns: 8 },
  );
});

test('pages of rows come one after the other, each row once, by whichever order', async () => {
  for (let i = 0; i < 23; i += 1) {
    small.at(NOON + i * 60_000);
    await make('species', {
      name: `Fly ${i % 7}`,
      ...(i % 3 === 0 ? { seen: `2026-0${1 + (i % 9)}-01` } : {}),
    });
  }
  for (const sort of ['title', '-title', 'changed', '-changed', 'date', '-date'] as const) {
    const seen: Id[] = [];
    let cursor: string | undefined;
    do {
      const page = await allContent(
        small.installation,
        { sort, limit: 5, ...(cursor === undefined ? {} : { cursor }) },
        small.people.editor,
      );
      seen.push(...page.items.map(({ id }) => id));
      cursor = page.next;
    } while (cursor !== undefined);
    expect([seen.length, new Set(seen).size]).toEqual([23, 23]);
  }
});

test('days are those of the site: the first and the last are among them', async () => {
  small.at(Date.parse('2026-11-25T23:30:00Z'));
  await make('species', { name: 'Late owl' });
  small.at(Date.parse('2026-11-26T00:30:00Z'));
  await make('species', { name: 'Early lark' });
  expect(await found({ changedUntil: '2026-11-25' })).toEqual(['Late owl']);
  expect(await found({ changedFrom: '2026-11-26', changedUntil: '2026-11-26' })).toEqual(['Early lark']);
  await expect(found({ changedFrom: '2026-02-30' })).rejects.toMatchObject({
    faults: [{ path: '/changedFrom' }],
  });
  await expect(found({ types: 'species,unicorn' })).rejects.toMatchObject({ faults: [{ path: '/types' }] });
  expect(await found({ types: 'notice,media' })).toEqual([]);
});

test('a view is kept for oneself or for all, and changed by whoever keeps it or an architect', async () => {
  const { installation, people } = small;
  const labels = async (person: (typeof people)['editor']) =>
    (await keptViews(installation, person)).items.map(({ label, own }) => [label, own]);
  const asks = 'only=mine';
  const own = await keepView(installation, people.editor, { label: 'Mine', asks, shared: false });
  const shared = await keepView(installation, people.editor, {
    label: 'Small ones',
    type: 'species',
    asks: 'sort=size',
    shared: true,
  });
  expect([await labels(people.editor), await labels(people.reviewer)]).toEqual([
    [
      ['Mine', true],
      ['Small ones', true],
    ],
    [['Small ones', false]],
  ]);
  await expect(changeView(installation, people.reviewer, shared.id, { label: 'x' })).rejects.toMatchObject({
    status: 403,
  });
  await expect(dropView(installation, people.architect, own.id)).rejects.toMatchObject({ status: 404 });
  await changeView(installation, people.architect, shared.id, { label: 'The smallest' });
  expect(await labels(people.reviewer)).toEqual([['The smallest', false]]);
  await dropView(installation, people.editor, shared.id);
  expect(await labels(people.reviewer)).toEqual([]);
});

test('once a type says another of its fields is its day, all content follows', async () => {
  const { installation, people } = small;
  await make('species', { name: 'Ash fly', seen: '2026-03-01' });
  const dates = async () =>
    (await allContent(installation, { sort: 'date' }, people.editor)).items.map(({ date }) => date);
  expect(await dates()).toEqual(['2026-03-01']);
  const { document } = installation.model;
  const seen = document.contentTypes.find(({ key }) => key === 'species')?.date;
  const put = (date: Id | undefined) =>
    importModel(installation, {
      ...document,
      contentTypes: document.contentTypes.map(({ date: was, ...type }) => {
        const own = type.key === 'species' ? date : was;
        return own === undefined ? type : { ...type, date: own };
      }),
    });
  await put(undefined);
  expect(await dates()).toEqual([undefined]);
  await put(seen);
  expect(await dates()).toEqual(['2026-03-01']);
});
