import { importModel } from '../../../services/model';
import sharp from 'sharp';
import { callsTo, faultPaths as paths, type Call } from '../../../../tests/call';
import { smallInstallation, type SmallInstallation } from '../../../../tests/small-installation';
import { wideDocument } from '../../../../tests/wide-model';
import type { JsonObject } from '../../../core/json';

let small: SmallInstallation;
let call: Call;
let scheme: string;
let species: string;
beforeAll(async () => {
  small = await smallInstallation();
  await importModel(small.installation, wideDocument());
  [scheme = ''] = small.installation.model.schemes.map(({ id }) => id);
  species = small.installation.model.contentTypeByKey('species')!.id;
  call = await callsTo(small);
});
afterAll(() => small.close());

describe('categories over HTTP', () => {
  test('are made by an architect, guarded by their revision, and refused with a path', async () => {
    expect(
      (
        await call('POST', `/schemes/${scheme}/categories`, {
          as: 'editor',
          body: { label: 'Water', parent: null },
        })
      ).status,
    ).toBe(403);
    const made = await call('POST', `/schemes/${scheme}/categories`, {
      body: { label: 'Water', parent: null },
    });
    expect([made.status, made.body.key]).toEqual([201, 'water']);
    const path = `/categories/${made.body.id}`;
    expect((await call('PATCH', path, { body: { label: 'Waters' } })).status).toBe(428);
    expect((await call('PATCH', path, { body: { label: 'Waters' }, revision: 1 })).body).toMatchObject({
      label: 'Waters',
      revision: 2,
    });
    expect((await call('PATCH', path, { body: { label: 'Late' }, revision: 1 })).status).toBe(412);
    expect(paths(await call('PATCH', path, { body: { label: '' }, revision: 2 }))).toEqual(['/label']);
    expect(paths(await call('PATCH', path, { body: { colour: 'blue' }, revision: 2 }))).toEqual(['/colour']);
    expect(paths(await call('PATCH', path, { body: { values: { wings: 2 } }, revision: 2 }))).toEqual([
      '/values/wings',
    ]);
    expect(
      (
        await call('POST', '/schemes/01a211ae-09db-7716-b71b-8261e62a7f8d/categories', {
          body: { label: 'x', parent: null },
        })
      ).status,
    ).toBe(404);
    expect(
      paths(await call('POST', `/schemes/${scheme}/import`, { body: { format: 'xml', text: '' } })),
    ).toEqual(['/format']);
    expect((await call('GET', `/schemes/${scheme}/categories`, { as: 'reviewer' })).body.items).toHaveLength(
      1,
    );
    expect((await call('DELETE', path, { revision: 2 })).status).toBe(200);
  });
});

describe('media over HTTP', () => {
  test('come in as they are, and are what their bytes say', async () => {
    const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#336655' } })
      .png()
      .toBuffer();
    const made = await call('POST', '/media?name=heron.exe&alt=A%20heron', { as: 'editor', bytes });
    expect([made.status, made.body]).toMatchObject([
      201,
      { sort: 'picture', mime: 'image/png', width: 40, height: 30, alt: 'A heron' },
    ]);
    expect((await call('POST', '/media?name=x.png', { as: 'reviewer', bytes })).status).toBe(403);
    expect(
      (
        await call('POST', '/media?name=x.png', {
          as: 'editor',
          bytes: Buffer.from('<html><script>alert(1)</script>'),
        })
      ).status,
    ).toBe(422);
    expect((await call('POST', '/media', { as: 'editor', bytes })).status).toBe(400);
    expect((await call('GET', `/media?q=heron&sort=picture`)).body.items).toHaveLength(1);
    expect(
      (
        await call('PATCH', `/media/${made.body.id}`, {
          as: 'editor',
          body: { alt: 'x'.repeat(600) },
          revision: 1,
        })
      ).status,
    ).toBe(400);
  });
});

