import fc from 'fast-check';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { acts, undoAct } from '../acts';
import { Refusal } from '../runtime/refusal';
import { siteTree } from './tree';
import { pagesAtMoment } from './moment';
import { siteTreeAt } from './tree-at';
import { takeDuePlace } from './waiting-places';
import {
  addPage,
  binPage,
  changePage,
  dropWaitingPlace,
  movePage,
  page,
  publishPage,
  withdrawPage,
} from './write';

const HOUR = 3_600_000;
const iso = (at: number): string => new Date(at).toISOString();

let small: SmallInstallation;
let top: string;
const add = (title: string, parent: string | null = top, type = 'plain') =>
  addPage(small.installation, small.people.editor, { type, parent, values: { title } });
const publish = async (id: string, from?: number) =>
  publishPage(small.installation, small.people.editor, id, (await page(small.installation, id)).revision, {
    ...(from === undefined ? {} : { from: iso(from) }),
  });
const move = async (id: string, parent: string | null, placeFrom: 'now' | 'publication' = 'publication') =>
  movePage(small.installation, small.people.editor, id, (await page(small.installation, id)).revision, {
    parent,
    placeFrom,
  });
const addressOf = async (id: string) => (await page(small.installation, id)).address;

beforeEach(async () => {
  small = await smallInstallation();
  top = (await add('Home', null, 'home')).id;
});
afterEach(() => small.close());

test('a place waits for the page to be published, goes out with it, and is taken back with it', async () => {
  const { installation, people } = small;
  const [visit, walks] = [await add('Visit'), await add('Walks')];
  await publish(walks.id);
  const moved = await move(walks.id, visit.id);
  expect(moved).toMatchObject({
    address: '/walks',
    waitingPlaces: [{ parent: visit.id, under: 'Visit', slug: 'walks', address: '/visit/walks' }],
  });
  // Another last piece waits at the same place.
  const renamed = await changePage(installation, people.editor, walks.id, moved.revision, {
    slug: 'long-walks',
    placeFrom: 'publication',
  });
  expect(renamed).toMatchObject({
    address: '/walks',
    waitingPlaces: [{ address: '/visit/long-walks' }],
  });
  const published = await publish(walks.id);
  expect(published).toMatchObject({ address: '/visit/long-walks', waitingPlaces: [] });
  const [{ id: act = '' } = {}] = (await acts(installation, { limit: 1 })).items;
  expect((await undoAct(installation, people.editor, act)).left).toEqual([]);
  expect(await page(installation, walks.id)).toMatchObject({
    address: '/walks',
    waitingPlaces: [{ address: '/visit/long-walks' }],
  });
  const kept = await page(installation, walks.id);
  expect(await dropWaitingPlace(installation, people.editor, walks.id, kept.revision, {})).toMatchObject({
    address: '/walks',
    waitingPlaces: [],
  });
});

test('a place that waits for a moment is taken when it comes, and the tree is told for any moment', async () => {
  const { installation } = small;
  const [visit, walks] = [await add('Visit'), await add('Walks')];
  const tides = await add('Tides', walks.id);
  for (const { id } of [visit, walks, tides]) await publish(id);
  await move(walks.id, visit.id);
  const waits = await publish(walks.id, NOON + 5 * HOUR);
  expect(waits.waitingPlaces).toMatchObject([{ from: iso(NOON + 5 * HOUR), address: '/visit/walks' }]);
  const addressesAt = async (hours: number) =>
    (await siteTreeAt(installation, iso(NOON + hours * HOUR))).pages.map(({ address }) => address);
  const before = ['/', '/visit', '/walks', '/walks/tides'];
  const after = ['/', '/visit', '/visit/walks', '/visit/walks/tides'];
  expect([await addressesAt(4), await addressesAt(5)]).toEqual([before, after]);
  expect(await takeDuePlace(installation)).toBe(false);
  small.at(NOON + 6 * HOUR);
  expect(await takeDuePlace(installation)).toBe(true);
  expect(await takeDuePlace(installation)).toBe(false);
  expect(await addressOf(tides.id)).toBe('/visit/walks/tides');
  expect([await addressesAt(4), await addressesAt(7)]).toEqual([before, after]);
  expect(await addressesAt(-1)).toEqual([]);
});

