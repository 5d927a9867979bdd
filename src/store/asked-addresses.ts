import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import type { askedAddresses } from './tables/asked-addresses';
import { type AskedWay } from './tables/asked-addresses';
import type { RowOf } from './tables/table';

export type AskedAddressRow = RowOf<typeof askedAddresses.columns>;

/** How many that led nowhere are kept: those asked for least, and longest ago, make room. */
const MOST_KEPT = 2_000;

/** Adds what was asked for to what was before. */
export async function addAskedAddresses(
  tx: WriteTransaction,
  rows: readonly AskedAddressRow[],
): Promise<void> {
  await tx.run(
    sql`INSERT INTO asked_addresses (way, address, n, last_at)
     SELECT value ->> 'way', value ->> 'address', value ->> 'n', value ->> 'lastAt' FROM json_each(${JSON.stringify(rows)}) WHERE true
     ON CONFLICT (way, address) DO UPDATE SET n = n + excluded.n, last_at = excluded.last_at`,
  );
  await tx.run(
    sql`DELETE FROM asked_addresses WHERE way = 'nowhere' AND address IN
     (SELECT address FROM asked_addresses WHERE way = 'nowhere' ORDER BY n DESC, last_at DESC LIMIT -1 OFFSET ${MOST_KEPT})`,
  );
}

/** What led nowhere most often, and how many there are. */
export async function nowherePage(
  reader: Reader,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ total: number; rows: AskedAddressRow[] }> {
  const [count, rows] = await Promise.all([
    reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM asked_addresses WHERE way = 'nowhere'`),
    reader.all<AskedAddressRow>(
      sql`SELECT way, address, n, last_at AS lastAt FROM asked_addresses WHERE way = 'nowhere'
       ORDER BY n DESC, last_at DESC, address LIMIT ${limit} OFFSET ${offset}`,
    ),
  ]);
  return { total: count?.n ?? 0, rows };
}

/** How often some were asked for, by address. */
export const askedAmong = async (
  reader: Reader,
  way: AskedWay,
  addresses: readonly string[],
): Promise<Map<string, AskedAddressRow>> =>
  new Map(
    (
      await reader.all<AskedAddressRow>(
        sql`SELECT way, address, n, last_at AS lastAt FROM asked_addresses WHERE way = ${way} AND address IN ${anyOf(addresses)}`,
      )
    ).map((row) => [row.address, row]),
  );

/** Forgets that some led nowhere. */
export const forgetNowhere = (tx: WriteTransaction, addresses: readonly string[]): Promise<number> =>
  tx.run(sql`DELETE FROM asked_addresses WHERE way = 'nowhere' AND address IN ${anyOf(addresses)}`);
