import { here } from '../../../services/runtime';
import { callsTo, faultPaths as paths, type Call, type Given } from '../../../../tests/call';
import { smallInstallation, type SmallInstallation } from '../../../../tests/small-installation';
import { contentType } from '../../../../tests/small-model';
import { operations, type Operation } from '../../../contract/operations';
import { openApi } from '../../../contract/openapi';
import { routes } from '../../../contract/routes';
import { may, roles } from '../../../core/roles';
import { matchOperation } from './match-operation';

let small: SmallInstallation;
let call: Call;
beforeAll(async () => {
  small = await smallInstallation();
  call = await callsTo(small);
});
afterAll(() => small.close());

describe('the door', () => {
  test('asks who is there, and lets only those in who may', async () => {
    expect((await call('GET', '/entries?type=species', { headers: { cookie: '' } })).status).toBe(401);
    expect(await call('PUT', '/model/working', { as: 'editor', body: { document: {} } })).toMatchObject({
      status: 403,
      body: { title: 'Only an architect may do this.' },
    });
    expect((await call('POST', '/entries', { as: 'reviewer', body: { type: 'species' } })).status).toBe(403);
  });

  test('checks the role of every operation', async () => {
    for (const [name, operation] of Object.entries(operations) as [string, Operation][]) {
      const { act } = operation;
      if (act === 'anyone') continue;
      const path = operation.path.replace(/\{\w+\}/g, '01a211ae-09db-7716-b71b-8261e62a7f8d');
      for (const role of roles.filter((each) => !may(each, act))) {
        const { status } = await call(operation.method, path, {
          as: role,
          ...(operation.body ? { body: {} } : {}),
          headers: { 'if-match': '"1"' },
        });
        expect([name, role, status]).toEqual([name, role, 403]);
      }
      expect([
        name,
        (
          await call(operation.method, path, {
            headers: { cookie: '' },
            ...(operation.body ? { body: {} } : {}),
          })
        ).status,
      ]).toEqual([name, 401]);
    }
  });

  test('takes writes only from this site itself', async () => {
    const body = { type: 'species', values: { name: 'Bell heron' } };
    for (const headers of [
      { origin: 'https://elsewhere.example' },
      { origin: 'null' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ] as Record<string, string>[]) {
      expect((await call('POST', '/entries', { body, headers })).status).toBe(403);
    }
    expect(
      (
        await call('POST', '/entries', {
          body,
          headers: { origin: 'http://localhost:4100', 'sec-fetch-site': 'same-origin' },
        })
      ).status,
    ).toBe(201);
  });

  test.each<[string, Given, number, string]>([
    ['not JSON', { raw: '{"type":' }, 400, ''],
    ['no object', { body: ['species'] }, 400, ''],
    ['nothing but null', { body: null }, 400, ''],
    ['an unknown part', { body: { type: 'species', colour: 'red' } }, 400, '/colour'],
    ['a missing part', { body: {} }, 400, '/type'],
    ['the wrong kind', { body: { type: 7 } }, 400, '/type'],
    ['too long', { body: { type: 'x'.repeat(61) } }, 400, '/type'],
    ['values that are none', { body: { type: 'species', values: 'all' } }, 400, '/values'],
    ['too deep', { raw: `{"type":"species","values":${'{"a":'.repeat(2000)}1${'}'.repeat(2000)}}` }, 400, ''],
    ['an unknown type', { body: { type: 'bats' } }, 422, '/type'],
    ['an unknown field', { body: { type: 'species', values: { wings: 2 } } }, 422, '/values/wings'],
    ['no value of its kind', { body: { type: 'species', values: { size: '720' } } }, 422, '/values/size'],
    [
      'an attempt on the prototype',
      { raw: '{"type":"species","values":{"__proto__":{"admin":true}}}' },
      422,
      '/values/__proto__',
    ],
  ])('refuses %s at its place, and writes nothing', async (_, given, status, path) => {
    const written = async () => (await call('GET', '/acts?limit=1')).body;
    const before = await written();
    const refused = await call('POST', '/entries', given);
    expect([refused.status, paths(refused)]).toEqual([status, [path]]);
    expect(refused.headers.get('content-type')).toBe('application/problem+json');
    expect(await written()).toEqual(before);
  });

  test('reads a large body beside the event loop, and checks a model there, whatever comes of it', async () => {
    small.installation.beside = { ...here };
    const run = jest.spyOn(small.installation.beside, 'run');
    const asked = () => run.mock.calls.map(([name]) => name);
    const large = { type: 'species', values: { name: 'x'.repeat(70_000) } };
    expect((await call('POST', '/entries', { body: large })).status).toBe(422);
    expect((await call('POST', '/entries', { raw: `{"type":"${'x'.repeat(70_000)}` })).status).toBe(400);
    expect(asked()).toEqual(['parseJson', 'parseJson']);
    run.mockClear();
    expect((await call('POST', '/entries', { body: { type: 'bats' } })).status).toBe(422);
    expect((await call('POST', '/model/try', { body: { document: {} } })).status).toBe(422);
    expect(asked()).toEqual(['tryDocument']);
  });

  test('refuses what is no JSON by its type, and what is too large by its size', async () => {
    expect(
      (
        await call('POST', '/entries', {
          raw: 'type=species',
          headers: { 'content-type': 'application/x-www-form-urlencoded' },
        })
      ).status,
    ).toBe(415);
    expect(
      (
        await call('POST', '/entries', {
          raw: JSON.stringify({ type: 'species', values: { body: 'x'.repeat(5_000_000) } }),
        })
      ).status,
    ).toBe(413);
  });

  test('refuses questions that are not as they should be', async () => {
    for (const [question, path] of [
      ['type=species&limit=0', '/limit'],
      ['type=species&limit=many', '/limit'],
      ['type=species&state=lost', '/state'],
      ['type=species&colour=red', '/colour'],
      ['', '/type'],
    ] as const) {
      const refused = await call('GET', `/entries?${question}`);
      expect([question, refused.status, paths(refused)]).toEqual([question, 400, [path]]);
    }
    expect((await call('GET', '/overview?x=1')).status).toBe(400);
  });

  test('knows its addresses and methods', async () => {
    expect((await call('GET', '/nowhere')).status).toBe(404);
    const refused = await call('PUT', '/entries');
    expect([refused.status, refused.headers.get('allow')]).toEqual([405, 'GET, HEAD, POST, OPTIONS']);
    expect((await call('GET', '/entries/not-an-id')).status).toBe(404);
    expect(matchOperation('GET', '/pages/top/types')).toMatchObject({ name: 'topTypes' });
  });
});

describe('changing one thing', () => {
  test('needs the revision that was read: 428 without, 412 with an old one and both versions', async () => {
    const made = await call('POST', '/entries', {
      body: { type: 'species', values: { name: 'Bell heron' } },
    });
    const etag = made.headers.get('etag') ?? '';
    const path = `/entries/${String(made.body.id)}`;
    const patch = { values: { size: 80 } };
    expect((await call('PATCH', path, { body: patch })).status).toBe(428);
    expect((await call('PATCH', path, { body: patch, headers: { 'if-match': 'yesterday' } })).status).toBe(
      412,
    );
    const changed = await call('PATCH', path, {
      body: patch,
      headers: { 'if-match': etag, 'content-type': 'application/merge-patch+json' },
    });
    expect([changed.status, changed.headers.get('etag')]).toEqual([200, expect.stringMatching(/^"2-/)]);
    const late = await call('PATCH', path, { body: { values: { size: 90 } }, headers: { 'if-match': etag } });
    expect([late.status, late.body.current, late.body.yours]).toMatchObject([
      412,
      { revision: 2, values: { size: 80 } },
      { values: { size: 90 } },
    ]);
    expect((await call('GET', path)).body.values).toMatchObject({ name: 'Bell heron', size: 80 });
  });
});

describe('sessions over HTTP', () => {
  test('come as a cookie that scripts cannot read and other sites do not send', async () => {
    const entered = await call('POST', '/session', {
      headers: { cookie: '' },
      body: { email: 'editor@quillwater.example', password: 'quillwater' },
    });
    const cookie = entered.headers.get('set-cookie') ?? '';
    expect([entered.status, cookie]).toEqual([
      201,
      expect.stringMatching(/^clear_frame_session=[\w-]{43}; Path=\/; HttpOnly; SameSite=Lax; Max-Age=\d+$/),
    ]);
    const own = { headers: { cookie: cookie.split(';')[0] ?? '' } };
    expect((await call('GET', '/session', own)).body.person).toMatchObject({ role: 'editor' });
    expect((await call('DELETE', '/session', own)).headers.get('set-cookie')).toMatch(/Max-Age=0/);
    expect((await call('GET', '/session', own)).status).toBe(401);
    expect(
      (await call('POST', '/session', { headers: { cookie: '' }, body: { email: 'editor', password: '' } }))
        .body.errors,
    ).toMatchObject([{ path: '/email' }, { path: '/password' }]);
  });
});

describe('the OpenAPI document', () => {
  const document = () =>
    openApi(small.installation.model) as unknown as {
      paths: Record<string, Record<string, { operationId: string }>>;
      components: { schemas: Record<string, object> };
    };
  test('tells every operation once, at its address', () => {
    const told = Object.entries(document().paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, { operationId }]) => [
        operationId,
        `${method.toUpperCase()} ${path}`,
      ]),
    );
    expect(Object.fromEntries(told)).toEqual(
      Object.fromEntries(
        Object.entries(routes).map(([name, { method, path }]) => [name, `${method} ${path}`]),
      ),
    );
  });
  test('names only schemas that it brings, the values of every content type among them', () => {
    const { components } = document();
    const named = [...JSON.stringify(document()).matchAll(/"#\/components\/schemas\/([^"]+)"/g)].map(
      ([, name]) => name ?? '',
    );
    expect(named.filter((name) => !(name in components.schemas))).toEqual([]);
    expect(
      components.schemas[`values.${contentType(small.installation.model, 'species').definition.key}`],
    ).toMatchObject({
      additionalProperties: false,
      properties: { size: { anyOf: [{ type: 'number', minimum: 0, maximum: 500 }, { type: 'null' }] } },
    });
  });
});
