import fc from 'fast-check';
import { DrawnPages } from '../../tests/drawn-pages';
import { emptyInstallation, type SmallInstallation } from '../../tests/small-installation';
import { documentFrom, smallModel } from '../../tests/small-model';
import type { Json, JsonObject } from '../core/json';
import { isJsonObject } from '../core/json';
import { acts, undoAct } from '../services/acts';
import { restoreFromBin } from '../services/bin';
import { addEntry, entry, changeEntry, publishEntry } from '../services/entries';
import { withInstead } from '../services/instead';
import { addListing, publishListing } from '../services/listings';
import { beginWith } from '../services/model';
import { addPage, changePage, page, publishPage } from '../services/pages';
import {
  addSharedBlock,
  binSharedBlock,
  changeSharedBlock,
  copySharedBlock,
  placeSharedBlock,
  publishSharedBlock,
  sharedBlock,
  sharedBlocks,
  sharedPlaces,
  withdrawSharedBlock,
} from '../services/shared';
import { sharedPreview } from '../services/visitor';

const title = { title: { label: 'Title', required: true } };
/** Pages with a slot, one of them handed down, a narrow one, and one that begins with a shared block. */
const reserve = documentFrom({
  ...smallModel,
  contentTypes: {
    bird: {
      label: 'Bird',
      plural: 'Birds',
      title: 'name',
      fields: { name: { label: 'Name', required: true } },
      face: { heading: ['name'] },
    },
  },
  blockTypes: {
    text: {
      label: 'Text',
      plural: 'Texts',
      title: 'heading',
      fields: {
        heading: { label: 'Heading', openWhereShared: true, localised: true },
        body: { label: 'Body', required: true },
      },
      face: { heading: ['heading'], text: ['body'] },
    },
    teaser: {
      label: 'Teaser',
      plural: 'Teasers',
      fields: { what: { kind: 'entry', label: 'What', rules: { types: ['bird'] } } },
      face: { further: ['what'] },
    },
    list: { label: 'List', plural: 'Lists', fields: {}, behaves: 'listing', face: {} },
  },
  pageTypes: {
    home: {
      label: 'Home',
      plural: 'Homes',
      fields: title,
      face: { heading: ['title'] },
      slots: { main: { label: 'Main', allows: [] }, foot: { label: 'Foot', allows: [], handedDown: true } },
    },
    plain: {
      label: 'Plain page',
      plural: 'Plain pages',
      fields: title,
      face: { heading: ['title'] },
      slots: {
        narrow: { label: 'Narrow', allows: ['teaser'], max: 1 },
        main: { label: 'Main', allows: [], max: 3 },
        foot: { label: 'Foot', allows: [], handedDown: true },
      },
    },
    notice: {
      label: 'Notice',
      plural: 'Notices',
      fields: title,
      face: { heading: ['title'] },
      slots: {
        main: { label: 'Main', allows: ['text'], preset: [{ shared: 'hours', held: 'place' }] },
      },
    },
  },
  placements: { top: ['home'], home: ['plain', 'notice'], plain: ['plain'] },
});

let small: SmallInstallation;
const addresses = ['/', '/a', '/b', '/a/c'];
const ids: Record<string, string> = {};
const id = (name: string): string => ids[name] ?? '';
const architect = () => small.people.architect;

async function make(type: string, name: string, parent: string | null): Promise<void> {
  const made = await addPage(small.installation, architect(), {
    type,
    parent,
    values: { title: name },
    ...(parent === null ? {} : { slug: name }),
  });
  await publishPage(small.installation, architect(), made.id, made.revision, {});
  ids[name] = made.id;
}

/** Says something in the slots of a page, and lets visitors see it. */
async function put(name: string, slots: JsonObject): Promise<void> {
  const { revision } = await page(small.installation, id(name));
  const changed = await changePage(small.installation, architect(), id(name), revision, { slots });
  await publishPage(small.installation, architect(), id(name), changed.revision, {});
}

const text = (heading: string, body = 'Words.'): JsonObject => ({ type: 'text', values: { heading, body } });
const placed = (shared: string, more: JsonObject = {}): JsonObject => ({
  type: 'sharedBlock',
  shared,
  ...more,
});
const share = (name: string, blocks: JsonObject[], key?: string) =>
  addSharedBlock(small.installation, architect(), {
    name,
    blocks,
    published: true,
    ...(key === undefined ? {} : { key }),
  });
const html = (address: string) => new DrawnPages(small.installation, () => addresses).html(address);
const blocksIn = (value: Json | undefined): JsonObject[] =>
  Array.isArray(value) ? value.filter(isJsonObject) : [];
async function say(shared: string, heading: string): Promise<void> {
  const { revision, slots } = await sharedBlock(small.installation, shared);
  const [first = {}, ...rest] = blocksIn(slots.blocks);
  const values = { ...(isJsonObject(first.values) ? first.values : {}), heading };
  const changed = await changeSharedBlock(small.installation, architect(), shared, revision, {
    slots: { blocks: [{ ...first, values }, ...rest] },
  });
  await publishSharedBlock(small.installation, architect(), shared, changed.revision, {});
}

