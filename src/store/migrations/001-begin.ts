import type { StepTransaction } from './step';

/**
 * The first tables. Integer keys inside, UUIDs outside. What people make (entries, pages, listings) are records, each
 * with one working version, live versions over time, and kept revisions; what is found by sits in generated sheets.
 */
export const begin = {
  name: '001-begin',
  async up(tx: StepTransaction): Promise<void> {
    for (const statement of statements) await tx.run(statement);
  },
};

const statements = [
  `CREATE TABLE settings (key TEXT PRIMARY KEY, value TEXT NOT NULL)`,
  `CREATE TABLE people (
    id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, email TEXT NOT NULL UNIQUE COLLATE NOCASE, name TEXT NOT NULL,
    role TEXT NOT NULL CHECK (role IN ('architect', 'editor', 'reviewer')), password TEXT NOT NULL, made_at INTEGER NOT NULL, left_at INTEGER)`,
  `CREATE TABLE sites (
    id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, key TEXT NOT NULL UNIQUE, label TEXT NOT NULL, base TEXT NOT NULL UNIQUE,
    locale TEXT NOT NULL, time_zone TEXT NOT NULL, made_at INTEGER NOT NULL)`,
  `CREATE TABLE ids (n INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE)`,
  `CREATE TABLE model_revisions (number INTEGER PRIMARY KEY, body TEXT NOT NULL, at INTEGER NOT NULL, person INTEGER REFERENCES people(id))`,
  `CREATE TABLE model_working (
    one INTEGER PRIMARY KEY CHECK (one = 1), base INTEGER NOT NULL REFERENCES model_revisions(number), number INTEGER NOT NULL,
    body TEXT NOT NULL, changed_at INTEGER NOT NULL, person INTEGER NOT NULL REFERENCES people(id))`,
  `CREATE TABLE records (
    id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, sort TEXT NOT NULL CHECK (sort IN ('entry', 'page', 'listing')),
    type INTEGER REFERENCES ids(n), made_at INTEGER NOT NULL, made_by INTEGER REFERENCES people(id), binned_at INTEGER)`,
  `CREATE INDEX records_by_type ON records (sort, type, binned_at)`,
  `CREATE TABLE working (
    record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, revision INTEGER NOT NULL,
    stage TEXT NOT NULL CHECK (stage IN ('draft', 'review')), title TEXT NOT NULL, body TEXT NOT NULL, faults INTEGER NOT NULL,
    changed_at INTEGER NOT NULL, changed_by INTEGER REFERENCES people(id))`,
  `CREATE INDEX working_by_stage ON working (stage)`,
  `CREATE TABLE live (
    id INTEGER PRIMARY KEY, record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, starts INTEGER NOT NULL, ends INTEGER NOT NULL,
    title TEXT NOT NULL, body TEXT NOT NULL, published_at INTEGER NOT NULL, published_by INTEGER REFERENCES people(id), CHECK (starts < ends))`,
  `CREATE INDEX live_by_record ON live (record, starts, ends)`,
  `CREATE INDEX live_by_start ON live (starts)`,
  `CREATE INDEX live_by_end ON live (ends)`,
  `CREATE TABLE revisions (
    record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, number INTEGER NOT NULL, title TEXT NOT NULL, body TEXT NOT NULL,
    at INTEGER NOT NULL, person INTEGER REFERENCES people(id), why TEXT NOT NULL, PRIMARY KEY (record, number))`,
  `CREATE TABLE page_places (
    record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, site INTEGER NOT NULL REFERENCES sites(id),
    parent INTEGER REFERENCES records(id), position TEXT NOT NULL, slug TEXT NOT NULL, address TEXT NOT NULL)`,
  // A page in the bin gives up its address, so only the pages that stand count: its address is then its own id.
  `CREATE UNIQUE INDEX page_by_address ON page_places (site, address)`,
  `CREATE INDEX page_by_parent ON page_places (site, parent, position)`,
  `CREATE TABLE listing_keys (record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, key TEXT NOT NULL UNIQUE COLLATE NOCASE)`,
  `CREATE TABLE refs (
    source INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, side INTEGER NOT NULL, role TEXT NOT NULL, target TEXT NOT NULL,
    PRIMARY KEY (source, side, role, target)) WITHOUT ROWID`,
  `CREATE INDEX refs_by_target ON refs (target, side)`,
  `CREATE TABLE many (side INTEGER NOT NULL, field INTEGER NOT NULL, value INTEGER NOT NULL, row INTEGER NOT NULL, PRIMARY KEY (side, field, value, row)) WITHOUT ROWID`,
  `CREATE UNIQUE INDEX many_by_row ON many (row, side, field, value)`,
  `CREATE VIRTUAL TABLE record_search USING fts5 (title, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3')`,
  `CREATE TABLE activity (id INTEGER PRIMARY KEY, at INTEGER NOT NULL, person INTEGER REFERENCES people(id), what TEXT NOT NULL, record INTEGER REFERENCES records(id) ON DELETE SET NULL)`,
  `CREATE INDEX activity_by_time ON activity (at)`,
];
