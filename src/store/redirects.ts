import type { Id } from '../core/ids';
import { isPattern, type Redirect } from '../core/site/redirects';
import type { Reader, WriteTransaction } from './database';
import { sql } from './sql';
import { redirects } from './tables/redirects';
import type { RowOf } from './tables/table';

export type RedirectRow = RowOf<typeof redirects.columns>;

/** A row as what it says. */
export const saidBy = ({
  address,
  leadsTo,
  status,
}: Pick<RedirectRow, 'address' | 'leadsTo' | 'status'>): Redirect => ({
  from: address,
  to: leadsTo,
  status,
});

/** What an address says, as a row has it. */
export const rowOf = ({ from, to, status }: Redirect) => ({
  address: from,
  leadsTo: to,
  status,
  isPattern: isPattern(from) ? (1 as const) : (0 as const),
});

const columns = sql`uuid, address, leads_to AS leadsTo, status, is_pattern AS isPattern, revision, changed_at AS changedAt, changed_by AS changedBy`;

export const allRedirects = (reader: Reader): Promise<RedirectRow[]> =>
  reader.all(sql`SELECT ${columns} FROM redirects ORDER BY address`);

/** Those that may answer for an address: its own, and all that stand for several. */
export const redirectsFor = (reader: Reader, address: string): Promise<RedirectRow[]> =>
  reader.all(
    sql`SELECT ${columns} FROM redirects WHERE address = ${address} UNION ALL SELECT ${columns} FROM redirects WHERE is_pattern = 1`,
  );

export const redirect = (reader: Reader, uuid: Id): Promise<RedirectRow | undefined> =>
  reader.find(redirects, { uuid });

/** Some of them, changed last first, with the names of those who did; and how many there are. */
export async function redirectsPage(
  reader: Reader,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ total: number; rows: (RedirectRow & { by: string | null })[] }> {
  const [count, rows] = await Promise.all([
    reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM redirects`),
    reader.all<RedirectRow & { by: string | null }>(
      sql`SELECT ${columns}, (SELECT name FROM people p WHERE p.id = changed_by) AS by FROM redirects
       ORDER BY changed_at DESC, address LIMIT ${limit} OFFSET ${offset}`,
    ),
  ]);
  return { total: count?.n ?? 0, rows };
}

export const putRedirects = (tx: WriteTransaction, rows: readonly RedirectRow[]): Promise<void> =>
  tx.put(redirects, rows);

export const dropRedirect = (tx: WriteTransaction, uuid: Id): Promise<number> =>
  tx.remove(redirects, { uuid });
