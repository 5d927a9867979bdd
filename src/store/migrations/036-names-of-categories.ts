import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/** What sorts by the name of a category, which is made anew beside all else that is derived. */
export const namesOfCategories = {
  name: '036-names-of-categories',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`ALTER TABLE categories ADD COLUMN label_sort TEXT NOT NULL DEFAULT ''`);
    await tx.run('CREATE INDEX category_by_label ON categories (scheme, label_sort)');
    await deriveAgain(tx);
  },
};
