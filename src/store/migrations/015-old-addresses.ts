import type { StepTransaction } from './step';

/**
 * Steps of addresses that led somewhere before: below what, by which piece, to what. Each holds whatever else changes
 * above or below it, so that an address of any time can be followed piece by piece.
 */
export const oldAddresses = {
  name: '015-old-addresses',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE old_addresses (
      parent TEXT NOT NULL, piece TEXT NOT NULL, way TEXT NOT NULL, target TEXT NOT NULL, address TEXT NOT NULL,
      why TEXT NOT NULL, at INTEGER NOT NULL, PRIMARY KEY (parent, piece, way, target)) WITHOUT ROWID`);
    await tx.run('CREATE INDEX old_addresses_at ON old_addresses (at)');
  },
};
