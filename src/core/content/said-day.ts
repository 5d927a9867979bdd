import { dayIn } from '../formats/sample/cell';
import { dayFrom, isDay } from './day';

/** Where and when something is said: today (ISO 8601), and the language (BCP 47) in which it is said. */
export interface Saying {
  today: string;
  locale: string;
}

const DAYS = /^(?:in\s+)?([+-]?\d{1,4})\s*(days?|weeks?|months?|years?)$/;
const weekdayOf = (day: string): number => new Date(`${day}T00:00:00Z`).getUTCDay();
const later = (today: string, days: number): string =>
  dayFrom({ now: `${days < 0 ? '-' : '+'}${Math.abs(days)} days` }, today);

/** The days of the week by their names, long and short, in a language. */
function weekdays(locale: string): Map<string, number> {
  const names = new Map<string, number>();
  for (const weekday of ['long', 'short'] as const) {
    const format = new Intl.DateTimeFormat(locale, { weekday, timeZone: 'UTC' });
    // 4 January 2026 is a Sunday.
    for (let day = 0; day < 7; day += 1) names.set(plain(format.format(Date.UTC(2026, 0, 4 + day))), day);
  }
  return names;
}

const plain = (text: string): string => text.trim().toLowerCase().replace(/\.$/, '');

/** Whether a language writes the month before the day. */
export const isMonthFirst = (locale: string): boolean => {
  const parts = new Intl.DateTimeFormat(locale, { dateStyle: 'short' }).formatToParts(0);
  return parts.findIndex(({ type }) => type === 'month') < parts.findIndex(({ type }) => type === 'day');
};

/** Yesterday, today, tomorrow: as English and the language say them. */
function nearDay(words: string, { today, locale }: Saying): string | undefined {
  for (const language of ['en', locale]) {
    const near = new Intl.RelativeTimeFormat(language, { numeric: 'auto' });
    for (const days of [-1, 0, 1]) if (plain(near.format(days, 'day')) === words) return later(today, days);
  }
  return undefined;
}

/** The next day of the week that is named, today counted unless it is the next that is asked for. */
function namedDay(words: string, { today, locale }: Saying): string | undefined {
  const [, next, name = ''] = /^(next\s+|this\s+|on\s+)?(\S+)$/.exec(words) ?? [];
  const wanted = weekdays('en').get(name) ?? weekdays(locale).get(name);
  if (wanted === undefined) return undefined;
  const days = (wanted - weekdayOf(today) + 7) % 7;
  return later(today, days === 0 && next?.startsWith('next') ? 7 : days);
}

/** A day and a month without a year: the next such day, today counted. */
function nextSuchDay(words: string, { today, locale }: Saying): string | undefined {
  const year = Number(today.slice(0, 4));
  for (const each of [year, year + 1, year + 2, year + 3, year + 4]) {
    const numbers = /^(\d{1,2})([./-])(\d{1,2})\2?$/.exec(words);
    const whole = numbers
      ? `${numbers[1]}${numbers[2]}${numbers[3]}${numbers[2]}${each}`
      : `${words} ${each}`;
    const day = dayIn(whole, isMonthFirst(locale))?.day;
    if (day !== undefined && day >= today) return day;
  }
  return undefined;
}

/**
 * The day (ISO 8601) that words stand for, as one types them: `2026-12-24`, `24 Dec`, `24/12/2026`, `tomorrow`, `Friday`,
 * `next Friday` (which is never today), `in 3 weeks`, `+2 days`; undefined where they name none.
 */
export function saidDay(text: string, saying: Saying): string | undefined {
  const words = plain(text.replace(/\s+/g, ' '));
  if (words === '') return undefined;
  const whole = isDay(words) ? words : dayIn(words, isMonthFirst(saying.locale))?.day;
  if (whole !== undefined) return whole;
  const counted = DAYS.exec(words);
  if (counted) {
    const count = Number(counted[1]);
    const unit = (counted[2] ?? '').replace(/s?$/, 's');
    return dayFrom({ now: `${count < 0 ? '-' : '+'}${Math.abs(count)} ${unit}` }, saying.today);
  }
  return nearDay(words, saying) ?? namedDay(words, saying) ?? nextSuchDay(words, saying);
}

const CLOCK =
  /^(?:(.*?)(?:,?\s+|t))??(?:at\s+)?(?:(noon|midnight)|(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm|a\.m|p\.m)?)$/;

/** The time of day (`10:30`) that words end in, and what stands before it; undefined where they end in none. */
export function saidTime(text: string): { time: string; before: string } | undefined {
  const found = CLOCK.exec(plain(text.replace(/\s+/g, ' ')).replace(/h$/, 'h00'));
  if (!found) return undefined;
  const [, before = '', word, hours = '', minutes, half] = found;
  if (word) return { time: word === 'noon' ? '12:00' : '00:00', before };
  // A number alone is no time: it may be a day.
  if (minutes === undefined && half === undefined) return undefined;
  const given = Number(hours);
  if (Number(minutes ?? 0) > 59 || given > (half ? 12 : 23) || (half && given === 0)) return undefined;
  const hour = half ? (given % 12) + (half.startsWith('p') ? 12 : 0) : given;
  return { time: `${String(hour).padStart(2, '0')}:${minutes ?? '00'}`, before };
}

/** The moment (`2026-12-24T10:30`, by the clock of the site) that words stand for: a day, then a time; a time alone is today's. */
export function saidMoment(text: string, saying: Saying): string | undefined {
  const said = saidTime(text);
  if (!said) return undefined;
  const day = said.before.trim() === '' ? saying.today : saidDay(said.before, saying);
  return day === undefined ? undefined : `${day}T${said.time}`;
}
