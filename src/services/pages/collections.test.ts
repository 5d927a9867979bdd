import { importModel } from '../model/put-in-force';
import { addListing, publishListing } from '../listings/write';
import { entries } from '../entries/table';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { documentFrom, smallModel } from '../../../tests/small-model';
import type { JsonObject } from '../../core/json';
import { addEntry, binEntry, changeEntry, publishEntry, withdrawEntry } from '../entries/write';
import { addPage, changePage, page, publishPage } from './write';
import { feedOf } from '../visitor/feeds';
import { visit } from '../visitor/visit';

let small: SmallInstallation;
let picks: string;
const person = () => small.people.architect;
const entryOf = async (title: string, type = 'species') => {
  const found = (await entries(small.installation, { type, q: title })).items[0];
  if (!found) throw new Error(title);
  return found;
};
const listed = async () => {
  const found = await visit(small.installation, '/picks');
  return found.found === 'page'
    ? found.page.listing?.items.map(({ face }) => face.heading?.[0]?.words)
    : found.found;
};
async function put(patch: Parameters<typeof changePage>[4]): Promise<void> {
  const { revision } = await page(small.installation, picks);
  const kept = await changePage(small.installation, person(), picks, revision, patch);
  await publishPage(small.installation, person(), picks, kept.revision, {});
}

