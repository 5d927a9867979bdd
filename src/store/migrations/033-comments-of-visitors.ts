import type { StepTransaction } from './step';

/** Which account of a visitor a comment was written with, where it was. */
export const commentsOfVisitors = {
  name: '033-comments-of-visitors',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('ALTER TABLE comments ADD COLUMN visitor TEXT');
    await tx.run('CREATE INDEX comments_of_visitor ON comments (visitor) WHERE visitor IS NOT NULL');
    await tx.run('CREATE INDEX comments_by_age ON comments (at)');
  },
};
