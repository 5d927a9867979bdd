import fc from 'fast-check';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from '../database';
import { contentMigrations, migrate, sessionMigrations } from '../migrate';
import { raw, sql } from '../sql';
import { people } from './people';
import { pagePlaces } from './page-places';
import { settings } from './settings';
import { columnName, type Table } from './table';

const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
const content = new Database(join(folder, 'content.db'));
const sessions = new Database(join(folder, 'sessions.db'));
beforeAll(async () => {
  await migrate(content, contentMigrations);
  await migrate(sessions, sessionMigrations);
});
afterAll(async () => {
  await content.close();
  await sessions.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Every table that is declared, by its name. */
async function declared(): Promise<Map<string, Table>> {
  const files = readdirSync(__dirname).filter((file) => !/^table\.ts$|\.test\.ts$/.test(file));
  const all = await Promise.all(
    files.map(async (file) => Object.values((await import(join(__dirname, file))) as Record<string, object>)),
  );
  const isTable = (exported: object): exported is Table => 'name' in exported && 'columns' in exported;
  return new Map(
    all
      .flat()
      .filter(isTable)
      .map((table) => [table.name, table]),
  );
}

test('each table is declared as the migrations make it, and none is left out', async () => {
  const tables = await declared();
  const made = new Map<string, object>();
  for (const database of [content, sessions]) {
    const names = await database.all<{ name: string }>(
      sql`SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'record_search%' AND name NOT LIKE 'record_words%' AND name NOT LIKE 'live_words%' AND name <> 'migrations'`,
    );
    for (const { name } of names) {
      const columns = await database.all<{ name: string; type: string; notnull: number; pk: number }>(
        raw(`PRAGMA table_info(${name})`),
      );
      made.set(
        name,
        Object.fromEntries(
          columns.map(({ name: column, type, notnull, pk }) => [
            column,
            // What is a key is never null, said or not.
            { type, orNull: notnull === 0 && pk === 0, key: pk > 0 },
          ]),
        ),
      );
    }
  }
  const told = [...tables.values()].map(({ name, columns }) => [
    name,
    Object.fromEntries(
      Object.entries(columns).map(([key, { type, allowNull, primaryKey }]) => [
        columnName(key),
        { type: String(type), orNull: allowNull === true, key: primaryKey === true },
      ]),
    ),
  ]);
  expect(Object.fromEntries(told)).toEqual(Object.fromEntries(made));
});

const person = {
  uuid: 'a',
  email: 'ada@example.org',
  name: 'Ada',
  role: 'editor',
  password: '',
  letters: 1,
  madeAt: 5,
} as const;

test('a row is put in, found, changed and taken away by what it holds', async () => {
  const id = await content.write((tx) => tx.insert(people, person));
  const kept = {
    ...person,
    id,
    leftAt: null,
    secondFactor: null,
    limits: null,
    lookedAt: null,
    lookedBefore: null,
  };
  expect(await content.find(people, { email: person.email })).toEqual(kept);
  expect(await content.find(people, { id, leftAt: null })).toEqual(kept);
  expect(await content.find(people, { id, leftAt: 3 })).toBeUndefined();
  await content.write(async (tx) => {
    expect(await tx.update(people, { id }, { leftAt: 8, name: 'Ada Reed' })).toBe(1);
    expect(await tx.update(people, { id: id + 1 }, { leftAt: 9 })).toBe(0);
    // Seen inside the transaction, and by no one else yet.
    expect(await tx.find(people, { id })).toEqual({ ...kept, leftAt: 8, name: 'Ada Reed' });
    expect(await content.find(people, { id })).toEqual(kept);
  });
  expect(await content.write((tx) => tx.remove(people, { id }))).toBe(1);
  expect(await content.find(people, { id })).toBeUndefined();
});

test('rows with keys are put in place of those that have them', async () => {
  await content.write((tx) =>
    tx.put(settings, [
      { key: 'one', value: '1' },
      { key: 'two', value: '2' },
    ]),
  );
  await content.write((tx) => tx.put(settings, [{ key: 'two', value: '"' }]));
  expect(await content.find(settings, { key: 'one' })).toEqual({ key: 'one', value: '1' });
  expect(await content.find(settings, { key: 'two' })).toEqual({ key: 'two', value: '"' });
  expect(await content.find(pagePlaces, { record: 1 })).toBeUndefined();
});

test('whatever the words, they are found as they were put in, and nothing else is', async () => {
  const word = fc.oneof(fc.string({ unit: 'binary' }), fc.constantFrom("'", '$key', '$1', ':key', '%', '\0'));
  await fc.assert(
    fc.asyncProperty(word, word, async (key, value) => {
      await content.write((tx) => tx.insert(settings, { key, value }));
      expect(await content.find(settings, { key })).toEqual({ key, value });
      expect(await content.write((tx) => tx.remove(settings, { key }))).toBe(1);
      expect(await content.find(settings, { key })).toBeUndefined();
    }),
    { numRuns: 40 },
  );
});
