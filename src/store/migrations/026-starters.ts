import type { StepTransaction } from './step';

/** What new pages and blocks begin with: kept content that is copied, and of which nothing that is shown depends. */
export const starters = {
  name: '026-starters',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE starters (
      id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, key TEXT NOT NULL UNIQUE COLLATE NOCASE, name TEXT NOT NULL,
      about TEXT NOT NULL, type TEXT NOT NULL, body TEXT NOT NULL, revision INTEGER NOT NULL,
      changed_at INTEGER NOT NULL, changed_by INTEGER REFERENCES people(id))`);
  },
};
