import type { StepTransaction } from './step';

/** Versions that people give names to, and who laid what in the bin. */
export const versionsAndBin = {
  name: '016-versions-and-bin',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE version_names (
      target TEXT NOT NULL, number INTEGER NOT NULL, name TEXT NOT NULL, PRIMARY KEY (target, number)) WITHOUT ROWID`);
    await tx.run('ALTER TABLE records ADD COLUMN binned_by INTEGER');
    await tx.run('CREATE INDEX records_in_bin ON records (binned_at, id) WHERE binned_at IS NOT NULL');
    await tx.run(
      `CREATE INDEX categories_gone ON act_changes (act, target) WHERE sort = 'category' AND after IS NULL`,
    );
    await tx.run(`UPDATE records SET binned_by = (SELECT w.changed_by FROM working w WHERE w.record = records.id)
      WHERE binned_at IS NOT NULL`);
  },
};
