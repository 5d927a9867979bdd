import { sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { oldAddresses, type OldStepWay } from './tables/old-addresses';
import type { RowOf } from './tables/table';

export type OldAddressRow = RowOf<typeof oldAddresses.columns>;

/** Leaves steps of addresses behind. */
export const leaveAddresses = (tx: WriteTransaction, rows: readonly OldAddressRow[]): Promise<void> =>
  tx.put(oldAddresses, rows);

/** What a step led to, and until when (ms). */
export type OldStep = Pick<OldAddressRow, 'target' | 'at'>;

/** What a step led to from below something, what left it last first. */
export const oldSteps = (reader: Reader, parent: Id, piece: string, way: OldStepWay): Promise<OldStep[]> =>
  reader.all(
    sql`SELECT target, at FROM old_addresses WHERE parent = ${parent} AND piece = ${piece} AND way = ${way} ORDER BY at DESC`,
  );

/** Old addresses, those left last first, and how many there are. */
export async function oldAddressesPage(
  reader: Reader,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ total: number; rows: OldAddressRow[] }> {
  // One step of two tells of an address: of what was merged where it stood, of what was replaced what stands there now.
  const told = sql`WHERE (way = 'heir') = (why = 'replaced')`;
  const [count, rows] = await Promise.all([
    reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM old_addresses ${told}`),
    reader.all<OldAddressRow>(
      sql`SELECT parent, piece, way, target, address, why, at FROM old_addresses ${told} ORDER BY at DESC, address LIMIT ${limit} OFFSET ${offset}`,
    ),
  ]);
  return { total: count?.n ?? 0, rows };
}

/** Whether visitors see a page, or one that stands below it, at a moment. */
export const branchIsSeen = async (reader: Reader, record: number, now: number): Promise<boolean> =>
  (await reader.one(
    sql`WITH RECURSIVE branch(id) AS (SELECT ${record} UNION SELECT p.record FROM page_places p JOIN branch ON p.parent = branch.id)
     SELECT 1 AS seen FROM branch CROSS JOIN live v ON v.record = branch.id AND v.starts <= ${now} AND v.ends > ${now} LIMIT 1`,
  )) !== undefined;
