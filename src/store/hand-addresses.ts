import type { Id } from '../core/ids';
import { isPattern, type HandAddress } from '../core/site/hand-address';
import type { Reader, WriteTransaction } from './database';
import { sql } from './sql';
import { handAddresses } from './tables/hand-addresses';
import type { RowOf } from './tables/table';

export type HandAddressRow = RowOf<typeof handAddresses.columns>;

/** A row as what it says. */
export const saidBy = ({
  address,
  leadsTo,
  status,
}: Pick<HandAddressRow, 'address' | 'leadsTo' | 'status'>): HandAddress => ({
  from: address,
  to: leadsTo,
  status,
});

/** What an address says, as a row has it. */
export const rowOf = ({ from, to, status }: HandAddress) => ({
  address: from,
  leadsTo: to,
  status,
  isPattern: isPattern(from) ? (1 as const) : (0 as const),
});

const columns = sql`uuid, address, leads_to AS leadsTo, status, is_pattern AS isPattern, revision, changed_at AS changedAt, changed_by AS changedBy`;

export const allHandAddresses = (reader: Reader): Promise<HandAddressRow[]> =>
  reader.all(sql`SELECT ${columns} FROM hand_addresses ORDER BY address`);

/** Those that may answer for an address: its own, and all that stand for several. */
export const handAddressesFor = (reader: Reader, address: string): Promise<HandAddressRow[]> =>
  reader.all(
    sql`SELECT ${columns} FROM hand_addresses WHERE address = ${address} UNION ALL SELECT ${columns} FROM hand_addresses WHERE is_pattern = 1`,
  );

export const handAddress = (reader: Reader, uuid: Id): Promise<HandAddressRow | undefined> =>
  reader.find(handAddresses, { uuid });

/** Some of them, changed last first, with the names of those who did; and how many there are. */
export async function handAddressesPage(
  reader: Reader,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ total: number; rows: (HandAddressRow & { by: string | null })[] }> {
  const [count, rows] = await Promise.all([
    reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM hand_addresses`),
    reader.all<HandAddressRow & { by: string | null }>(
      sql`SELECT ${columns}, (SELECT name FROM people p WHERE p.id = changed_by) AS by FROM hand_addresses
       ORDER BY changed_at DESC, address LIMIT ${limit} OFFSET ${offset}`,
    ),
  ]);
  return { total: count?.n ?? 0, rows };
}

export const putHandAddresses = (tx: WriteTransaction, rows: readonly HandAddressRow[]): Promise<void> =>
  tx.put(handAddresses, rows);

export const dropHandAddress = (tx: WriteTransaction, uuid: Id): Promise<number> =>
  tx.remove(handAddresses, { uuid });
