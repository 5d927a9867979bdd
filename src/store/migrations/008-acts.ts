import type { StepTransaction } from './step';
import { deriveAgain } from './derive-again';

/**
 * What people do is kept whole: one act, and what each thing it changed was before and after. Every body says under
 * which revision of the model it was written. References on the visitors' side say until when they hold.
 */
export const acts = {
  name: '008-acts',
  async up(tx: StepTransaction): Promise<void> {
    for (const statement of statements) await tx.run(statement);
    await deriveAgain(tx);
  },
};

const newest = '(SELECT coalesce(max(number), 0) FROM model_revisions)';

const statements = [
  `CREATE TABLE acts (
    id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, at INTEGER NOT NULL, person INTEGER REFERENCES people(id),
    what TEXT NOT NULL, why TEXT, undoes INTEGER REFERENCES acts(id))`,
  `CREATE INDEX acts_by_time ON acts (at)`,
  `CREATE INDEX acts_by_undone ON acts (undoes)`,
  `CREATE TABLE act_changes (
    act INTEGER NOT NULL REFERENCES acts(id) ON DELETE CASCADE, sort TEXT NOT NULL, target TEXT NOT NULL, before TEXT, after TEXT,
    PRIMARY KEY (act, sort, target)) WITHOUT ROWID`,
  `CREATE INDEX act_changes_by_target ON act_changes (target, act)`,
  `INSERT INTO acts (id, uuid, at, person, what) SELECT id, 'activity-' || id, at, person, what FROM activity`,
  `INSERT INTO act_changes (act, sort, target) SELECT a.id, r.sort, r.uuid FROM activity a JOIN records r ON r.id = a.record`,
  `DROP TABLE activity`,
  ...['working', 'live', 'revisions'].flatMap((table) => [
    `ALTER TABLE ${table} ADD COLUMN model INTEGER NOT NULL DEFAULT 0`,
    `UPDATE ${table} SET model = ${newest}`,
  ]),
  `DROP TABLE refs`,
  `CREATE TABLE refs (
    source INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, side INTEGER NOT NULL, role TEXT NOT NULL, target TEXT NOT NULL,
    until INTEGER NOT NULL, PRIMARY KEY (source, side, role, target)) WITHOUT ROWID`,
  `CREATE INDEX refs_by_target ON refs (target, side, until)`,
  `CREATE TABLE multi_values (
    side INTEGER NOT NULL, field INTEGER NOT NULL, value INTEGER NOT NULL, row INTEGER NOT NULL,
    PRIMARY KEY (side, field, value, row)) WITHOUT ROWID`,
  `CREATE UNIQUE INDEX multi_values_by_row ON multi_values (row, side, field, value)`,
  `DROP TABLE many`,
];
