import { anyOf, sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';

/** Adds counted visits to those of the same page and day, and to all there ever were. */
export async function addVisits(
  tx: WriteTransaction,
  visits: readonly { page: Id; day: string; n: number }[],
): Promise<void> {
  const given = sql`json_each(${JSON.stringify(visits)})`;
  await tx.run(
    sql`INSERT INTO visits (page, day, n) SELECT value ->> 'page', value ->> 'day', value ->> 'n' FROM ${given} WHERE true
     ON CONFLICT (page, day) DO UPDATE SET n = n + excluded.n`,
  );
  await tx.run(
    sql`INSERT INTO visit_totals (page, n) SELECT value ->> 'page', value ->> 'n' FROM ${given} WHERE true ON CONFLICT (page) DO UPDATE SET n = n + excluded.n`,
  );
}

/** How often some pages were read in all; those that never were are left out. */
export const visitsAmong = async (reader: Reader, pages: readonly Id[]): Promise<Map<Id, number>> =>
  new Map(
    (
      await reader.all<{ page: Id; n: number }>(
        sql`SELECT page, n FROM visit_totals WHERE page IN ${anyOf(pages)}`,
      )
    ).map(({ page, n }) => [page, n]),
  );

/** The pages that were read most, those read most first. */
export const mostVisited = async (reader: Reader, most: number): Promise<Id[]> =>
  (
    await reader.all<{ page: Id }>(sql`SELECT page FROM visit_totals ORDER BY n DESC, page LIMIT ${most}`)
  ).map(({ page }) => page);
