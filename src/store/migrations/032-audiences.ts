import type { StepTransaction } from './step';

/** For whom pages (with what stands below them) and entries are, where not for everyone. */
export const audiences = {
  name: '032-audiences',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE audiences (record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, audience TEXT NOT NULL,
      asks INTEGER NOT NULL, PRIMARY KEY (record, audience)) WITHOUT ROWID`);
  },
};
