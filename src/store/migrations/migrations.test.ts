import { raw, sql } from '../sql';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseModelDocument } from '../../core/formats/model-schema';
import { newId } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import { checkModel } from '../../core/model/check';
import { Database } from '../database';
import { contentMigrations, migrate, sessionMigrations } from '../migrate';
import { begin } from './001-begin';
import { wholeDocument } from './002-whole-model';

const [type, page, name, title, picture] = [newId(), newId(), newId(), newId(), newId()];

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
      tx.run(sql`INSERT INTO model_revisions (number, body, at) VALUES (1, ${JSON.stringify(first)}, 0)`),
    );
    await migrate(database, contentMigrations);
    const [kept] = await database.all<{ body: string }>(sql`SELECT body FROM model_revisions`);
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

/** The words by which a database of the first versions was filled: a page, a listing of one type, a picture and an entry. */
const filledOfOld = (): string[] => [
  `INSERT INTO model_revisions (number, body, at) VALUES (1, '${JSON.stringify(wholeDocument(first))}', 0)`,
  `INSERT INTO ids (n, uuid) VALUES (1, '${type}'), (2, '${page}'), (3, '${picture}')`,
  `INSERT INTO records (id, uuid, sort, type, made_at) VALUES (1, '${newId()}', 'page', 2, 5), (2, '${newId()}', 'listing', NULL, 5)`,
  `INSERT INTO working (record, revision, stage, title, body, faults, changed_at) VALUES
     (1, 1, 'draft', 'Hall', '{"values":{"${title}":"Hall"}}', 0, 5), (2, 1, 'draft', 'Birds', '{"rule":{"from":"${type}","limit":3}}', 0, 5)`,
  `INSERT INTO live (record, starts, ends, title, body, published_at) SELECT record, 1, 9, title, body, 5 FROM working`,
  `INSERT INTO media (id, uuid, sort, label, file, mime, bytes, width, height, alt, hash, revision, made_at) VALUES
     (3, '${picture}', 'picture', 'Reeds', 'reeds.webp', 'image/webp', 5000, 40, 30, 'Reeds in the wind', 'abc', 1, 86400000)`,
];

test('listings take lists, media are records, and everything derived is told to be out of date', async () => {
  await inDatabase(async (database) => {
    await migrate(database, contentMigrations.slice(0, 2));
    await database.write(async (tx) => {
      for (const statement of filledOfOld()) await tx.run(raw(statement));
      await tx.run(sql`CREATE TABLE sheet_1_live (version INTEGER PRIMARY KEY)`);
    });
    await migrate(database, contentMigrations);
    expect(
      await database.all(
        sql`SELECT json_extract(body, '$.rule.from[0]') AS of FROM live WHERE title = 'Birds'`,
      ),
    ).toEqual([{ of: type }]);
    const [medium] = await database.all<{ body: string; starts: number; width: number }>(
      sql`SELECT l.body, l.starts, f.width FROM media_files f JOIN live l ON l.record = f.record`,
    );
    expect(medium).toMatchObject({ starts: 86_400_000, width: 40 });
    expect(Object.values((JSON.parse(medium?.body ?? '') as { values: JsonObject }).values)).toEqual(
      expect.arrayContaining(['Reeds', 'Reeds in the wind', '1970-01-02', 5, 40, 30, { media: picture }]),
    );
    expect(await database.all(sql`SELECT value FROM settings WHERE key = 'derived'`)).toEqual([
      { value: 'stale' },
    ]);
    expect(await database.all(sql`SELECT DISTINCT model FROM working`)).toEqual([{ model: 1 }]);
    expect(await database.all(sql`SELECT name FROM sqlite_master WHERE name GLOB 'sheet_*'`)).toEqual([]);
  });
});

test('each step is done once, and opening again changes nothing', async () => {
  await inDatabase(async (database) => {
    for (let i = 0; i < 2; i += 1) {
      await migrate(database, contentMigrations);
      await migrate(database, sessionMigrations);
    }
    expect(await database.all(sql`SELECT name FROM migrations ORDER BY name`)).toEqual(
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
    expect(await database.all(sql`SELECT name FROM sqlite_master WHERE name = 'half'`)).toEqual([]);
    expect(await database.all(sql`SELECT name FROM migrations`)).toEqual([{ name: begin.name }]);
  });
});

test('a document that is whole stays as it is', () => {
  const whole = wholeDocument(first);
  expect(wholeDocument(whole)).toBe(whole);
});