test('a page stays where a place that was planned is no longer to be had, and the act says why', async () => {
  const { installation, people } = small;
  const [visit, walks] = [await add('Visit'), await add('Walks')];
  await publish(walks.id);
  await move(walks.id, visit.id);
  await publish(walks.id, NOON + HOUR);
  const { revision } = await page(installation, visit.id);
  await binPage(installation, people.editor, visit.id, revision);
  small.at(NOON + 2 * HOUR);
  expect(await takeDuePlace(installation)).toBe(true);
  expect(await page(installation, walks.id)).toMatchObject({ address: '/walks', waitingPlaces: [] });
  const [act] = (await acts(installation, { limit: 1 })).items;
  expect(act).toMatchObject({
    what: 'could not move a page, as was planned',
    why: 'The page to stand under lies in the bin.',
  });
  await expect(move(walks.id, visit.id)).rejects.toMatchObject({ faults: [{ path: '/parent' }] });
});

test('what takes a version down that waits lets its place wait for another', async () => {
  const { installation, people } = small;
  const [visit, walks] = [await add('Visit'), await add('Walks')];
  await publish(walks.id);
  await move(walks.id, visit.id);
  const { revision } = await publish(walks.id, NOON + HOUR);
  const held = await withdrawPage(installation, people.editor, walks.id, revision, {
    from: iso(NOON + HOUR),
  });
  expect(held.waitingPlaces).toEqual([
    { parent: visit.id, under: 'Visit', slug: 'walks', address: '/visit/walks' },
  ]);
  small.at(NOON + 2 * HOUR);
  expect(await takeDuePlace(installation)).toBe(false);
});

test('whatever is done with the pages, the tree of each moment is as it was then', async () => {
  const deed = fc.record({
    does: fc.constantFrom('add', 'move', 'rename', 'bin', 'publish'),
    at: fc.nat({ max: 5 }),
    to: fc.nat({ max: 5 }),
  });
  const { installation, people } = small;
  let now = NOON;
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 3, maxLength: 12 }), async (deeds) => {
      const seen: [moment: number, pages: object[]][] = [];
      for (const [i, { does, at, to }] of deeds.entries()) {
        small.at((now += HOUR));
        const { pages } = await siteTree(installation);
        const [one, other] = [pages[at % pages.length], pages[to % pages.length]];
        if (!one || !other) continue;
        const { id, revision } = one;
        try {
          if (does === 'add') await add(`Page ${now / HOUR}`, id);
          else if (does === 'move') await move(id, other.id, 'now');
          else if (does === 'rename')
            await changePage(installation, people.editor, id, revision, { slug: `piece-${i}` });
          else if (does === 'bin' && one.parent !== null)
            await binPage(installation, people.editor, id, revision, { branch: 'yes' });
          else if (does === 'publish') await publish(id);
        } catch (error) {
          // What no rule allows changes nothing.
          if (!(error instanceof Refusal)) throw error;
        }
        const told = (await siteTree(installation)).pages;
        seen.push([now, told.map((each) => [each.id, each.parent, each.address, each.state])]);
      }
      small.at((now += HOUR));
      for (const [moment, pages] of seen) {
        const then = (await siteTreeAt(installation, iso(moment))).pages;
        expect(then.map((each) => [each.id, each.parent, each.address, each.state])).toEqual(pages);
        // Beside now, as much stands as did then or does, and what differs is what one of them lacks or tells otherwise.
        const now = (await siteTree(installation)).pages;
        const beside = await pagesAtMoment(installation, { at: iso(moment), all: 'yes' });
        const told = (each: (typeof now)[number]) =>
          JSON.stringify([each.id, each.parent, each.address, each.state]);
        const both = new Set([then, now].flatMap((pages) => pages.map(({ id }) => id)));
        const same = new Set(now.map(told));
        const stayed = then.filter((each) => same.has(told(each))).map(({ id }) => id);
        expect(new Set(beside.pages.map(({ id }) => id))).toEqual(both);
        expect(beside.pages.filter(({ differs }) => !differs).map(({ id }) => id)).toEqual(stayed);
        expect((await pagesAtMoment(installation, { at: iso(moment) })).found).toBe(
          both.size - stayed.length,
        );
      }
    }),
    { numRuns: 8 },
  );
});
