import type { StepTransaction } from './step';

/** Listings share the indexes by which they are walked; each start makes those that are wanted. */
export const sharedWalks = {
  name: '012-shared-walks',
  async up(tx: StepTransaction): Promise<void> {
    const indexes = await tx.all<{ name: string }>(
      "SELECT name FROM sqlite_master WHERE type = 'index' AND name GLOB 'listing_[0-9]*_[0-9]*'",
    );
    for (const { name } of indexes) await tx.run(`DROP INDEX ${name}`);
  },
};
