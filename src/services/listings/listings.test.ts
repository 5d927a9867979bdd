import { sql } from '../../store/sql';
import { addListing, binListing, changeListing, publishListing } from './write';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import type { JsonObject } from '../../core/json';
import { listingResult, tryListing, tryListingFigures } from './trials';
import { listing, listings } from './listings';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
  await fill(small, 'species', [
    { values: { name: 'Amber piper', group: 'bird', size: 14, summary: 'Sings.' } },
    { values: { name: 'Bell heron', group: 'bird', size: 80 } },
    { values: { name: 'Carr moth', group: 'insect', size: 4, body: 'Flies at dusk.' } },
    { values: { name: 'Hidden owl', group: 'bird', size: 40 }, shown: false },
  ]);
});
afterEach(() => small.close());

const architect = () => small.people.architect;
const make = (rule: JsonObject = {}, label = 'Index') =>
  addListing(small.installation, architect(), { label, rule: { from: ['species'], ...rule } });
const names = (result: { entries: { face: Record<string, { words: string }[]> }[] }) =>
  result.entries.map(({ face }) => face.heading?.[0]?.words);
const birds = {
  where: { field: 'group', is: 'equals', value: 'bird' },
  order: [{ by: 'name', direction: 'up' }],
};

describe('a rule that is tried', () => {
  test('gives what visitors would see now, each part with the field it comes from', async () => {
    const result = await tryListing(small.installation, { rule: { from: ['species'], ...birds } });
    expect(result).toMatchObject({ matching: 2, of: 3 });
    expect(names(result)).toEqual(['Amber piper', 'Bell heron']);
    expect(result.entries[0]?.face.summary).toEqual([{ words: 'Sings.', field: 'summary', step: 0 }]);
  });
  test('tells how many more it would let through than it shows', async () => {
    const result = await tryListing(small.installation, {
      rule: { from: ['species'], limit: 1, order: [{ by: 'size', direction: 'down' }] },
    });
    expect([result.matching, names(result)]).toEqual([3, ['Bell heron']]);
  });
  test('tells coverage of every part and every step, and what each condition drops', async () => {
    const figures = await tryListingFigures(small.installation, {
      rule: {
        from: ['species'],
        where: {
          all: [
            { field: 'size', is: 'moreThan', value: 5 },
            { field: 'summary', is: 'filled' },
          ],
        },
      },
    });
    expect([figures.steps, figures.total]).toEqual([[2, 1], 1]);
    const told = await tryListingFigures(small.installation, {
      rule: {
        from: ['species'],
        where: {
          all: [
            { field: 'name', is: 'filled' },
            { field: 'group', is: 'equals', value: 'bird' },
            { field: 'seen', is: 'filled' },
          ],
        },
      },
    });
    expect(told.conditions[0]).toEqual({ dropped: [], odd: 'everything' });
    expect(told.conditions[1]?.dropped.length).toBeGreaterThan(0);
    expect(told.conditions[2]?.odd).toBe('unfilled');
    const all = await tryListingFigures(small.installation, { rule: { from: ['species'] } });
    expect(all.parts.find(({ part }) => part === 'summary')).toEqual({
      part: 'summary',
      filled: 2,
      chains: [[1, 1]],
    });
    expect(all.parts.find(({ part }) => part === 'heading')).toEqual({
      part: 'heading',
      filled: 3,
      chains: [[3]],
    });
  });
  test('is refused with the path of its fault, and keeps nothing', async () => {
    await expect(
      tryListing(small.installation, { rule: { from: ['species'], limit: 0 } }),
    ).rejects.toMatchObject({ status: 422, faults: [{ path: '/rule/limit' }] });
    await expect(make({ arrangement: 'spiral' })).rejects.toMatchObject({
      faults: [{ path: '/rule/arrangement' }],
    });
    expect((await listings(small.installation)).items).toEqual([]);
  });
});

describe('a listing that is kept', () => {
  test('takes a patch part by part, and names that are free', async () => {
    const made = await make(birds);
    const changed = await changeListing(small.installation, architect(), made.id, made.revision, {
      rule: { limit: 7 },
    });
    expect(changed.rule).toMatchObject({ limit: 7, where: birds.where, order: birds.order });
    expect(
      (await changeListing(small.installation, architect(), made.id, changed.revision, { label: 'Birds' }))
        .label,
    ).toBe('Birds');
    expect((await make({}, 'Index')).key).toBe('index2');
    await expect(
      changeListing(small.installation, architect(), made.id, 1, { label: 'Late' }),
    ).rejects.toMatchObject({ status: 412 });
  });
  test('gives visitors what is in force while its working version differs', async () => {
    const made = await make(birds);
    expect(names(await listingResult(small.installation, made.id))).toEqual(['Amber piper', 'Bell heron']);
    const inForce = await publishListing(small.installation, architect(), made.id, made.revision, {});
    const changed = await changeListing(small.installation, architect(), made.id, inForce.revision, {
      rule: { where: { field: 'group', is: 'equals', value: 'insect' } },
    });
    expect([changed.state, changed.differs]).toEqual(['published', true]);
    expect(names(await listingResult(small.installation, made.id))).toEqual(['Amber piper', 'Bell heron']);
    small.at(NOON + 1000);
    await publishListing(small.installation, architect(), made.id, changed.revision, {});
    expect(names(await listingResult(small.installation, made.id))).toEqual(['Carr moth']);
  });
  test('that asks for equality and an order has an index, shared with those that go the same way', async () => {
    const indexes = async () =>
      (
        await small.installation.content.all<{ sql: string }>(
          sql`SELECT sql FROM sqlite_master WHERE name LIKE 'walk_%' AND type = 'index'`,
        )
      ).map(({ sql }) => sql);
    const way = [
      expect.stringMatching(
        /ON index_\d+_live \(f\d+_choice, s\d+_line_engb, entry, live_from, live_until\)/,
      ),
    ];
    const [made, same] = [await make(birds), await make(birds)];
    expect(await indexes()).toEqual([]);
    const inForce = await publishListing(small.installation, architect(), made.id, made.revision, {});
    expect(await indexes()).toEqual(way);
    const other = await publishListing(small.installation, architect(), same.id, same.revision, {});
    expect(await indexes()).toEqual(way);
    await binListing(small.installation, architect(), made.id, inForce.revision);
    expect(await indexes()).toEqual(way);
    await binListing(small.installation, architect(), same.id, other.revision);
    expect(await indexes()).toEqual([]);
    await expect(listing(small.installation, made.id)).rejects.toMatchObject({ status: 404 });
  });
});

test('an entry that the clock brings in stands in the listing from that moment', async () => {
  await fill(small, 'species', [
    { values: { name: 'Dusk plover', group: 'bird' }, starts: NOON + 500, ends: NOON + 900 },
  ]);
  const seen = [];
  for (const moment of [NOON, NOON + 500, NOON + 900]) {
    small.at(moment);
    seen.push((await tryListing(small.installation, { rule: { from: ['species'], ...birds } })).matching);
  }
  expect(seen).toEqual([2, 3, 2]);
});
