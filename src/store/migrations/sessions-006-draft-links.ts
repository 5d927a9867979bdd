import type { StepTransaction } from './step';

/** Links by which somebody without an account sees drafts, until they end. Of the word only the hash is kept. */
export const draftLinks = {
  name: 'sessions-006-draft-links',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE draft_links (
      word TEXT PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, page TEXT NOT NULL, scope TEXT NOT NULL, person INTEGER NOT NULL,
      made_at INTEGER NOT NULL, ends_at INTEGER NOT NULL) WITHOUT ROWID`);
    await tx.run('CREATE INDEX draft_links_page ON draft_links (page)');
  },
};
