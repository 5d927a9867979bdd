import type { StepTransaction } from './step';

/** Tables are wanted with widths beside their columns. */
export const tableWidths = {
  name: '023-table-widths',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`UPDATE person_tables SET says = json_object('columns', json(says), 'widths', json('{}'))`);
  },
};