beforeEach(async () => {
  small = await emptyInstallation();
  await beginWith(small.installation, reserve);
  await make('home', 'Home', null);
  await make('plain', 'a', id('Home'));
  await make('plain', 'b', id('Home'));
  await make('plain', 'c', id('a'));
});
afterEach(() => small.close());

test('said once, seen wherever it stands, those below a slot that hands it down too, and drawn alone', async () => {
  const hours = await share('Opening hours', [text('Open today'), text('And tomorrow')]);
  await put('Home', { foot: [placed(hours.id)] });
  await put('b', { main: [placed(hours.id, { hidden: true })], foot: [text('Own foot')] });
  expect(await html('/a/c')).toContain('Open today');
  expect(await html('/a/c')).toContain('And tomorrow');
  expect(await html('/b')).not.toContain('Open today');
  await say(hours.id, 'Closed today');
  expect(await html('/')).toContain('Closed today');
  const preview = await sharedPreview(small.installation, hours.id);
  expect(JSON.stringify(preview.page.slots)).toContain('Closed today');
  expect(await sharedBlock(small.installation, hours.id)).toMatchObject({ key: 'openingHours', pages: 2 });
});

test('a place says differently what its type opens, in each language, and no more', async () => {
  const { id: shared, slots } = await share('Hours', [text('Open today', 'From nine.')]);
  const [block = {}] = blocksIn(slots.blocks);
  const differing = (values: JsonObject) => ({
    differs: { [String(block.id)]: { type: 'text', values, translations: { fr: { heading: 'Ici' } } } },
  });
  await put('a', { main: [placed(shared, differing({ heading: 'Open here' }))] });
  await put('b', { main: [placed(shared)] });
  expect(await html('/a')).toContain('Open here');
  expect(await html('/a')).toContain('From nine.');
  expect(await html('/fr/a')).toContain('Ici');
  expect(await html('/b')).toContain('Open today');
  await put('c', {
    main: [placed(shared, { differs: { [String(block.id)]: { type: 'text', without: ['heading'] } } })],
  });
  expect(await html('/a/c')).not.toContain('Open today');
  expect(await html('/fr/a/c')).not.toContain('Open today');
  expect(await html('/a/c')).toContain('From nine.');
  const unsaid = await page(small.installation, id('c'));
  expect(unsaid.slots.main).toMatchObject([{ differs: { [String(block.id)]: { without: ['heading'] } } }]);
  const { revision } = await page(small.installation, id('a'));
  const closed = await changePage(small.installation, architect(), id('a'), revision, {
    slots: { main: [placed(shared, differing({ heading: 'Open here', body: 'Never.' }))] },
  });
  expect(closed.faults.map(({ code }) => code)).toEqual(['closed']);
  await expect(
    publishPage(small.installation, architect(), id('a'), closed.revision, {}),
  ).rejects.toMatchObject({ status: 422 });
  expect((await sharedPlaces(small.installation, shared, {})).items.slice(0, 3)).toMatchObject([
    { address: '/a', stands: true, differs: true },
    { address: '/a/c', stands: true, differs: true },
    { address: '/b', stands: true, differs: false },
  ]);
});

test('one that nobody ever saw holds a page back; what holds too much for a slot may not stand in it', async () => {
  const draft = await addSharedBlock(small.installation, architect(), {
    name: 'Draft',
    blocks: [text('Soon')],
  });
  const { revision } = await page(small.installation, id('a'));
  const changed = await changePage(small.installation, architect(), id('a'), revision, {
    slots: { narrow: [placed(draft.id)] },
  });
  expect(changed.faults.map(({ code, path }) => [code, path])).toEqual([
    ['not-allowed', '/slots/narrow/0'],
    ['not-seen', '/slots/narrow/0'],
  ]);
  await expect(
    changeSharedBlock(small.installation, architect(), draft.id, draft.revision, {
      slots: { blocks: [placed(draft.id)] },
    }),
  ).rejects.toMatchObject({ faults: [{ path: '/slots/blocks', code: 'shared' }] });
});

test('a page type begins with one by its key, which is there for good', async () => {
  const hours = await share('Hours', [text('Open today')], 'hours');
  await make('notice', 'n', id('Home'));
  expect(await html('/n')).toContain('Open today');
  const [place] = blocksIn((await page(small.installation, id('n'))).slots.main);
  expect(place).toMatchObject({ shared: hours.id, held: 'place' });
  await expect(share('Others', [text('x')], 'Hours')).rejects.toMatchObject({
    faults: [{ path: '/key', code: 'taken' }],
  });
  expect(
    await placeSharedBlock(small.installation, architect(), hours.id, { pages: [id('n')], stands: false }),
  ).toMatchObject({ changed: 0, left: [{ why: 'The type of the page holds it there.' }] });
});

