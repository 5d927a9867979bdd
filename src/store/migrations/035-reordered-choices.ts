import type { StepTransaction } from './step';

/** How often the choices of each field were put into another order, which says where their ranks lie. */
export const reorderedChoices = {
  name: '035-reordered-choices',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('ALTER TABLE model_revisions ADD COLUMN reordered TEXT');
  },
};
