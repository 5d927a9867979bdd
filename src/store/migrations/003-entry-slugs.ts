import type { StepTransaction } from './step';
import { deriveAgain } from './derive-again';

/** The last pieces of the addresses of entries. Those that visitors see already get theirs when everything is derived anew. */
export const entrySlugs = {
  name: '003-entry-slugs',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(
      'CREATE TABLE entry_slugs (record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, type INTEGER NOT NULL, slug TEXT NOT NULL)',
    );
    await tx.run('CREATE UNIQUE INDEX entry_by_slug ON entry_slugs (type, slug)');
    await deriveAgain(tx);
  },
};
