import { sql } from '../../store/sql';
import { applyWorking } from '../model/put-in-force';
import { entries } from '../entries/table';
import { fill, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { tryListing } from '../listings/trials';
import { addPage, changePage, publishPage } from '../pages/write';
import { visit } from '../visitor/visit';
import { countVisit, keepVisits, VISITS_FRESH } from './visits';
import { keepWorking } from '../model/working-copy';
import type { JsonObject } from '../../core/json';

let small: SmallInstallation;
beforeAll(async () => {
  small = await smallInstallation();
});
afterAll(() => small.close());

test('visits are counted a page, kept a day at a time, and shown only where the settings say so', async () => {
  const {
    installation,
    people: { architect },
  } = small;
  const document = { ...installation.model.document, settings: { editorMay: ['showVisits' as const] } };
  await applyWorking(
    installation,
    architect,
    (await keepWorking(installation, architect, 0, document as unknown as JsonObject)).number,
  );
  const made = await addPage(installation, architect, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  const shown = await publishPage(installation, architect, made.id, made.revision, {});
  for (let i = 0; i < 3; i += 1) countVisit(installation, made.id);
  countVisit(installation, '01a211ae-09db-7716-b71b-8261e62a7f8d');
  await keepVisits(installation);
  small.at(installation.now() + 86_400_000);
  countVisit(installation, made.id);
  await keepVisits(installation);
  expect(await visit(installation, '/')).not.toHaveProperty('page.visits');
  const set = await changePage(installation, architect, made.id, shown.revision, {
    settings: { showVisits: 'yes' },
  });
  await publishPage(installation, architect, made.id, set.revision, {});
  expect(await visit(installation, '/')).toMatchObject({
    page: { visits: 4 },
    validUntil: installation.now() + VISITS_FRESH,
  });
  expect(
    await installation.sessions.all(sql`SELECT n FROM visits WHERE page = ${made.id} ORDER BY day`),
  ).toEqual([{ n: 3 }, { n: 1 }]);
  // What was kept is not kept again.
  await keepVisits(installation);
  expect(await visit(installation, '/')).toMatchObject({ page: { visits: 4 } });
});

test('what was read most stands first, with its readers and its author beside it where the settings say so', async () => {
  const {
    installation,
    people: { architect },
  } = small;
  await fill(
    small,
    'species',
    ['Amber piper', 'Bell heron', 'Carr moth', 'Dune willow'].map((name) => ({
      values: { name, group: name === 'Carr moth' ? 'insect' : 'bird' },
    })),
  );
  const ids = new Map(
    (await entries(installation, { type: 'species' })).items.map(({ id, title }) => [title, id]),
  );
  for (const [name, n] of [
    ['Dune willow', 3],
    ['Carr moth', 5],
    ['Bell heron', 1],
  ] as const)
    for (let i = 0; i < n; i += 1) countVisit(installation, ids.get(name) ?? '');
  await keepVisits(installation);
  const rule = {
    from: ['species'],
    where: { field: 'group', is: 'equals', value: 'bird' },
    order: [
      { by: 'visits', direction: 'down' },
      { by: 'name', direction: 'up' },
    ],
  };
  const names = async (change: JsonObject = {}) =>
    (await tryListing(installation, { rule: { ...rule, ...change } })).entries.map(
      ({ face }) => face.heading?.[0]?.words,
    );
  expect(await names()).toEqual(['Dune willow', 'Bell heron', 'Amber piper']);
  expect(await names({ skip: 1, limit: 1 })).toEqual(['Bell heron']);
  expect(
    await names({ pins: [{ entry: ids.get('Amber piper') ?? '' }], leaveOut: [ids.get('Bell heron') ?? ''] }),
  ).toEqual(['Amber piper', 'Dune willow']);
  const open = {
    ...installation.model.document,
    settings: { editorMay: ['showVisits' as const, 'showAuthor' as const] },
  };
  await applyWorking(
    installation,
    architect,
    (await keepWorking(installation, architect, 0, open as unknown as JsonObject)).number,
  );
  const told = await tryListing(installation, {
    rule: { ...rule, settings: { showVisits: 'yes', showAuthor: 'yes' } },
  });
  expect(told.entries.map(({ byline }) => byline)).toEqual([
    { author: 'editor', visits: 3 },
    { author: 'editor', visits: 1 },
    { author: 'editor', visits: 0 },
  ]);
  await expect(
    tryListing(installation, {
      rule: {
        ...rule,
        order: [
          { by: 'name', direction: 'up' },
          { by: 'visits', direction: 'up' },
        ],
      },
    }),
  ).rejects.toMatchObject({
    faults: [{ path: '/rule/order/1/by', code: 'first' }, { path: '/rule/order/1/direction' }],
  });
});
