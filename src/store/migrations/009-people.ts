import type { WriteTransaction } from '../database';

/** People may have a second factor (RFC 6238) and words to get in without it; what is kept of them is never the word itself. */
export const people = {
  name: '009-people',
  async up(tx: WriteTransaction): Promise<void> {
    await tx.run('ALTER TABLE people ADD COLUMN second_factor TEXT');
  },
};
