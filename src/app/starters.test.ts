import { callsTo, type Call } from '../../tests/call';
import { emptyInstallation, type SmallInstallation } from '../../tests/small-installation';
import { wideDocument } from '../../tests/wide-model';
import { blocksGiven, findBlock, idOf } from '../core/content/block-edits';
import type { JsonObject } from '../core/json';
import type { ModelDocument } from '../core/model/document';
import { beginWith } from '../services/model';

let small: SmallInstallation;
let call: Call;
let home: { id: string };
beforeAll(async () => {
  small = await emptyInstallation();
  const document = wideDocument();
  const pageTypes = document.pageTypes.map((type): ModelDocument['pageTypes'][number] =>
    type.key === 'plain' ? { ...type, starter: 'walk' } : type,
  );
  await beginWith(small.installation, { ...document, pageTypes });
  call = await callsTo(small);
  home = (await call('POST', '/pages', { body: { type: 'home', parent: null, values: { title: 'Home' } } }))
    .body;
});
afterAll(() => small.close());

const made = async (path: string, body: object) => (await call('POST', path, { body })).body;
const text = (body: string, hints?: JsonObject): JsonObject => ({
  type: 'text',
  values: { body },
  ...(hints ? { hints } : {}),
});
const lastAct = async (): Promise<string> => String((await call('GET', '/acts?limit=1')).body.items[0]?.id);
const blocksOf = ({ slots }: JsonObject, slot: string): JsonObject[] =>
  blocksGiven((slots as JsonObject)[slot]);

test('A page begins with the starter of its type, or with another, or with none; the copies are its own', async () => {
  const below = (title: string, starter?: string | null) =>
    made('/pages', {
      type: 'plain',
      parent: home.id,
      values: { title },
      ...(starter === undefined ? {} : { starter }),
    });
  const slot = Object.keys((await below('Before')).slots as object)[0] ?? '';
  const saying = (page: JsonObject) => blocksOf(page, slot).map(({ values }) => (values as JsonObject).body);
  expect(saying(await below('Nothing there yet'))).toEqual([]);
  const [walk, plain] = [
    await made('/starters', {
      name: 'Walk',
      key: 'walk',
      type: 'plain',
      values: {},
      hints: { title: 'Where it leads' },
      slots: { [slot]: [text('Bring boots.', { heading: 'The hour it begins' })] },
    }),
    await made('/starters', { name: 'Plain', type: 'plain', slots: { [slot]: [text('As it is.')] } }),
  ];
  expect((await call('GET', '/starters')).body.items).toMatchObject([
    { name: 'Plain', type: 'plain', isPage: true, begins: [] },
    { name: 'Walk', types: ['text'], begins: ['plain'] },
  ]);
  const begun = await below('Round the mere');
  expect(saying(begun)).toEqual(['Bring boots.']);
  expect(begun.hints).toEqual({ title: 'Where it leads' });
  const [block = {}] = blocksOf(begun, slot);
  expect(block.hints).toEqual({ heading: 'The hour it begins' });
  expect(
    findBlock((await call('GET', `/starters/${walk.id}`)).body.slots as JsonObject, idOf(block)),
  ).toBeUndefined();
  expect(saying(await below('Another', plain.id))).toEqual(['As it is.']);
  expect(saying(await below('None', null))).toEqual([]);
  // What was begun goes on without the starter, with what was left to the editor.
  const changed = await call('PATCH', `/starters/${walk.id}`, {
    body: { type: 'plain', slots: { [slot]: [text('Bring a lamp.')] } },
    revision: 1,
  });
  expect(changed.body).toMatchObject({ revision: 2, name: 'Walk', hints: {} });
  const kept = await call('PATCH', `/pages/${begun.id}`, { body: { values: { title: 'Far' } }, revision: 1 });
  expect(saying(kept.body)).toEqual(['Bring boots.']);
  expect(kept.body.hints).toEqual({ title: 'Where it leads' });
  expect(saying(await below('By lamp'))).toEqual(['Bring a lamp.']);
  const loose = await made('/starters', { name: 'Boots', blocks: [text('Bring boots.')] });
  const other = await below('No page', loose.id);
  expect(other.errors).toMatchObject([{ path: '/starter', code: 'not-there' }]);
});

