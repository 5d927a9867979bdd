import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseModelDocument } from '../../core/formats/model-schema';
import { newId } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import { checkModel } from '../../core/model/check';
import { CompiledModel } from '../../core/model/compile';
import type { ModelDocument } from '../../core/model/document';
import { Database } from '../database';
import { contentMigrations, migrate, sessionMigrations } from '../migrate';
import { makeRecords, putLive } from '../records';
import { reindexTables } from '../index-tables/tables';
import { KeyMap } from '../key-map';
import { begin } from './001-begin';
import { wholeDocument } from './002-whole-model';

const [type, page, name, title] = [newId(), newId(), newId(), newId()];

/** A model as the first version of the product kept it: no blocks, faces as bare mappings, a style of colours only. */
const first: JsonObject = {
  format: 'clear-frame/model',
  version: 1,
  locales: { main: 'en', others: [] },
  houseStyle: {
    palette: {
      paper: '#fcfbf5',
      sheet: '#ffffff',
      ink: '#17292a',
      soft: '#55625f',
      accent: '#2f5a52',
      onAccent: '#ffffff',
      rule: '#e0dccd',
    },
  },
  contentTypes: [
    {
      id: type,
      key: 'bird',
      label: 'Bird',
      plural: 'Birds',
      purpose: '',
      icon: 'bird',
      fields: [{ id: name, key: 'name', label: 'Name', kind: 'line', rules: {}, required: true }],
      title: name,
      face: { heading: [[{ field: name }]] },
      review: false,
      columns: [name],
    },
  ],
  pageTypes: [
    {
      id: page,
      key: 'home',
      label: 'Home',
      plural: 'Homes',
      purpose: '',
      icon: 'home',
      fields: [{ id: title, key: 'title', label: 'Title', kind: 'line', rules: {}, required: true }],
      title,
      face: { heading: [[{ field: title }]] },
      source: { kind: 'blocks' },
      address: { from: title, drop: {}, atMost: 60 },
      inNavigation: false,
    },
  ],
  placements: [{ id: newId(), parent: 'top', child: page }],
};

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

async function inDatabase(work: (database: Database) => Promise<void>): Promise<void> {
  const database = new Database(join(folder, 'content.db'));
  try {
    await work(database);
  } finally {
    await database.close();
  }
}

test('a database from the first version comes to the newest, its model whole and without an error', async () => {
  await inDatabase(async (database) => {
    await migrate(database, [begin]);
    await database.write((tx) =>
      tx.run('INSERT INTO model_revisions (number, body, at) VALUES (1, $1, 0)', [JSON.stringify(first)]),
    );
    await migrate(database, contentMigrations);
    const [kept] = await database.all<{ body: string }>('SELECT body FROM model_revisions');
    const { document, faults } = parseModelDocument(JSON.parse(kept?.body ?? '') as JsonObject);
    expect(faults).toEqual([]);
    expect(document?.contentTypes[0]).toMatchObject({
      id: type,
      key: 'bird',
      slug: { from: name },
      face: { mapping: { heading: [[{ field: name }]] } },
    });
    expect(document?.pageTypes[0]).toMatchObject({ inNavigation: 'no', slots: [], layouts: [] });
    expect(document?.houseStyle.palette.accent).toBe('#2f5a52');
    expect(document && checkModel(document).filter(({ weight }) => weight === 'error')).toEqual([]);
  });
});

test('listings take lists, and the pages there are lie in sheets', async () => {
  await inDatabase(async (database) => {
    await migrate(database, contentMigrations.slice(0, 2));
    await database.write(async (tx) => {
      await tx.run('INSERT INTO model_revisions (number, body, at) VALUES (1, $1, 0)', [
        JSON.stringify(wholeDocument(first)),
      ]);
      const keyMap = await KeyMap.load(tx);
      await keyMap.know(tx, [type, page, name, title]);
      const before = new CompiledModel(
        { ...(wholeDocument(first) as unknown as ModelDocument), pageTypes: [] },
        1,
      );
      await reindexTables(
        tx,
        undefined,
        { types: before.contentTypes, locales: before.document.locales },
        keyMap,
      );
      const at = { faults: 0, at: 5, by: null };
      const body = JSON.stringify({ rule: { from: type, limit: 3 } });
      const [home = 0, listing = 0] = await makeRecords(tx, [
        { uuid: newId(), sort: 'page', type: keyMap.of(page), title: 'Hall', body: '{}', ...at },
        { uuid: newId(), sort: 'listing', type: null, title: 'Birds', body, ...at },
      ]);
      await putLive(tx, [
        {
          record: home,
          starts: 1,
          ends: 9,
          title: 'Hall',
          body: JSON.stringify({ values: { [title]: 'Hall' } }),
          at: 5,
          by: null,
        },
        { record: listing, starts: 1, ends: 9, title: 'Birds', body, at: 5, by: null },
      ]);
      await tx.run(`CREATE INDEX listing_${listing} ON sheet_${keyMap.of(type)}_live (entry)`);
    });
    await migrate(database, contentMigrations);
    expect(
      await database.all("SELECT json_extract(body, '$.rule.from[0]') AS of FROM live WHERE title = 'Birds'"),
    ).toEqual([{ of: type }]);
    const keyMap = await KeyMap.load(database);
    expect(
      await database.all(
        `SELECT entry, live_from, live_until, f${keyMap.of(title)} AS title FROM sheet_${keyMap.of(page)}_live`,
      ),
    ).toEqual([{ entry: 1, live_from: 1, live_until: 9, title: 'Hall' }]);
    expect(await database.all("SELECT name FROM sqlite_master WHERE name GLOB 'listing_[0-9]*'")).toEqual([
      { name: 'listing_2_0' },
    ]);
  });
});

test('each step is done once, and opening again changes nothing', async () => {
  await inDatabase(async (database) => {
    for (let i = 0; i < 2; i += 1) {
      await migrate(database, contentMigrations);
      await migrate(database, sessionMigrations);
    }
    expect(await database.all('SELECT name FROM migrations ORDER BY name')).toEqual(
      [...contentMigrations, ...sessionMigrations]
        .map((step) => ({ name: step.name }))
        .sort((a, b) => (a.name < b.name ? -1 : 1)),
    );
  });
});

test('a step that fails leaves the database as it was', async () => {
  await inDatabase(async (database) => {
    const failing = {
      name: '003-fails',
      up: async (tx: Parameters<typeof begin.up>[0]) => {
        await tx.run('CREATE TABLE half (id INTEGER)');
        throw new Error('no more');
      },
    };
    await expect(migrate(database, [begin, failing])).rejects.toThrow(/no more/);
    expect(await database.all("SELECT name FROM sqlite_master WHERE name = 'half'")).toEqual([]);
    expect(await database.all('SELECT name FROM migrations')).toEqual([{ name: begin.name }]);
  });
});

test('a document that is whole stays as it is', () => {
  const whole = wholeDocument(first);
  expect(wholeDocument(whole)).toBe(whole);
});
