import type { State } from '../../core/content/states';
import type { Binds } from './binds';

const among = (now: string) =>
  `(s.live_from <= ${now} AND s.live_until > ${now} OR s.next_from <= ${now} AND s.next_until > ${now})`;

/** The state of a row of a working sheet by the clock, as `stateAt` in core tells it of one thing. */
export function stateSql(state: State, now: number, binds: Binds, filterLeads: boolean): string {
  // The plus takes the index by standing away from the planner, where another is to be walked.
  const plus = filterLeads ? '' : '+';
  if (state === 'binned') return `${plus}s.binned = 1`;
  const standing = `${plus}s.binned = 0`;
  if (state === 'review') return `${standing} AND ${plus}s.stage = 'review'`;
  const ever = '(s.live_from IS NOT NULL OR s.next_from IS NOT NULL)';
  const draft = `${standing} AND ${plus}s.stage = 'draft'`;
  if (state === 'draft') return `${draft} AND NOT ${ever}`;
  const at = binds.add(now);
  const shown = `coalesce(${among(at)}, 0)`;
  const waiting = `coalesce(s.next_from > ${at} OR s.live_from > ${at}, 0)`;
  if (state === 'published') return `${draft} AND ${among(at)}`;
  if (state === 'scheduled') return `${draft} AND NOT ${shown} AND ${waiting}`;
  return `${draft} AND ${ever} AND NOT ${shown} AND NOT ${waiting}`;
}
