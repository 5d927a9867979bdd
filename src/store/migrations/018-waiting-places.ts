import type { StepTransaction } from './step';

/** Places that pages take from a moment on, and what tells where pages stood at a moment that is past. */
export const waitingPlaces = {
  name: '018-waiting-places',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE waiting_places (
      record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, starts INTEGER NOT NULL, parent INTEGER,
      position TEXT NOT NULL, slug TEXT NOT NULL, PRIMARY KEY (record, starts)) WITHOUT ROWID`);
    await tx.run('CREATE INDEX waiting_places_starts ON waiting_places (starts) WHERE starts > 0');
    await tx.run(
      `CREATE INDEX act_changes_places ON act_changes (act) WHERE sort = 'page' AND (before IS NULL OR json_type(before, '$.place') IS NOT NULL)`,
    );
  },
};
