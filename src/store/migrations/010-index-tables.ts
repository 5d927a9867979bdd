import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/** Index tables are called `index_…` now. They are derived, so those of the old name go, and all are made anew. */
export const indexTables = {
  name: '010-index-tables',
  async up(tx: StepTransaction): Promise<void> {
    const tables = await tx.all<{ name: string }>(
      "SELECT name FROM sqlite_master WHERE type = 'table' AND name GLOB 'sheet_[0-9]*'",
    );
    for (const { name } of tables) await tx.run(`DROP TABLE ${name}`);
    await deriveAgain(tx);
  },
};
