import type { StepTransaction } from './step';

/** The id that the shape of shared blocks had in every model when this step was written. */
const SHARED = '00000000-0000-7000-8000-000000000003';

/** Blocks that are kept once and shown in many places are records, each with a key by which a model may name it. */
export const sharedBlocks = {
  name: '025-shared-blocks',
  async up(tx: StepTransaction): Promise<void> {
    // A check of a column can only be changed in the table's own words (sqlite.org/lang_altertable.html, section 7).
    await tx.run('PRAGMA writable_schema = ON');
    await tx.run(
      "UPDATE sqlite_master SET sql = replace(sql, $1, $2) WHERE type = 'table' AND name = 'records'",
      ["'listing', 'medium')", "'listing', 'medium', 'shared')"],
    );
    await tx.run('PRAGMA writable_schema = RESET');
    await tx.run('INSERT OR IGNORE INTO ids (n, uuid) SELECT coalesce(max(n), 0) + 1, $1 FROM ids', [SHARED]);
    await tx.run(`CREATE TABLE shared_keys (
      record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, key TEXT NOT NULL UNIQUE COLLATE NOCASE)`);
  },
};
