import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/** In how many entries each category stands is kept, no longer counted whenever it is asked. */
export const categoryCounts = {
  name: '013-category-counts',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE category_counts (
      field INTEGER NOT NULL, category INTEGER NOT NULL, own INTEGER NOT NULL, whole INTEGER NOT NULL,
      PRIMARY KEY (field, category)) WITHOUT ROWID`);
    await deriveAgain(tx);
  },
};
