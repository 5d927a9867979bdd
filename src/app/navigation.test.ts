import fc from 'fast-check';
import { DrawnPages } from '../../tests/drawn-pages';
import { NOON, copiesOfPrepared, type SmallInstallation } from '../../tests/small-installation';
import { documentFrom, smallModel } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { acts, undoAct } from '../services/acts';
import { importModel } from '../services/model';
import {
  addPage,
  changePage,
  changeSeveral,
  movePage,
  page,
  publishPage,
  siteTree,
  withdrawPage,
} from '../services/pages';
import { visit } from '../services/visitor';

const title = { title: { label: 'Title', required: true, localised: true } };
const face = { heading: ['title'] };
const open = { label: 'Page', plural: 'Pages', inNavigation: 'editor', fields: title, face };
const model = documentFrom({
  ...smallModel,
  settings: { editorMay: ['inNavigation', 'inFoot'] },
  navigation: { head: { depth: 2, order: 'tree' }, foot: { depth: 1, order: 'title' } },
  blockTypes: {
    pages: { label: 'Pages at hand', plural: 'Pages at hand', behaves: 'navigation', fields: {}, face: {} },
  },
  pageTypes: {
    home: { ...open, label: 'Home', plural: 'Homes', inNavigation: 'no' },
    plain: {
      ...open,
      slots: { main: { label: 'Main', allows: ['pages'], handedDown: true } },
    },
    heading: { ...open, label: 'Heading', source: 'heading' },
    way: {
      ...open,
      label: 'Way',
      source: { link: 'where' },
      fields: { ...title, where: { kind: 'link', label: 'Where', rules: { allow: [] } } },
      face: { heading: ['title'], button: ['where'] },
    },
    fixed: { ...open, label: 'Fixed', inNavigation: 'yes' },
  },
  placements: {
    top: ['home'],
    home: ['plain', 'heading', 'way', 'fixed'],
    plain: ['plain', 'way', 'heading'],
    heading: ['plain', 'way'],
  },
});

let small: SmallInstallation;
let drawn: DrawnPages;
let ids: Record<string, string>;
const who = () => small.people.architect;
const add = async (name: string, parent: string | null, type = 'plain', given: JsonObject = {}) => {
  const made = await addPage(small.installation, who(), {
    type,
    parent: parent === null ? null : (ids[parent] ?? ''),
    ...given,
    values: { title: name, ...(given.values as JsonObject | undefined) },
  });
  await publishPage(small.installation, who(), made.id, made.revision, {});
  ids[name] = made.id;
};
const change = async (name: string, patch: JsonObject) => {
  const { id, revision } = await page(small.installation, ids[name] ?? '');
  const changed = await changePage(small.installation, who(), id, revision, patch);
  await publishPage(small.installation, who(), id, changed.revision, {});
};
const shown = async (address: string) => {
  const found = await visit(small.installation, address);
  if (found.found !== 'page') throw new Error(`${address}: ${found.found}`);
  return found.page;
};
interface Line {
  label: string;
  address?: string;
  items: Line[];
}
const told = (items: readonly Line[]): unknown[] =>
  items.map(({ label, address = '', items: below }) => [
    `${label} ${address}`.trim(),
    ...(below.length > 0 ? [told(below)] : []),
  ]);

const prepared = copiesOfPrepared(async (made) => {
  small = made;
  ids = {};
  await importModel(small.installation, model);
  await add('Home', null, 'home');
  await add('Visit', 'Home');
  await add('Hours', 'Visit');
  await add('Trains', 'Visit');
  await add('Halts', 'Trains');
  await add('Elsewhere', 'Home', 'heading');
  await add('Friends', 'Elsewhere', 'way', {
    values: { where: { to: 'url', url: 'https://friends.example/' } },
  });
  await add('Railway', 'Elsewhere', 'way', { values: { where: { to: 'page', page: ids.Trains ?? '' } } });
  await add('Small print', 'Home', 'plain', { settings: { inNavigation: 'no', inFoot: 'yes' } });
});
beforeEach(async () => {
  small = await prepared();
  drawn = new DrawnPages(small.installation, async () =>
    (await siteTree(small.installation)).pages.map(({ address }) => address),
  );
});
afterEach(() => small.close());

