import { saidOn } from '../../../../tests/said-on';
import { callsTo, type Call, type Told } from '../../../../tests/call';
import { smallInstallation, type SmallInstallation } from '../../../../tests/small-installation';
import { wideDocument } from '../../../../tests/wide-model';
import { ACCEPTS } from '../../../services/runtime';
import { importModel } from '../../../services/model';
import type { VisitorInvited } from '../../../contract/visitors';
import { operations, type Operation } from '../../../contract/operations';

let small: SmallInstallation;
let call: Call;
/** Where one thing of each sort stands that is changed by a patch and was read before. */
const paths: Record<string, string> = {};
beforeAll(async () => {
  small = await smallInstallation();
  await importModel(small.installation, { ...wideDocument(), accounts: { groups: [] } });
  call = await callsTo(small);
  const made = async (path: string, body: object) => (await call('POST', path, { body })).body;
  const scheme = small.installation.model.schemes[0]?.id ?? '';
  const blocks = [{ type: 'text', values: { body: 'First light.' } }];
  const pdf = Buffer.from('%PDF-1.4\n%%EOF\n');
  const otter = await made('/entries', { type: 'species', values: { name: 'Otter' } });
  const moss = (await made('/visitors', { email: 'moss@quillwater.example' })) as unknown as VisitorInvited;
  Object.assign(paths, {
    changeVisitor: `/visitors/${moss.visitor.id}`,
    changeComment: `/comments/${await saidOn(small, otter.id)}`,
    changeRedirect: `/addresses/by-hand/${(await made('/addresses/by-hand', { from: '/old', to: '/new' })).id}`,
    changeEntry: `/entries/${(await made('/entries', { type: 'species', values: { name: 'Bell heron' } })).id}`,
    changeListing: `/listings/${(await made('/listings', { label: 'Birds', rule: { from: ['species'] } })).id}`,
    changePage: `/pages/${(await made('/pages', { type: 'home', parent: null, values: { title: 'Home' } })).id}`,
    changeSharedBlock: `/shared-blocks/${(await made('/shared-blocks', { name: 'Hours', blocks })).id}`,
    changeStarter: `/starters/${(await made('/starters', { name: 'Days', blocks })).id}`,
    changeMedium: `/media/${(await call('POST', '/media?name=a.pdf&alt=A', { bytes: pdf })).body.id}`,
    changeCategory: `/categories/${(await made(`/schemes/${scheme}/categories`, { label: 'Water', parent: null })).id}`,
  });
});
afterAll(() => small.close());

const revisionIn = ({ body }: Told): unknown => body.revision;
/** What the thing at a path is, read where it can be read alone. */
const read = (path: string): Promise<Told> =>
  path.startsWith('/categories/')
    ? call('PATCH', path, { body: {}, headers: { 'if-match': '*' } })
    : call('GET', path);

const patched = (Object.values(operations) as Operation[])
  .filter(({ method, guarded }) => method === 'PATCH' && guarded)
  .map(({ id }) => id);

test.each(patched)('%s: an empty patch changes nothing, and keeps no act', async (id) => {
  const path = paths[id] ?? '';
  expect(path).not.toBe('');
  const before = await read(path);
  const acts = (await call('GET', '/acts')).body.items.length;
  const told = await call('PATCH', path, { body: {}, headers: { 'if-match': '*' } });
  expect([told.status, revisionIn(told)]).toEqual([200, revisionIn(before)]);
  expect(told.headers.get('x-clear-frame-act')).toBeNull();
  expect((await call('GET', '/acts')).body.items).toHaveLength(acts);
  // One that was read long ago is still told so.
  const late = await call('PATCH', path, { body: {}, headers: { 'if-match': '"987654"' } });
  expect(late.status).toBe(412);
});

