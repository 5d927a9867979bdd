import type { StepTransaction } from './step';

/** Links that let somebody choose a password, once. Attempts to sign in are counted in memory from here on. */
export const links = {
  name: 'sessions-004-links',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(
      'CREATE TABLE links (word TEXT PRIMARY KEY, person INTEGER NOT NULL, ends_at INTEGER NOT NULL) WITHOUT ROWID',
    );
  },
};
