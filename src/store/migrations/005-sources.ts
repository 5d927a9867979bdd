import type { StepTransaction } from './step';
import { deriveAgain } from './derive-again';

/** Listings take several types, and pages: every rule has a list of what it takes. */
export const sources = {
  name: '005-sources',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('CREATE INDEX live_by_publisher ON live (published_by)');
    await tx.run('CREATE INDEX working_by_changer ON working (changed_by)');
    for (const table of ['working', 'live', 'revisions']) await takeLists(tx, table);
    await deriveAgain(tx);
  },
};

interface ListingBody {
  rule?: { from?: unknown };
}

/** The bodies of listings with the one type they took as a list. */
async function takeLists(tx: StepTransaction, table: string): Promise<void> {
  const rows = await tx.all<{ row: number; body: string }>(
    `SELECT b.rowid AS row, b.body FROM ${table} b JOIN records r ON r.id = b.record WHERE r.sort = 'listing'`,
  );
  for (const { row, body } of rows) {
    const kept = JSON.parse(body) as ListingBody;
    if (typeof kept.rule?.from !== 'string') continue;
    const next = { ...kept, rule: { ...kept.rule, from: [kept.rule.from] } };
    await tx.run(`UPDATE ${table} SET body = $1 WHERE rowid = $2`, [JSON.stringify(next), row]);
  }
}