test('Head, foot and blocks show the pages that their rules let through, as far down as they go', async () => {
  await change('Trains', { slots: { main: [{ type: 'pages', navigation: { from: 'branch', depth: 3 } }] } });
  const { navigation, foot } = await shown('/visit');
  expect(told(navigation)).toEqual([
    ['Visit /visit', [['Hours /visit/hours'], ['Trains /visit/trains']]],
    ['Elsewhere', [['Friends https://friends.example/'], ['Railway /visit/trains']]],
  ]);
  expect(told(foot)).toEqual([['Small print /small-print']]);
  // What is handed down stands on the page below, made for where that stands.
  const { slots } = await shown('/visit/trains/halts');
  const [block] = Object.values(slots).flat();
  expect(told(block?.navigation ?? [])).toEqual([
    ['Hours /visit/hours'],
    ['Trains /visit/trains', [['Halts /visit/trains/halts']]],
  ]);
});

test('A heading leads to the first page below it, and a way where it says; what goes round leads nowhere', async () => {
  expect(await visit(small.installation, '/elsewhere')).toEqual({
    found: 'elsewhere',
    address: 'https://friends.example/',
    forNow: true,
  });
  expect(await visit(small.installation, '/fr/elsewhere/railway')).toMatchObject({
    address: '/fr/visit/trains',
  });
  await change('Railway', { values: { where: { to: 'page', page: ids.Friends ?? '' } } });
  await change('Friends', { values: { where: { to: 'page', page: ids['Railway'] ?? '' } } });
  expect(await visit(small.installation, '/elsewhere')).toEqual({ found: 'nothing' });
  await change('Friends', { values: { where: { to: 'phone', phone: '0123 456' } } });
  expect(await visit(small.installation, '/elsewhere/friends')).toEqual({ found: 'nothing' });
});

test('Whatever changes in the tree, every page whose navigation differs is drawn again', async () => {
  await change('Hours', { slots: { main: [{ type: 'pages', navigation: { from: 'branch', depth: 4 } }] } });
  await change('Small print', {
    slots: { main: [{ type: 'pages', navigation: { from: 'top', depth: 3 } }] },
  });
  const names = ['Visit', 'Hours', 'Trains', 'Halts', 'Elsewhere', 'Friends', 'Railway', 'Small print'];
  const edits = fc.sample(
    fc.record({
      name: fc.constantFrom(...names),
      does: fc.constantFrom('rename', 'hide', 'show', 'withdraw', 'move'),
      to: fc.constantFrom(...names),
      n: fc.nat(999),
    }),
    { numRuns: 40, seed: 16 },
  );
  const { differ } = await drawn.over(
    edits,
    (i) => small.at(NOON + i * 60_000),
    async ({ name, does, to, n }) => {
      const id = ids[name] ?? '';
      const { revision } = await page(small.installation, id);
      if (does === 'rename') return change(name, { values: { title: `${name} ${n}` } });
      if (does === 'hide') return change(name, { settings: { inNavigation: 'no' } });
      if (does === 'show') return change(name, { settings: { inNavigation: 'yes', inFoot: 'yes' } });
      if (does === 'withdraw') return withdrawPage(small.installation, who(), id, revision);
      // Where it may not stand it stays.
      return movePage(small.installation, who(), id, revision, { parent: ids[to] ?? '' }).catch(
        () => undefined,
      );
    },
  );
  expect(differ).toBeGreaterThan(40);
});

test('Several pages are changed as one act: what cannot be is told, and one step takes all of it back', async () => {
  await add('Fixed', 'Home', 'fixed');
  const named = ['Hours', 'Trains', 'Fixed'].map((name) => ids[name] ?? '');
  const places = async () =>
    (await siteTree(small.installation)).pages.map(({ id, address, inNavigation }) => [
      id,
      address,
      inNavigation,
    ]);
  const before = await places();
  const hidden = await changeSeveral(small.installation, who(), { ids: named, does: 'hide' });
  expect(hidden.changed).toBe(2);
  expect(hidden.held).toEqual([
    { id: ids.Fixed, title: 'Fixed', why: 'The page type Fixed says so for all of its pages.' },
  ]);
  expect((await places()).filter(([, , stands]) => stands === false)).toHaveLength(4);
  // A page goes with the one above it, and is not moved by itself.
  const moved = await changeSeveral(small.installation, who(), {
    ids: ['Halts', 'Trains', 'Visit'].map((name) => ids[name] ?? ''),
    does: 'move',
    parent: ids.Elsewhere ?? '',
  });
  expect(moved).toMatchObject({ changed: 1, held: [] });
  expect((await page(small.installation, ids.Halts ?? '')).address).toBe('/elsewhere/visit/trains/halts');
  const [last, first] = (await acts(small.installation, { limit: 2 })).items;
  expect([last?.id, first?.id]).toEqual([moved.act, hidden.act]);
  await undoAct(small.installation, who(), moved.act ?? '');
  await undoAct(small.installation, who(), hidden.act ?? '');
  expect(await places()).toEqual(before);
});
