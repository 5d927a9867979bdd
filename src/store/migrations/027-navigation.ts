import type { StepTransaction } from './step';

/** Which pages say themselves whether they stand in the navigation: few, found without reading what all of them hold. */
export const navigation = {
  name: '027-navigation',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(
      `CREATE INDEX working_in_navigation ON working (record, json_extract(body, '$.settings.set.inNavigation'))
       WHERE json_extract(body, '$.settings.set.inNavigation') IS NOT NULL`,
    );
  },
};
