import type { StepTransaction } from './step';

/** People may have a second factor (RFC 6238) and words to get in without it; what is kept of them is never the word itself. */
export const people = {
  name: '009-people',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('ALTER TABLE people ADD COLUMN second_factor TEXT');
  },
};
