import { getMetadataStorage } from 'class-validator';
import fc from 'fast-check';
import { callsTo, type Call } from '../../../../tests/call';
import { smallModel, documentFrom } from '../../../../tests/small-model';
import { smallInstallation, type SmallInstallation } from '../../../../tests/small-installation';
import { operations, type Operation } from '../../../contract/operations';
import { inputBounds } from '../../../contract/parse-input';
import type { JsonObject } from '../../../core/json';
import { importModel } from '../../../services/model';

/** Names that every object in the language has already, and that a key may be all the same. */
const inherited = ['constructor', 'toString', 'valueOf', 'hasOwnProperty', 'isPrototypeOf', 'toLocaleString'];
/** Names that no key of a model may have, but anybody may send. */
const hostile = [
  ...inherited,
  '__proto__',
  'prototype',
  '__defineGetter__',
  'then',
  'toJSON',
  '',
  '0',
  'length',
];

let small: SmallInstallation;
let call: Call;
beforeAll(async () => {
  small = await smallInstallation();
  const field = (name: string) => [name, { label: name, rules: { maxLength: 40 } }];
  const fields = Object.fromEntries([['name', { label: 'Name' }], ...inherited.map(field)]);
  const choices = Object.fromEntries(inherited.map((name) => [name, name]));
  await importModel(
    small.installation,
    documentFrom({
      ...smallModel,
      contentTypes: {
        ...(smallModel.contentTypes as JsonObject),
        constructor: {
          label: 'Constructor',
          plural: 'Constructors',
          title: 'name',
          columns: ['name', ...inherited],
          fields: { ...fields, kind: { kind: 'choice', label: 'Kind', rules: { choices } } },
          face: { heading: ['name'], summary: ['toString'] },
        },
      },
      pageTypes: {
        ...(smallModel.pageTypes as JsonObject),
        toString: {
          label: 'To string',
          plural: 'To strings',
          fields: { title: { label: 'Title' }, constructor: { label: 'Constructor' } },
          face: { heading: ['title'] },
          slots: { hasOwnProperty: { label: 'Own', allows: [] } },
        },
      },
      placements: { ...(smallModel.placements as JsonObject), home: ['plain', 'index', 'toString'] },
    }),
  );
  call = await callsTo(small);
});
afterAll(() => small.close());

test('types, fields, choices and slots may be called like what every object has', async () => {
  const none = Object.fromEntries(inherited.map((name) => [name, null]));
  const made = await call('POST', '/entries', { body: { type: 'constructor', values: { name: 'Boat' } } });
  expect([made.status, made.body.values]).toEqual([201, { name: 'Boat', ...none, kind: null }]);
  const said = Object.fromEntries(inherited.map((name) => [name, `says ${name}`]));
  const { id } = made.body;
  const changed = await call('PATCH', `/entries/${id}`, {
    body: { values: { ...said, kind: 'valueOf' } },
    revision: 1,
  });
  expect([changed.status, changed.body.values]).toEqual([200, { name: 'Boat', ...said, kind: 'valueOf' }]);
  expect((await call('POST', `/entries/${id}/publish`, { body: {}, revision: 2 })).status).toBe(200);
  for (const name of inherited) {
    const where = JSON.stringify({ field: name, is: 'filled' });
    const found = await call('GET', `/entries?type=constructor&where=${encodeURIComponent(where)}`);
    expect([name, found.status, found.body.total]).toEqual([name, 200, 1]);
  }
  const listing = await call('POST', '/listings', {
    body: {
      label: 'constructor',
      rule: { from: ['constructor'], where: { field: 'toString', is: 'filled' } },
    },
  });
  expect([listing.status, (await call('GET', `/listings/${listing.body.id}/result`)).body.matching]).toEqual([
    201, 1,
  ]);
  const home = await call('POST', '/pages', {
    body: { type: 'home', parent: null, values: { title: 'Home' } },
  });
  const page = await call('POST', '/pages', {
    body: { type: 'toString', parent: home.body.id, values: { title: 'Own', constructor: 'built' } },
  });
  expect([page.status, page.body.values]).toEqual([201, { title: 'Own', constructor: 'built' }]);
});

