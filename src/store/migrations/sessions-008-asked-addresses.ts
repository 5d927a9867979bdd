import type { StepTransaction } from './step';

/** Addresses that visitors asked for where nothing stands, and how often; and how often addresses by hand were followed. */
export const askedAddresses = {
  name: 'sessions-008-asked-addresses',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(
      `CREATE TABLE asked_addresses (way TEXT NOT NULL, address TEXT NOT NULL, n INTEGER NOT NULL, last_at INTEGER NOT NULL,
      PRIMARY KEY (way, address)) WITHOUT ROWID`,
    );
    await tx.run('CREATE INDEX asked_addresses_by_n ON asked_addresses (way, n, last_at)');
  },
};