test('What a starter names that is gone is left out of what it is copied as; what is its own stays', async () => {
  const shared = await made('/shared-blocks', { name: 'Hours', blocks: [text('First light.')] });
  const kept = await made('/starters', {
    name: 'Opening',
    blocks: [{ type: 'sharedBlock', values: {}, shared: shared.id }, text('Come early.')],
  });
  const types = async () =>
    blocksOf((await call('GET', `/starters/${kept.id}`)).body, 'blocks').map(({ type }) => type);
  expect(await types()).toEqual(['sharedBlock', 'text']);
  await call('DELETE', `/shared-blocks/${shared.id}`, { revision: 1 });
  expect(await types()).toEqual(['text']);
  await call('POST', `/bin/${shared.id}/restore`);
  expect(await types()).toEqual(['sharedBlock', 'text']);
  const listing = await made('/listings', { label: 'Birds', rule: { from: ['species'] } });
  const showing = await made('/starters', {
    name: 'What flies',
    blocks: [{ type: 'walks', values: {}, listing: listing.id }],
  });
  const shows = async () =>
    blocksOf((await call('GET', `/starters/${showing.id}`)).body, 'blocks').map((block) => block.listing);
  expect(await shows()).toEqual([listing.id]);
  await call('DELETE', `/listings/${listing.id}`, { revision: 1 });
  expect(await shows()).toEqual([undefined]);
  const preview = await call('GET', `/starters/${kept.id}/preview`);
  expect(preview.status).toBe(200);
  expect(JSON.stringify(preview.body)).toContain('Come early.');
});

test('Each act on a starter is taken back, whatever it was; what was changed since, or whose key another has, stays', async () => {
  const row = async (id: string) => {
    const { name, about, types } =
      (await call('GET', '/starters')).body.items.find((each) => each.id === id) ?? {};
    return { name, about, types };
  };
  const undo = async (act: string) => (await call('POST', `/acts/${act}/undo`)).body;
  const { id } = await made('/starters', {
    name: 'Notice',
    about: 'For what is closed.',
    blocks: [text('Closed.')],
  });
  const making = await lastAct();
  const first = await row(id);
  await call('PATCH', `/starters/${id}`, { body: { name: 'Closed', about: '' }, revision: 1 });
  expect((await undo(making)).left).toHaveLength(1);
  const naming = (await call('GET', '/acts?limit=9')).body.items.find(
    ({ what }) => what === 'described a starter',
  );
  expect(naming?.first).toMatchObject([{ label: 'Closed' }]);
  await undo(String(naming?.id));
  expect(await row(id)).toEqual(first);
  await call('DELETE', `/starters/${id}`, { revision: 3 });
  const forgetting = await lastAct();
  expect((await row(id)).name).toBeUndefined();
  const twin = await made('/starters', {
    name: 'Other',
    key: 'NOTICE'.toLowerCase(),
    blocks: [text('Open.')],
  });
  expect((await undo(forgetting)).left).toHaveLength(1);
  expect((await row(id)).name).toBeUndefined();
  await call('DELETE', `/starters/${twin.id}`, { revision: 1 });
  await undo(await lastAct());
  expect((await row(twin.id)).name).toBe('Other');
});

test('What is no starter is refused at its place, and nothing is kept of it', async () => {
  const before = (await call('GET', '/starters')).body.items.length;
  const faultOf = async (body: object) => (await call('POST', '/starters', { body })).body.errors?.[0]?.path;
  expect(await faultOf({ name: '', blocks: [text('x')] })).toBe('/name');
  expect(await faultOf({ name: 'x' })).toBe('/blocks');
  expect(await faultOf({ name: 'x', type: 'plain', blocks: [text('x')] })).toBe('/blocks');
  expect(await faultOf({ name: 'x', blocks: [{ type: 'no such' }] })).toBe('/slots/blocks/0/type');
  expect(await faultOf({ name: 'x', key: 'Walk', blocks: [text('x')] })).toBe('/key');
  expect(await faultOf({ name: 'x', type: 'plain', hints: { title: 7 } })).toBe('/hints/title');
  expect(await faultOf({ name: 'x', key: 'wALK', blocks: [text('x')] })).toBe('/key');
  expect(
    (await call('POST', '/starters', { as: 'reviewer', body: { name: 'x', blocks: [text('x')] } })).status,
  ).toBe(403);
  const [first] = (await call('GET', '/starters')).body.items;
  const late = await call('PATCH', `/starters/${String(first?.id)}`, { body: { name: 'y' }, revision: 99 });
  expect(late.status).toBe(412);
  expect((await call('GET', '/starters')).body.items).toHaveLength(before);
});
