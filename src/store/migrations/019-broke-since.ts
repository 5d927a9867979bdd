import type { StepTransaction } from './step';

/** Since when records have something to fix, and when people last looked at what is to be seen to. */
export const brokeSince = {
  name: '019-broke-since',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('ALTER TABLE working ADD COLUMN broke_at INTEGER');
    await tx.run('UPDATE working SET broke_at = changed_at WHERE faults > 0');
    await tx.run('ALTER TABLE people ADD COLUMN looked_at INTEGER');
    await tx.run('ALTER TABLE people ADD COLUMN looked_before INTEGER');
  },
};
