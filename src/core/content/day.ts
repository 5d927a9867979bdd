/** A day in the calendar (ISO 8601, `2026-11-24`), or one told from now (`{ now: '+30 days' }`). */
export type DayOrRelative = string | { now: string };

/** `+30 days`, `-2 weeks`, `+1 months`, `-1 years`. */
export const relativePattern = '^[+-][0-9]{1,4} (days|weeks|months|years)$';
const relative = new RegExp(relativePattern);

/** Whether text names a real day: 2026-02-30 does not. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const at = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(text);
}

export const isRelative = (text: string): boolean => relative.test(text);

/** By time zone: making one costs a hundred times more than asking it. */
const calendars = new Map<string, Intl.DateTimeFormat>();

/** The day on which a moment (ms since 1970) falls in a time zone (IANA name). */
export function dayAt(moment: number, timeZone: string): string {
  const calendar =
    calendars.get(timeZone) ??
    new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  calendars.set(timeZone, calendar);
  return calendar.format(moment);
}

/** The first moment (ms) after `moment` at which another day begins in the time zone. */
export function nextDayStarts(moment: number, timeZone: string): number {
  const today = dayAt(moment, timeZone);
  let low = moment;
  let high = moment + 26 * 3_600_000;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (dayAt(middle, timeZone) === today) low = middle;
    else high = middle;
  }
  return high;
}

/** The moment (ms) at which a day begins in a time zone. */
export const dayStarts = (day: string, timeZone: string): number => {
  const before = Date.parse(`${day}T00:00:00Z`) - 36 * 3_600_000;
  let at = nextDayStarts(before, timeZone);
  while (dayAt(at, timeZone) < day) at = nextDayStarts(at, timeZone);
  return at;
};

/** The day a bound stands for, when today is `today`. A month after 31 January is the last day of February. */
export function dayFrom(bound: DayOrRelative, today: string): string {
  if (typeof bound === 'string') return bound;
  const [count = 0, unit = 'days'] = bound.now
    .split(' ')
    .map((piece, i) => (i === 0 ? Number(piece) : piece)) as [number, string];
  const at = new Date(`${today}T00:00:00Z`);
  if (unit === 'days' || unit === 'weeks')
    at.setUTCDate(at.getUTCDate() + count * (unit === 'weeks' ? 7 : 1));
  else {
    const day = at.getUTCDate();
    at.setUTCDate(1);
    at.setUTCMonth(at.getUTCMonth() + count * (unit === 'years' ? 12 : 1));
    const last = new Date(Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + 1, 0)).getUTCDate();
    at.setUTCDate(Math.min(day, last));
  }
  return at.toISOString().slice(0, 10);
}

/** "today", "30 days from today", "2 weeks ago". */
export function relativeInWords({ now }: { now: string }): string {
  const [count = '+0', units = 'days'] = now.split(' ');
  const size = Math.abs(Number(count));
  if (size === 0) return 'today';
  const unit = size === 1 ? units.slice(0, -1) : units;
  return count.startsWith('-') ? `${size} ${unit} ago` : `${size} ${unit} from today`;
}

/** Whether a name is that of a time zone (IANA), as clocks of this machine know them. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
