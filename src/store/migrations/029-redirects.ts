import type { StepTransaction } from './step';

/** Addresses that somebody said lead elsewhere, or to nothing any more. */
export const redirects = {
  name: '029-redirects',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE redirects (uuid TEXT PRIMARY KEY, address TEXT NOT NULL UNIQUE, leads_to TEXT, status INTEGER NOT NULL,
      is_pattern INTEGER NOT NULL, revision INTEGER NOT NULL, changed_at INTEGER NOT NULL, changed_by INTEGER) WITHOUT ROWID`);
    await tx.run('CREATE INDEX redirects_patterns ON redirects (is_pattern) WHERE is_pattern = 1');
    await tx.run('CREATE INDEX redirects_changed ON redirects (changed_at)');
  },
};
