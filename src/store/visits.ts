import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';

/** Adds counted visits to those of the same page and day, and to all there ever were. */
export async function addVisits(
  tx: WriteTransaction,
  visits: readonly { page: Id; day: string; n: number }[],
): Promise<void> {
  const given = [JSON.stringify(visits)];
  await tx.run(
    `INSERT INTO visits (page, day, n) SELECT value ->> 'page', value ->> 'day', value ->> 'n' FROM json_each($1) WHERE true
     ON CONFLICT (page, day) DO UPDATE SET n = n + excluded.n`,
    given,
  );
  await tx.run(
    "INSERT INTO visit_totals (page, n) SELECT value ->> 'page', value ->> 'n' FROM json_each($1) WHERE true ON CONFLICT (page) DO UPDATE SET n = n + excluded.n",
    given,
  );
}

/** How often some pages were read in all; those that never were are left out. */
export const visitsAmong = async (reader: Reader, pages: readonly Id[]): Promise<Map<Id, number>> =>
  new Map(
    (
      await reader.all<{ page: Id; n: number }>(
        'SELECT page, n FROM visit_totals WHERE page IN (SELECT value FROM json_each($1))',
        [JSON.stringify(pages)],
      )
    ).map(({ page, n }) => [page, n]),
  );

/** The pages that were read most, those read most first. */
export const mostVisited = async (reader: Reader, most: number): Promise<Id[]> =>
  (
    await reader.all<{ page: Id }>('SELECT page FROM visit_totals ORDER BY n DESC, page LIMIT $1', [most])
  ).map(({ page }) => page);