test('what was read is not told again, whichever way its reader says what it has; what changed is', async () => {
  const path = paths.changeEntry ?? '';
  const first = await call('GET', path);
  const etag = first.headers.get('etag') ?? '';
  // Every fetch with such a header says no-cache too, which is for the caches on its way.
  const again = (has: string) =>
    call('GET', path, { headers: { 'if-none-match': has, 'cache-control': 'no-cache' } });
  for (const has of [etag, `W/${etag}`, `"x", ${etag}`, `"x" ,W/${etag},"y"`, '*']) {
    const told = await again(has);
    expect([has, told.status, told.headers.get('etag'), told.body]).toEqual([has, 304, etag, {}]);
  }
  expect((await again('"x"')).status).toBe(200);
  await call('PATCH', path, { body: { values: { name: 'Bell hern' } }, headers: { 'if-match': etag } });
  expect((await again(etag)).status).toBe(200);
});

test('each packing of an answer has an ETag of its own, by which it is known again, and changed', async () => {
  const asks = (encoding: string, more: Record<string, string> = {}) =>
    call('GET', '/listings', {
      headers: { [ACCEPTS]: encoding, 'cache-control': 'no-cache', ...more },
    });
  for (let i = 0; i < 4; i += 1)
    await call('POST', '/listings', { body: { label: `Long ${i}`, rule: { from: ['species'] } } });
  const etags: string[] = [];
  for (const encoding of ['identity', 'gzip', 'br']) {
    const told = await asks(encoding);
    const etag = told.headers.get('etag') ?? '';
    expect([told.status, told.headers.get('vary')]).toEqual([200, 'Accept-Encoding']);
    expect((await asks(encoding, { 'if-none-match': etag })).status).toBe(304);
    for (const other of etags) expect((await asks(encoding, { 'if-none-match': other })).status).toBe(200);
    etags.push(etag);
  }
  expect(new Set(etags).size).toBe(3);
  const path = paths.changeListing ?? '';
  const any = Array.from({ length: 20 }, (_, i) => ({ field: 'name', is: 'contains', value: `Bird ${i}` }));
  await call('PATCH', path, { body: { rule: { where: { any } } }, headers: { 'if-match': '*' } });
  const read = await call('GET', path, { headers: { [ACCEPTS]: 'gzip' } });
  const etag = read.headers.get('etag') ?? '';
  expect(etag).toMatch(/-gzip"$/);
  const changed = await call('PATCH', path, { body: { label: 'Birds' }, headers: { 'if-match': etag } });
  expect(changed.status).toBe(200);
});

test('an answer has another ETag where what it tells changed, and the thing itself did not', async () => {
  const asks = () => call('GET', '/listings');
  const [before, same] = [await asks(), await asks()];
  expect(same.headers.get('etag')).toBe(before.headers.get('etag'));
  await call('PATCH', paths.changeListing ?? '', {
    body: { label: 'All birds' },
    headers: { 'if-match': '*' },
  });
  expect((await asks()).headers.get('etag')).not.toBe(before.headers.get('etag'));
});

test('If-Match takes a list and whatever there is', async () => {
  const path = paths.changePage ?? '';
  const etag = (await call('GET', path)).headers.get('etag') ?? '';
  const change = async (ifMatch: string, title: string) =>
    (await call('PATCH', path, { body: { values: { title } }, headers: { 'if-match': ifMatch } })).status;
  expect(await change(`"1", ${etag}`, 'Start')).toBe(200);
  expect(await change(etag, 'Begin')).toBe(412);
  expect(await change('*', 'Begin')).toBe(200);
});

test('what is read can be asked for without its body; an address tells what it takes, and in which form', async () => {
  const path = paths.changeEntry ?? '';
  const head = await call('HEAD', path);
  expect([head.status, head.body, head.headers.get('etag')]).toEqual([
    200,
    {},
    (await call('GET', path)).headers.get('etag'),
  ]);
  expect((await call('HEAD', '/entries/not-an-id')).status).toBe(404);
  const options = await call('OPTIONS', path);
  expect([options.status, options.headers.get('allow')]).toEqual([204, 'GET, HEAD, PATCH, DELETE, OPTIONS']);
  expect(options.headers.get('accept-patch')).toContain('application/merge-patch+json');
  const wrong = await call('PATCH', path, {
    raw: 'size=4',
    headers: { 'if-match': '*', 'content-type': 'text/plain' },
  });
  expect([wrong.status, wrong.headers.get('accept-patch')]).toEqual([
    415,
    options.headers.get('accept-patch'),
  ]);
  expect((await call('OPTIONS', '/people')).headers.get('accept-patch')).toBeNull();
});
