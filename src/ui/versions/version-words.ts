import dayjs from 'dayjs';
import type { VersionRow } from '../../contract/versions';

const SAVED = 'saved';
/** How many of the things that changed are named. */
const NAMED = 3;

/** When a version was kept: nearer days by their names. */
export function versionTime(at: string, now = dayjs()): string {
  const moment = dayjs(at);
  if (moment.isSame(now, 'day')) return `Today, ${moment.format('HH:mm')}`;
  if (moment.isSame(now.subtract(1, 'day'), 'day')) return `Yesterday, ${moment.format('HH:mm')}`;
  return moment.format(moment.isSame(now, 'year') ? 'D MMMM, HH:mm' : 'D MMMM YYYY, HH:mm');
}

/** What was done and what changed: a saving is told by what it changed alone. */
export function versionWords({ by, why, changed, showsNow, shown }: VersionRow): string {
  const named = changed.slice(0, NAMED).join(', ');
  const more = changed.length > NAMED ? ` and ${changed.length - NAMED} more` : '';
  const seen = showsNow ? 'visitors see this' : shown.length > 0 ? 'visitors saw this' : '';
  return [by, why === SAVED && named ? '' : why, named + more, seen].filter(Boolean).join(' · ');
}
