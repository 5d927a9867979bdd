import type { StepTransaction } from './step';

/** How often each page was read on each day. */
export const visits = {
  name: 'sessions-002-visits',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(
      'CREATE TABLE visits (page TEXT NOT NULL, day TEXT NOT NULL, n INTEGER NOT NULL, PRIMARY KEY (page, day)) WITHOUT ROWID',
    );
  },
};