test('put on many pages and taken off at once; in the bin its places show nothing, and come back with it', async () => {
  const hours = await share('Hours', [text('Open today')]);
  const pages = ['a', 'b', 'c'].map(id);
  const place = (stands: boolean) =>
    placeSharedBlock(small.installation, architect(), hours.id, { pages, stands });
  await put('b', { main: [text('1'), text('2'), text('3')], foot: [text('4')] });
  expect(await place(true)).toEqual({ changed: 3, left: [] });
  expect(await place(true)).toEqual({ changed: 0, left: [] });
  const [last] = (await acts(small.installation, { limit: 1 })).items;
  await undoAct(small.installation, architect(), last?.id ?? '');
  expect((await sharedBlocks(small.installation)).items[0]).toMatchObject({ pages: 0 });
  await place(true);
  for (const name of ['a', 'b', 'c'])
    await publishPage(
      small.installation,
      architect(),
      id(name),
      (await page(small.installation, id(name))).revision,
      {},
    );
  const copy = await copySharedBlock(small.installation, architect(), hours.id);
  await say(copy.id, 'Open at night');
  const { revision } = await sharedBlock(small.installation, hours.id);
  await withInstead(
    small.installation,
    architect(),
    { id: hours.id, instead: copy.id, what: 'binned a shared block' },
    () => binSharedBlock(small.installation, architect(), hours.id, revision),
  );
  expect(await html('/a')).toContain('Open at night');
  const [binned] = (await acts(small.installation, { limit: 1 })).items;
  await undoAct(small.installation, architect(), binned?.id ?? '');
  expect(await html('/a')).toContain('Open today');
  const now = await sharedBlock(small.installation, hours.id);
  small.at(small.installation.now() + 60_000);
  await binSharedBlock(small.installation, architect(), hours.id, now.revision);
  expect(await html('/a')).not.toContain('Open today');
  expect((await page(small.installation, id('a'))).faults).toMatchObject([{ code: 'gone' }]);
  await restoreFromBin(small.installation, architect(), hours.id);
  expect((await page(small.installation, id('a'))).faults).toEqual([]);
});

/** What somebody does, by numbers: to a shared block, to a page that shows one, to an entry that one shows. */
type Deed = 'say' | 'turn off' | 'publish' | 'place' | 'hide' | 'rename bird' | 'date';
const deeds: Deed[] = ['say', 'turn off', 'publish', 'place', 'hide', 'rename bird', 'date'];

test('whatever is done, every page that differs for visitors is drawn anew', async () => {
  const bird = await addEntry(small.installation, architect(), { type: 'bird', values: { name: 'Owl' } });
  await publishEntry(small.installation, architect(), bird.id, bird.revision, {});
  const listing = await addListing(small.installation, architect(), {
    label: 'Birds',
    rule: { from: ['bird'] },
  });
  await publishListing(small.installation, architect(), listing.id, listing.revision, {});
  const shared = [
    await share('Hours', [text('Open today')]),
    await share('Birds', [
      { type: 'teaser', values: { what: bird.id } },
      { type: 'list', listing: listing.id },
    ]),
  ];
  const minute = 60_000;
  let now = small.installation.now();
  const drawn = new DrawnPages(small.installation, () => addresses);
  const random = fc.sample(
    fc.record({
      deed: fc.constantFrom(...deeds),
      shared: fc.nat({ max: 1 }),
      at: fc.constantFrom('Home', 'a', 'b', 'c'),
      slot: fc.constantFrom('main', 'foot'),
      n: fc.nat({ max: 99 }),
    }),
    { numRuns: 40, seed: 16 },
  );
  const sums = await drawn.over(
    random,
    () => small.at((now += minute)),
    async ({ deed, shared: which, at, slot, n }) => {
      const of = shared[which]?.id ?? '';
      const { revision } = await sharedBlock(small.installation, of);
      if (deed === 'say' && which === 0) await say(of, `Open ${n}`);
      if (deed === 'turn off') await withdrawSharedBlock(small.installation, architect(), of, revision);
      if (deed === 'publish') await publishSharedBlock(small.installation, architect(), of, revision, {});
      if (deed === 'place') await put(at, { [slot]: [placed(of)] });
      if (deed === 'hide') await put(at, { [slot]: [placed(of, { hidden: n % 2 === 0 })] });
      if (deed === 'date')
        await put(at, {
          [slot]: [placed(of, { from: new Date(now + minute * ((n % 3) + 1)).toISOString() })],
        });
      if (deed === 'rename bird') {
        const kept = await entry(small.installation, bird.id);
        const changed = await changeEntry(small.installation, architect(), bird.id, kept.revision, {
          values: { name: `Owl ${n}` },
        });
        await publishEntry(small.installation, architect(), bird.id, changed.revision, {});
      }
    },
  );
  expect(sums.differ).toBeGreaterThan(20);
  expect(sums.renew).toBeLessThan(sums.stood);
});
