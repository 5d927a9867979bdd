import type { StepTransaction } from './step';

/** The picture that stands for a site, where it has one: the id of a medium. */
export const sitePicture = {
  name: '030-site-picture',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('ALTER TABLE sites ADD COLUMN picture TEXT');
  },
};
