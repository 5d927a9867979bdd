import { FOREVER, type State } from '../../core/content/states';
import type { Reader } from '../database';
import type { IndexTable } from '../index-tables/shape';
import { joined, raw, sql } from '../sql';
import { stateSql } from './state-sql';

const shownStates = ['published', 'scheduled', 'withdrawn'] as const;

/**
 * How many entries of a type stand in each state at a moment (ms). Most are either never seen or seen for good: these are
 * counted by index. Only those that end, or begin later, are held against the clock one by one.
 */
export async function countStates(
  reader: Reader,
  indexTable: IndexTable,
  now: number,
): Promise<Record<State, number>> {
  const table = raw(indexTable.work);
  const standing = sql`FROM ${table} s WHERE s.binned = 0 AND s.stage`;
  // A union in order would walk the whole table in that order.
  const timed = sql`SELECT DISTINCT entry FROM (SELECT entry FROM ${table} WHERE live_until < ${raw(String(FOREVER))}
    UNION ALL SELECT entry FROM ${table} WHERE next_from IS NOT NULL
    UNION ALL SELECT entry FROM ${table} WHERE binned = 0 AND stage = 'draft' AND live_from > ${now})`;
  const states = shownStates.map(
    (state) => sql`total(coalesce(${stateSql(state, now, false)}, 0)) AS ${raw(state)}`,
  );
  const [plain, clocked] = await Promise.all([
    reader.one<Record<'binned' | 'review' | 'settled' | 'draft', number>>(
      sql`SELECT (SELECT count(*) FROM ${table} s WHERE s.binned = 1) AS binned,
       (SELECT count(*) ${standing} = 'review') AS review,
       (SELECT count(*) ${standing} = 'draft') AS settled,
       (SELECT count(*) ${standing} = 'draft' AND s.live_from IS NULL AND s.next_from IS NULL) AS draft`,
    ),
    reader.one<Record<(typeof shownStates)[number] | 'n', number>>(
      sql`SELECT count(*) AS n, ${joined(states, ', ')} FROM (${timed}) t CROSS JOIN ${table} s ON s.entry = t.entry
       WHERE s.binned = 0 AND s.stage = 'draft'`,
    ),
  ]);
  const { binned = 0, review = 0, settled = 0, draft = 0 } = plain ?? {};
  const { n = 0, published = 0, scheduled = 0, withdrawn = 0 } = clocked ?? {};
  return { draft, review, scheduled, withdrawn, binned, published: settled - draft - n + published };
}
