import type { Id } from '../core/ids';
import type { Asker, Tx } from './database';

/** Adds counted visits to those of the same page and day. */
export const addVisits = (tx: Tx, visits: readonly { page: Id; day: string; n: number }[]): Promise<unknown> =>
  tx.run(
    `INSERT INTO visits (page, day, n) SELECT value ->> 'page', value ->> 'day', value ->> 'n' FROM json_each($1) WHERE true
     ON CONFLICT (page, day) DO UPDATE SET n = n + excluded.n`, [JSON.stringify(visits)],
  );

/** How often a page was read in all. */
export const visitsOf = async (asker: Asker, page: Id): Promise<number> => (await asker.one<{ n: number }>('SELECT total(n) AS n FROM visits WHERE page = $1', [page]))?.n ?? 0;