const all = Object.values(operations) as Operation[];

test('no name and no value that can be sent breaks an operation', async () => {
  const name = fc.constantFrom(...hostile, 'values', 'type', 'email', 'rule', 'document', 'text');
  const { value } = fc.letrec<{ value: unknown }>((tie) => ({
    value: fc.oneof(
      { maxDepth: 3 },
      fc.constantFrom(null, true, 0, '', 'constructor', 'x'.repeat(300)),
      fc.array(tie('value'), { maxLength: 3 }),
      // Written as text, so that a name such as __proto__ is a name and no prototype.
      fc.array(fc.tuple(name, tie('value')), { maxLength: 3 }).map((pairs) => ({ [OBJECT]: pairs })),
    ),
  }));
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom(...all.filter(({ body }) => body)),
      value,
      fc.array(fc.tuple(name, value), { maxLength: 4 }),
      async (operation, deep, pairs) => {
        const path = operation.path.replace(/\{\w+\}/g, '01a211ae-09db-7716-b71b-8261e62a7f8d');
        const properties: [string, unknown][] = namesOf(operation).map((key) => [key, deep]);
        const raw = written({ [OBJECT]: [...pairs, ...properties] });
        const told = await call(operation.method, path, { raw, revision: 1 });
        expect([operation.id, raw, told.status]).toEqual([operation.id, raw, expect.any(Number)]);
        expect([operation.id, raw, told.status < 500]).toEqual([operation.id, raw, true]);
      },
    ),
    { numRuns: Number(process.env.RUNS ?? 600) },
  );
});

const OBJECT = Symbol('object');
type Written = { [OBJECT]: [string, unknown][] };
const written = (value: unknown): string => {
  if (Array.isArray(value)) return `[${value.map(written).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  return `{${(value as Written)[OBJECT].map(([key, each]) => `${JSON.stringify(key)}:${written(each)}`).join(',')}}`;
};

/** The names that the body of an operation may have. */
const namesOf = ({ body }: Operation): string[] => [
  ...new Set(
    getMetadataStorage()
      .getTargetValidationMetadatas(body ?? Object, '', false, false)
      .map(({ propertyName }) => propertyName),
  ),
];

test('what nobody may send is refused in no time, whatever it is', async () => {
  const open = all.filter(({ act, body }) => act === 'anyone' && body);
  expect(open.map(({ id }) => id).sort()).toEqual(['setUp', 'signIn', 'useLink']);
  const most = inputBounds.anyone - 2;
  const keys = (length: number) =>
    Array.from(
      { length: Math.floor(most / (length + 4)) },
      (_, i) => `"${String(i).padStart(length, 'k')}":1`,
    );
  const worst: [string, string][] = [
    [
      'many short names',
      `{${keys(4)
        .join(',')
        .slice(0, most - 8)}`.replace(/,[^,]*$/, '}'),
    ],
    ['a long list', `{"email":[${'1,'.repeat(most / 2 - 8)}1]}`],
    ['deep lists', `{"email":${'['.repeat(most / 2 - 8)}${']'.repeat(most / 2 - 8)}}`],
    ['deep objects', `{"email":${'{"a":'.repeat(most / 7)}1${'}'.repeat(most / 7)}}`],
    ['a long word', `{"email":"${'@.'.repeat(most / 2 - 20)}","password":"x"}`],
    ['an address of many parts', `{"email":"a@${'a.'.repeat(most / 2 - 40)}example","password":"x"}`],
    ['escapes', `{"email":"${'\\u0041'.repeat(most / 6 - 10)}"}`],
    ['far too much', `{"a":"${'x'.repeat(330_000 * 10)}"}`],
  ];
  for (const { id, method, path } of open)
    for (const [what, raw] of worst) {
      const begun = process.cpuUsage();
      const told = await call(method, path.replace('{word}', 'x'), { raw, as: 'nobody' as never });
      const { user, system } = process.cpuUsage(begun);
      expect([id, what, told.status >= 400 && told.status < 500]).toEqual([id, what, true]);
      // Told in the whole process's time, which is more than the event loop's.
      expect([id, what, (user + system) / 1000 < 400]).toEqual([id, what, true]);
    }
});
