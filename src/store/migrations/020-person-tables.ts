import type { StepTransaction } from './step';

/** How each person wants their tables. */
export const personTables = {
  name: '020-person-tables',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE person_tables (
      person INTEGER NOT NULL REFERENCES people(id) ON DELETE CASCADE, name TEXT NOT NULL, says TEXT NOT NULL, PRIMARY KEY (person, name)) WITHOUT ROWID`);
  },
};
