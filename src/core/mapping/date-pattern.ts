import { dayFormatter } from '../content/formatters';
/** Pieces of a pattern: quoted words, the letters of one field, or what stands between. */
const piece = /'(?:[^']|'')*'|([A-Za-z])\1*|[^A-Za-z']+/g;

type Options = Intl.DateTimeFormatOptions;
type Take = [options: Options, part: Intl.DateTimeFormatPartTypes];

/** What each field of a pattern takes, by its letters. */
const fields: Record<string, Take> = {
  d: [{ day: 'numeric' }, 'day'],
  dd: [{ day: '2-digit' }, 'day'],
  E: [{ weekday: 'short' }, 'weekday'],
  EEEE: [{ weekday: 'long' }, 'weekday'],
  M: [{ month: 'numeric' }, 'month'],
  MM: [{ month: '2-digit' }, 'month'],
  MMM: [{ month: 'short' }, 'month'],
  MMMM: [{ month: 'long' }, 'month'],
  y: [{ year: 'numeric' }, 'year'],
  yy: [{ year: '2-digit' }, 'year'],
  yyyy: [{ year: 'numeric' }, 'year'],
  H: [{ hour: 'numeric', hourCycle: 'h23' }, 'hour'],
  HH: [{ hour: '2-digit', hourCycle: 'h23' }, 'hour'],
  h: [{ hour: 'numeric', hourCycle: 'h12' }, 'hour'],
  mm: [{ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }, 'minute'],
  a: [{ hour: 'numeric', hourCycle: 'h12' }, 'dayPeriod'],
};

export const patternBound = 60;

/** What in a pattern of dates means nothing; nothing where it can be shown. */
export function patternFault(pattern: string): string | undefined {
  if (pattern.trim() === '' || pattern.length > patternBound)
    return `A pattern has 1 to ${patternBound} characters.`;
  const pieces = pattern.match(piece) ?? [];
  if (pieces.join('') !== pattern) return 'A quotation mark is left open.';
  const unknown = pieces.find((each) => /^[A-Za-z]/.test(each) && !fields[each]);
  if (unknown !== undefined)
    return `“${unknown}” means nothing in a pattern. Known are ${Object.keys(fields).join(', ')}; other words stand between '…'.`;
  return pieces.some((each) => fields[each]) ? undefined : 'A pattern shows at least one piece of the date.';
}

/**
 * A day or a moment (ISO 8601 without an offset) by a Unicode date pattern (UTS #35, the fields above), in the words of
 * a locale: `d MMMM yyyy` is "24 November 2026". A day has no hours: they are 0.
 */
export function dateInPattern(value: string, pattern: string, locale: string): string {
  const at = new Date(value.includes('T') ? `${value}Z` : `${value}T00:00Z`);
  // Beside a day, a month is said as it is in a date: many languages bend it.
  const withDay = /d/.test(pattern.replace(/'(?:[^']|'')*'/g, ''));
  return (pattern.match(piece) ?? [])
    .map((each) => {
      if (each.startsWith("'")) return each === "''" ? "'" : each.slice(1, -1).replaceAll("''", "'");
      const [options, part] = fields[each] ?? [];
      if (!options) return each;
      const asked: Options = withDay && each.startsWith('MMM') ? { ...options, day: 'numeric' } : options;
      return (
        dayFormatter(locale, asked)
          .formatToParts(at)
          .find(({ type }) => type === part)?.value ?? ''
      );
    })
    .join('');
}
