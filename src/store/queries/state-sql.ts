import type { State } from '../../core/content/states';
import { raw, sql, type Sql } from '../sql';

/** The state of a row of a working side by the clock, as `stateAt` in core tells it of one thing. */
export function stateSql(state: State, now: number, filterLeads: boolean): Sql {
  // The plus takes the index by standing away from the planner, where another is to be walked.
  const plus = raw(filterLeads ? '' : '+');
  if (state === 'binned') return sql`${plus}s.binned = 1`;
  const standing = sql`${plus}s.binned = 0`;
  if (state === 'review') return sql`${standing} AND ${plus}s.stage = 'review'`;
  const ever = sql`(s.live_from IS NOT NULL OR s.next_from IS NOT NULL)`;
  const draft = sql`${standing} AND ${plus}s.stage = 'draft'`;
  if (state === 'draft') return sql`${draft} AND NOT ${ever}`;
  const seen = sql`(s.live_from <= ${now} AND s.live_until > ${now} OR s.next_from <= ${now} AND s.next_until > ${now})`;
  if (state === 'published') return sql`${draft} AND ${seen}`;
  const shown = sql`coalesce(${seen}, 0)`;
  const waiting = sql`coalesce(s.next_from > ${now} OR s.live_from > ${now}, 0)`;
  return state === 'scheduled'
    ? sql`${draft} AND NOT ${shown} AND ${waiting}`
    : sql`${draft} AND ${ever} AND NOT ${shown} AND NOT ${waiting}`;
}