describe('a model document over HTTP', () => {
  const copy = () =>
    JSON.parse(JSON.stringify(wideDocument())) as JsonObject & {
      contentTypes: JsonObject[];
      pageTypes: JsonObject[];
    };
  test('is tried without being kept: what is wrong with it comes back with its path', async () => {
    const whole = await call('POST', '/model/try', { body: { document: copy() } });
    expect([whole.status, whole.body.faults]).toEqual([200, expect.any(Array)]);
    const bad = copy();
    bad.contentTypes[0] = { ...bad.contentTypes[0], key: 'My type' };
    expect(paths(await call('POST', '/model/try', { body: { document: bad } }))).toEqual([
      '/document/contentTypes/0/key',
    ]);
    expect(
      paths(await call('POST', '/model/try', { body: { document: { ...copy(), colours: [] } } })),
    ).toEqual(['/document/colours']);
    expect((await call('POST', '/model/try', { as: 'editor', body: { document: copy() } })).status).toBe(403);
    expect((await call('GET', '/model/working')).body.number).toBe(0);
  });
  test('has its bounds', async () => {
    const many = copy();
    many.pageTypes = Array.from({ length: 201 }, () => many.pageTypes[0] ?? {});
    expect(paths(await call('POST', '/model/try', { body: { document: many } }))).toContain(
      '/document/pageTypes',
    );
  });
  test('tells ready-made models, placements and what a type reaches to whoever may read', async () => {
    expect((await call('GET', '/model/ready-made', { as: 'reviewer' })).body.items.length).toBe(6);
    expect((await call('GET', '/model/placements/counts', { as: 'reviewer' })).body.items).toEqual([]);
    expect((await call('GET', `/model/types/${species}/reach`, { as: 'reviewer' })).body).toMatchObject({
      entries: 0,
      listings: [],
    });
  });
});

describe('entries of every kind over HTTP', () => {
  const make = (values: JsonObject) =>
    call('POST', '/entries', { as: 'editor', body: { type: 'walk', values } });
  test.each<[string, JsonObject, string]>([
    [
      'an address that runs something',
      { book: { to: 'url', url: 'javascript:alert(1)' } },
      '/values/book/url',
    ],
    ['a moment that is none', { starts: '2026-02-30T10:00' }, '/values/starts'],
    [
      'a latitude past the pole',
      { place: { spot: { latitude: 91, longitude: 0 } } },
      '/values/place/spot/latitude',
    ],
    ['a field there is none of, in a group', { place: { wings: 2 } }, '/values/place/wings'],
    ['a link that says not where to', { book: { to: 'moon' } }, '/values/book/to'],
    ['one entry where several belong', { shows: 'heron' }, '/values/shows'],
  ])('%s is refused at its place, and nothing is made', async (_, values, path) => {
    const before = ((await call('GET', '/entries?type=walk')).body as unknown as { total: number }).total;
    const refused = await make({ title: 'Dawn', ...values });
    expect([refused.status, paths(refused)]).toEqual([422, [path]]);
    expect(((await call('GET', '/entries?type=walk')).body as unknown as { total: number }).total).toBe(
      before,
    );
  });
  test('texts hold only known pieces', async () => {
    const body = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] },
          ],
        },
      ],
    };
    expect(
      paths(
        await call('POST', '/entries', {
          as: 'editor',
          body: { type: 'species', values: { name: 'x', body } },
        }),
      ),
    ).toEqual(['/values/body/content/0/content/0/marks/0/attrs/href']);
  });
  const rowsOf = () => `/types/${species}/entries`;
  test('rows come in at most five hundred at a time', async () => {
    const rows = (n: number) => ({ rows: Array.from({ length: n }, (_, i) => ({ name: `Bird ${i}` })) });
    expect((await call('POST', rowsOf(), { as: 'editor', body: rows(501) })).body.errors).toMatchObject([
      { path: '/rows', message: 'At most 500 rows at a time.' },
    ]);
    expect((await call('POST', rowsOf(), { as: 'reviewer', body: rows(1) })).status).toBe(403);
    const made = await call('POST', rowsOf(), { as: 'editor', body: rows(3) });
    expect([made.status, (made.body as unknown as { ids: string[] }).ids.length]).toEqual([201, 3]);
  });
});
