import type { StepTransaction } from './step';

/** How often each page was read in all, so that what was read most is found at once. */
export const visitTotals = {
  name: 'sessions-003-visit-totals',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('CREATE TABLE visit_totals (page TEXT PRIMARY KEY, n INTEGER NOT NULL) WITHOUT ROWID');
    await tx.run('CREATE INDEX visit_totals_by_n ON visit_totals (n DESC, page)');
    await tx.run('INSERT INTO visit_totals (page, n) SELECT page, sum(n) FROM visits GROUP BY page');
  },
};
