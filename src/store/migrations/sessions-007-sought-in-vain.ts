import type { StepTransaction } from './step';

/** What visitors sought and did not find, by language, and how often. */
export const soughtInVain = {
  name: 'sessions-007-sought-in-vain',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE sought_in_vain (words TEXT NOT NULL, language TEXT NOT NULL, n INTEGER NOT NULL, last_at INTEGER NOT NULL,
      PRIMARY KEY (words, language)) WITHOUT ROWID`);
    await tx.run('CREATE INDEX sought_in_vain_by_n ON sought_in_vain (n, last_at)');
  },
};
