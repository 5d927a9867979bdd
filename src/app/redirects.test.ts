import { callsTo, type Call, type Told } from '../../tests/call';
import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { keepAskedAddresses } from '../services/runtime';
import { GET } from './[[...address]]/route';
import { addPage, changePage, page, publishPage } from '../services/pages';

let small: SmallInstallation;
let call: Call;
const ids: Record<string, string> = {};
beforeEach(async () => {
  small = await smallInstallation();
  call = await callsTo(small);
  const add = async (title: string, type: string, parent: string | null) => {
    const made = await addPage(small.installation, small.people.architect, {
      type,
      parent,
      values: { title },
    });
    await publishPage(small.installation, small.people.architect, made.id, made.revision, {});
    ids[title] = made.id;
  };
  await add('Home', 'home', null);
  await add('Visit', 'plain', ids.Home ?? '');
});
afterEach(() => small.close());

/** What an address answers: its status, and where it leads. */
const asked = async (path: string): Promise<[number, string | null]> => {
  const { status, headers } = await GET(new Request(`http://localhost:4100${path}`));
  return [status, headers.get('location')];
};
const say = (from: string, to?: string, status?: number): Promise<Told> =>
  call('POST', '/addresses/by-hand', {
    body: { from, ...(to === undefined ? {} : { to }), ...(status === undefined ? {} : { status }) },
  });
const faultsOf = ({ body }: Told) => body.errors.map(({ path, code }) => `${path} ${code}`);

test('what somebody said is answered: for good, for now, with the same method, gone; in every language, with its query', async () => {
  await say('/come.html', '/visit');
  await say('/season/*', 'https://else.example/*', 302);
  await say('/shop', '/visit', 308);
  await say('/museum', undefined, 410);
  expect(await asked('/come.html')).toEqual([301, '/visit']);
  expect(await asked('/Come.html?group=bird')).toEqual([301, '/visit?group=bird']);
  expect(await asked('/fr/come.html')).toEqual([301, '/fr/visit']);
  expect(await asked('/season/winter/walks')).toEqual([302, 'https://else.example/winter/walks']);
  expect(await asked('/season/h%C3%A9ron%20gris')).toEqual([302, 'https://else.example/h%C3%A9ron%20gris']);
  expect(await asked('/shop')).toEqual([308, '/visit']);
  expect((await asked('/museum'))[0]).toBe(410);
  expect((await asked('/season'))[0]).toBe(404);
  // Nobody remembers for ever what somebody may change.
  const { headers } = await GET(new Request('http://localhost:4100/come.html'));
  expect(headers.get('cache-control')).toBe('private, max-age=3600');
});

test('a way of several goes in one step to where things stand now, and never in a circle', async () => {
  await say('/a', '/b');
  await say('/b', '/visit');
  expect(await asked('/a')).toEqual([301, '/visit']);
  const { revision } = await page(small.installation, ids.Visit ?? '');
  await changePage(small.installation, small.people.architect, ids.Visit ?? '', revision, { slug: 'come' });
  expect(await asked('/a')).toEqual([301, '/come']);
  for (const [from, to] of [
    ['/c', '/c'],
    ['/come-again', '/come-again'],
  ])
    expect(faultsOf(await say(from ?? '', to))).toEqual(['/to circle']);
  await say('/d', '/e');
  expect(faultsOf(await say('/e', '/d'))).toEqual(['/to circle']);
  expect(faultsOf(await say('/e/*', '/e/x/*'))).toEqual(['/to circle']);
  // Where it leads to nothing it is nothing.
  expect((await asked('/d'))[0]).toBe(404);
  expect(
    (await call('GET', '/addresses/by-hand')).body.items.find(({ from }) => from === '/d'),
  ).toMatchObject({
    ends: true,
    taken: false,
  });
});

test('what stands goes before what was said of its address; none is said twice', async () => {
  expect(faultsOf(await say('/visit', '/'))).toEqual(['/from shadow']);
  expect((await say('/*/map', '/visit')).status).toBe(201);
  expect(faultsOf(await say('/*/map', '/'))).toEqual(['/from there']);
  await say('/*', '/visit');
  expect(await asked('/visit')).toEqual([200, null]);
  const later = await say('/learn', '/visit');
  const made = await addPage(small.installation, small.people.architect, {
    type: 'plain',
    parent: ids.Home ?? '',
    values: { title: 'Learn' },
  });
  await publishPage(small.installation, small.people.architect, made.id, made.revision, {});
  expect(await asked('/learn')).toEqual([200, null]);
  expect((await call('GET', `/addresses/by-hand/${later.body.id}`)).body).toMatchObject({ taken: true });
});