beforeEach(async () => {
  small = await smallInstallation();
  await importModel(
    small.installation,
    documentFrom({
      ...smallModel,
      blockTypes: {
        listing: { label: 'Listing', plural: 'Listings', behaves: 'listing', fields: {}, face: {} },
      },
      pageTypes: {
        ...(smallModel.pageTypes as JsonObject),
        picks: {
          label: 'Picks',
          plural: 'Picks',
          source: { collection: ['species', 'notice'], arrangement: 'rows' },
          slots: {
            before: { label: 'Before', allows: ['listing'] },
            behind: { label: 'Behind', allows: ['listing'] },
          },
          fields: { title: { label: 'Title', required: true } },
          face: { heading: ['title'] },
        },
      },
      placements: { top: ['home'], home: ['picks'] },
    }),
  );
  await fill(small, 'species', [
    { values: { name: 'Amber piper', group: 'bird' } },
    { values: { name: 'Bell heron', group: 'bird' } },
    { values: { name: 'Carr moth', group: 'insect' } },
    { values: { name: 'Hidden owl' }, shown: false },
  ]);
  await fill(small, 'notice', [{ values: { title: 'Path closed' } }]);
  const home = await addPage(small.installation, person(), {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  await publishPage(small.installation, person(), home.id, home.revision, {});
  picks = (
    await addPage(small.installation, person(), {
      type: 'picks',
      parent: home.id,
      values: { title: 'Picks' },
    })
  ).id;
});
afterEach(() => small.close());

test('entries of several types stand in the order in which they were picked; those that visitors do not see are marked and passed over', async () => {
  const [heron, owl, moth, notice] = [
    await entryOf('Bell'),
    await entryOf('Hidden'),
    await entryOf('Carr'),
    await entryOf('Path', 'notice'),
  ];
  await put({ picks: [notice.id, owl.id, heron.id, moth.id] });
  expect(await listed()).toEqual(['Path closed', 'Bell heron', 'Carr moth']);
  await binEntry(small.installation, person(), moth.id, moth.revision);
  expect(
    (await page(small.installation, picks)).picks.map(({ label, standing }) => [label, standing]),
  ).toEqual([
    ['Path closed', 'shown'],
    ['Hidden owl', 'not shown'],
    ['Bell heron', 'shown'],
    ['', 'gone'],
  ]);
  expect(await listed()).toEqual(['Path closed', 'Bell heron']);
  expect(await feedOf(small.installation, '/picks', 'json', async () => '')).toContain(
    '"title": "Path closed"',
  );
  // What is picked and changes is drawn anew; the page was ready until then.
  small.installation.rendered.keep(
    [picks],
    '/picks',
    '<p></p>',
    Number.MAX_SAFE_INTEGER,
    small.installation.rendered.since,
  );
  const kept = await changeEntry(small.installation, person(), heron.id, heron.revision, {
    values: { name: 'Bell bittern' },
  });
  const published = await publishEntry(small.installation, person(), heron.id, kept.revision, {});
  expect(small.installation.rendered.find('/picks', NOON)).toBeUndefined();
  await withdrawEntry(small.installation, person(), heron.id, published.revision);
  expect(await listed()).toEqual(['Path closed']);
});

test('a collection begins from what a listing shows, keeps its own order, and tells how the listing has moved on', async () => {
  const made = await addListing(small.installation, person(), {
    label: 'Birds',
    rule: {
      from: ['species'],
      where: { field: 'group', is: 'equals', value: 'bird' },
      order: [{ by: 'name', direction: 'up' }],
    },
  });
  await expect(
    changePage(small.installation, person(), picks, 1, { beginFrom: made.id }),
  ).rejects.toMatchObject({ faults: [{ path: '/beginFrom' }] });
  await publishListing(small.installation, person(), made.id, made.revision, {});
  await put({ beginFrom: made.id });
  expect(await listed()).toEqual(['Amber piper', 'Bell heron']);
  expect((await page(small.installation, picks)).drift).toEqual({
    listing: made.id,
    label: 'Birds',
    came: [],
    went: 0,
  });
  const begun = (await page(small.installation, picks)).picks.map(({ id }) => id);
  await put({ picks: [...begun].reverse() });
  const eider = await addEntry(small.installation, person(), {
    type: 'species',
    values: { name: 'Eider', group: 'bird' },
  });
  await publishEntry(small.installation, person(), eider.id, 1, {});
  const heron = await entryOf('Bell');
  await withdrawEntry(small.installation, person(), heron.id, heron.revision);
  expect([await listed(), (await page(small.installation, picks)).drift]).toEqual([
    ['Amber piper'],
    { listing: made.id, label: 'Birds', came: [{ id: eider.id, label: 'Eider' }], went: 1 },
  ]);
});

test('a listing that stands below what was picked leaves it out, one above it does not', async () => {
  const rest = await addListing(small.installation, person(), {
    label: 'The rest',
    rule: { from: ['species'], order: [{ by: 'name', direction: 'up' }], notAbove: true },
  });
  await publishListing(small.installation, person(), rest.id, rest.revision, {});
  const block = [{ type: 'listing', listing: rest.id }];
  const shown = async () => {
    const found = await visit(small.installation, '/picks');
    return found.found === 'page'
      ? Object.values(found.page.slots)
          .flat()
          .map(({ listing }) => listing?.items.map(({ face }) => face.heading?.[0]?.words))
      : found.found;
  };
  await put({ picks: [(await entryOf('Bell')).id], slots: { before: [], behind: block } });
  expect(await shown()).toEqual([['Amber piper', 'Carr moth']]);
  await put({ slots: { before: block, behind: [] } });
  expect(await shown()).toEqual([['Amber piper', 'Bell heron', 'Carr moth']]);
});

test.each<[string, (ids: { home: string; moth: string }) => string[], string]>([
  ['what is no id', () => ['heron'], 'kind'],
  ['an entry twice', ({ moth }) => [moth, moth], 'twice'],
  ['a page', ({ home }) => [home], 'not-there'],
  ['more than it holds', ({ moth }) => Array.from({ length: 201 }, () => moth), 'bound'],
])('%s is refused', async (_, given, code) => {
  const home = (await page(small.installation, picks)).parent ?? '';
  await expect(
    changePage(small.installation, person(), picks, 1, {
      picks: given({ home, moth: (await entryOf('Carr')).id }),
    }),
  ).rejects.toMatchObject({ status: 422, faults: [{ code }] });
  await expect(
    changePage(small.installation, person(), home, (await page(small.installation, home)).revision, {
      picks: [],
    }),
  ).rejects.toMatchObject({ faults: [{ path: '/picks' }] });
});
