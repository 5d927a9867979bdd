import type { StepTransaction } from './step';

/** What stands below a page is found by the page alone, in whichever site. */
export const pagesBelow = {
  name: '011-pages-below',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('CREATE INDEX page_by_above ON page_places (parent)');
  },
};