test('it is changed, taken away, and each of that is taken back', async () => {
  const { body } = await say('/old', '/visit');
  const path = `/addresses/by-hand/${body.id}`;
  const undo = async (told: Told) => {
    const [act = ''] = (told.headers.get('clear-frame-act') ?? '').split(' ');
    expect((await call('POST', `/acts/${act}/undo`)).body.left).toEqual([]);
  };
  const changed = await call('PATCH', path, { body: { to: '/', status: 302 }, revision: 1 });
  expect(await asked('/old')).toEqual([302, '/']);
  expect((await call('PATCH', path, { body: { to: '/visit' }, revision: 1 })).status).toBe(412);
  await undo(changed);
  expect(await asked('/old')).toEqual([301, '/visit']);
  const gone = await call('PATCH', path, { body: { status: 410 }, headers: { 'if-match': '*' } });
  expect(gone.body).not.toHaveProperty('to');
  const taken = await call('DELETE', path, { headers: { 'if-match': '*' } });
  expect((await asked('/old'))[0]).toBe(404);
  await undo(taken);
  expect((await asked('/old'))[0]).toBe(410);
  // Another says so by now: what was taken away stays away, and that is told.
  const again = await call('DELETE', path, { headers: { 'if-match': '*' } });
  await say('/old', '/visit');
  const [act = ''] = (again.headers.get('clear-frame-act') ?? '').split(' ');
  expect((await call('POST', `/acts/${act}/undo`)).body.left).toHaveLength(1);
  expect(await asked('/old')).toEqual([301, '/visit']);
});

test('a file is tried first, and then brought in as one act: what is refused is told and left', async () => {
  await say('/there', '/visit');
  await say('/same', '/visit');
  const rows = [
    { from: '/new', to: '/visit' },
    { from: '/there', to: '/visit', status: 302 },
    { from: '/same', to: '/visit' },
    { from: '/new', to: '/' },
    { from: '/visit', to: '/' },
    { from: '/x', to: '/y' },
    { from: '/y', to: '/x' },
    { from: 'https://else.example/', to: '/' },
    { from: '/gone', status: 410 },
  ];
  const bring = (trial: boolean) => call('POST', '/addresses/by-hand/brought-in', { body: { rows, trial } });
  const tried = await bring(true);
  expect(tried.body.rows).toMatchObject(
    ['new', 'changes', 'same', ...Array.from({ length: 5 }, () => 'refused'), 'new'].map((does, i) => ({
      row: i + 1,
      does,
    })),
  );
  expect([tried.body.kept, (await call('GET', '/addresses/by-hand')).body.total]).toEqual([0, 2]);
  const done = await bring(false);
  expect([done.body.kept, done.body.rows]).toEqual([3, tried.body.rows]);
  expect(await asked('/there')).toEqual([302, '/visit']);
  const [act = ''] = (done.headers.get('clear-frame-act') ?? '').split(' ');
  await call('POST', `/acts/${act}/undo`);
  expect(await asked('/there')).toEqual([301, '/visit']);
  expect((await call('GET', '/addresses/by-hand/all')).body.items).toEqual([
    { from: '/same', to: '/visit', status: 301 },
    { from: '/there', to: '/visit', status: 301 },
  ]);
});

test('what is followed and what leads nowhere is counted; the likely page mends it in one act', async () => {
  const { body } = await say('/old', '/visit');
  for (const path of ['/old', '/fr/old', '/vist/visit-us', '/fr/vist/visit-us', '/elsewhere', '/visit'])
    await asked(path);
  await keepAskedAddresses(small.installation);
  expect((await call('GET', `/addresses/by-hand/${body.id}`)).body).toMatchObject({ times: 2 });
  const nowhere = async () => (await call('GET', '/addresses/nowhere')).body;
  expect(await nowhere()).toMatchObject({
    total: 2,
    items: [
      { address: '/vist/visit-us', times: 2, meant: [{ label: 'Visit', address: '/visit' }] },
      { address: '/elsewhere', times: 1, meant: [] },
    ],
  });
  // What is said of one language holds for all.
  await say('/fr/vist/visit-us', '/fr/visit');
  expect(await asked('/vist/visit-us')).toEqual([301, '/visit']);
  expect((await nowhere()).items).toMatchObject([{ address: '/elsewhere' }]);
  await call('POST', '/addresses/nowhere/put-away', { body: { addresses: ['/elsewhere'] } });
  expect((await nowhere()).total).toBe(0);
});
