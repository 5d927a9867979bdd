import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from '../../store/database';
import { sql } from '../../store/sql';
import { settings } from '../../store/tables/settings';
import { contentMigrations, migrate } from '../../store/migrate';
import * as requestContext from './request-context';

const { inRequest, RequestDatabase, stillIn } = requestContext;

const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
const content = new RequestDatabase(join(folder, 'content.db'));
/** What reaches the database: how often a question was really asked. */
const asked = jest.spyOn(Database.prototype, 'all');
const found = jest.spyOn(Database.prototype, 'find');
beforeAll(async () => {
  await migrate(content, contentMigrations);
  await put('first');
});
beforeEach(() => {
  asked.mockClear();
  found.mockClear();
});
afterAll(async () => {
  await content.close();
  rmSync(folder, { recursive: true, force: true });
});

const put = (value: string) => content.write((tx) => tx.put(settings, [{ key: 'demo', value }]));
const look = () => content.all<{ value: string }>(sql`SELECT value FROM settings WHERE key = ${'demo'}`);
const values = async () => [(await look())[0]?.value, (await content.find(settings, { key: 'demo' }))?.value];

test('what a request asked is not asked again, and each asker has rows of its own', async () => {
  await inRequest(async () => {
    const [one, two] = await Promise.all([look(), look()]);
    one[0] = { value: 'spoilt' };
    if (two[0]) two[0].value = 'spoilt';
    expect(await values()).toEqual(['first', 'first']);
    expect(await values()).toEqual(['first', 'first']);
  });
  expect([asked.mock.calls.length, found.mock.calls.length]).toEqual([1, 1]);
});

test('another question, another request, and whoever is in none, ask anew', async () => {
  await inRequest(async () => {
    await look();
    await content.all(sql`SELECT value FROM settings WHERE key = ${'secret'}`);
  });
  await inRequest(look);
  await look();
  await look();
  expect(asked).toHaveBeenCalledTimes(5);
});

test('after a write, and inside one, a request sees what is there now', async () => {
  await inRequest(async () => {
    const [before] = await values();
    await content.write(async (tx) => {
      await tx.put(settings, [{ key: 'demo', value: 'second' }]);
      expect(await tx.find(settings, { key: 'demo' })).toMatchObject({ value: 'second' });
    });
    expect([before, ...(await values())]).toEqual(['first', 'second', 'second']);
  });
});

test('while a write waits for others, what they changed is not overlooked', async () => {
  const other = put('third');
  await inRequest(async () => {
    await look();
    const seen = await content.write(async () => {
      await other;
      return values();
    });
    expect(seen).toEqual(['third', 'third']);
  });
});

test('the clock stands still while a request looks, and goes on where it writes', async () => {
  let time = 0;
  const now = stillIn(() => (time += 1));
  const inside = await inRequest(async () => {
    const [first, second] = [now(), now()];
    const writing = await content.write(() => Promise.resolve(now()));
    return [first, second, writing, now(), now()];
  });
  expect(inside).toEqual([1, 1, 2, 3, 3]);
  expect([now(), now()]).toEqual([4, 5]);
});

test('content that one bundle opened knows the requests that another answers', async () => {
  let other = requestContext;
  jest.isolateModules(() => {
    other = jest.requireActual<typeof requestContext>('./request-context');
  });
  expect(other.inRequest).not.toBe(inRequest);
  await other.inRequest(async ({ cost }) => {
    await look();
    await look();
    expect(cost).toMatchObject({ statements: 1, rows: 1 });
  });
  expect(asked).toHaveBeenCalledTimes(1);
});
