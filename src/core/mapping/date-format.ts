import type { Format } from './parts';
import { dayFormatter } from '../content/formatters';

const styles: Record<Exclude<NonNullable<Format['date']>, 'time'>, Intl.DateTimeFormatOptions> = {
  long: { day: 'numeric', month: 'long', year: 'numeric' },
  short: { day: 'numeric', month: 'short' },
  numeric: { day: '2-digit', month: '2-digit', year: 'numeric' },
  month: { month: 'long', year: 'numeric' },
  year: { year: 'numeric' },
  weekday: { weekday: 'long', day: 'numeric', month: 'long' },
  // What the numeral stands for, read out.
  numeral: { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
};

/**
 * A day or a moment (ISO 8601 without an offset) in one of the formats of a face, in a locale (BCP 47). A day
 * has no time to tell.
 */
export function dateInFormat(value: string, format: NonNullable<Format['date']>, locale: string): string {
  const [day = '', time] = value.split('T');
  if (format === 'time') return time ?? '';
  const words = dayFormatter(locale, styles[format]).format(new Date(`${day}T00:00:00Z`));
  // A month or a year has no time of day.
  return time && format !== 'month' && format !== 'year' ? `${words}, ${time}` : words;
}

/** A day as a large numeral, and what stands small beside it, in the words of a locale (BCP 47). */
export interface DayNumeral {
  day: string;
  weekday: string;
  month: string;
}

/** The day of a date or moment (ISO 8601 without an offset) as a numeral. */
export function dayNumeral(value: string, locale: string): DayNumeral {
  const at = new Date(`${value.slice(0, 10)}T00:00:00Z`);
  const said = (options: Intl.DateTimeFormatOptions) => dayFormatter(locale, options).format(at);
  return {
    day: String(at.getUTCDate()),
    weekday: said({ weekday: 'short' }),
    month: said({ month: 'short' }),
  };
}
