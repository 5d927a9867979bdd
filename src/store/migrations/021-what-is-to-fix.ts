import type { StepTransaction } from './step';

/** Finds what has something to fix, without looking through everything. */
export const whatIsToFix = {
  name: '021-what-is-to-fix',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('CREATE INDEX working_faulty ON working (record) WHERE faults > 0');
  },
};
