import type { StepTransaction } from './step';

/** Addresses that somebody said lead elsewhere, or to nothing any more. */
export const handAddresses = {
  name: '029-hand-addresses',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE hand_addresses (uuid TEXT PRIMARY KEY, address TEXT NOT NULL UNIQUE, leads_to TEXT, status INTEGER NOT NULL,
      is_pattern INTEGER NOT NULL, revision INTEGER NOT NULL, changed_at INTEGER NOT NULL, changed_by INTEGER) WITHOUT ROWID`);
    await tx.run('CREATE INDEX hand_addresses_patterns ON hand_addresses (is_pattern) WHERE is_pattern = 1');
    await tx.run('CREATE INDEX hand_addresses_changed ON hand_addresses (changed_at)');
  },
};
