import { isDay } from '../../content/day';
import type { Json } from '../../json';
import type { Condition } from '../../mapping/rule/listing-rule';
import type { Facet, FacetGrouping, Speaking } from './kind';
import { dayFormatter } from '../../content/formatters';

/** What is chosen after a value was pressed that stands for itself alone. */
export const pressedAlone = (value: Json, had: readonly Json[]): Json[] =>
  had.includes(value) ? had.filter((each) => each !== value) : [...had, value];

/** What stands between the two ends of a span, of which either may be open: `10..20`, `..10`, `50..`. */
const TO = '..';

/** The spans that begin at some steps, least first: up to the first, from each to the next, from the last on. */
export const spansOf = (steps: readonly (number | string)[]): string[] =>
  steps.length === 0
    ? []
    : [`${TO}${steps[0]}`, ...steps.map((step, i) => `${step}${TO}${steps[i + 1] ?? ''}`)];

/** The last day of which a month or year (`2026-11`, `2026`) is the first: the first day of the next one. */
function nextBegins(period: string): string {
  const [year = 0, month] = period.split('-').map(Number);
  const at = new Date(0);
  at.setUTCFullYear(month === undefined ? year + 1 : year, month ?? 0, 1);
  return at.toISOString().slice(0, 10);
}

/** From what (with it) to what (without it) a span, a month or a year goes; either end may be open. */
function endsOf(span: string): [from: string | undefined, to: string | undefined] {
  if (!span.includes(TO)) return [`${span}${'-01'.repeat(span.length === 4 ? 2 : 1)}`, nextBegins(span)];
  const [from, to] = span.split(TO);
  return [from || undefined, to || undefined];
}

/** Whether a word names a month or a year that days fall into: `2026-11`, `2026`. */
const isPeriod = (word: string, { by }: FacetGrouping): boolean =>
  by === 'month' ? isDay(`${word}-01`) : by === 'year' && isDay(`${word}-01-01`);

const spanIsOffered = (word: string, grouping: FacetGrouping): boolean =>
  grouping.steps ? spansOf(grouping.steps).includes(word) : isPeriod(word, grouping);

/** A way to filter by the spans, months or years into which values fall. `less` compares two of them. */
function spanFacet<Rules>(
  tells: 'days' | 'numbers',
  less: 'before' | 'lessThan',
  inWords: NonNullable<Facet<Rules>['inWords']>,
): Facet<Rules> {
  const end = (text: string) => (tells === 'numbers' ? Number(text) : text);
  return {
    tells,
    valueOf: (word, { grouping }) => (spanIsOffered(word, grouping) ? word : undefined),
    wordOf: (value, { grouping }) => (spanIsOffered(String(value), grouping) ? String(value) : undefined),
    offered: (had, { grouping: { steps } }, found) =>
      (steps ? spansOf(steps) : [...new Set([...found, ...had].map(String))].sort().reverse()).map(
        (value) => ({ value, depth: 0 }),
      ),
    pressed: pressedAlone,
    isChosen: (value, had) => had.includes(value),
    condition: (field, values) => ({
      any: values.map((value): Condition => {
        const [from, to] = endsOf(String(value));
        return {
          all: [
            { field, is: 'filled' },
            ...(from === undefined
              ? []
              : [{ not: { field, is: less, value: end(from) } } satisfies Condition]),
            ...(to === undefined ? [] : [{ field, is: less, value: end(to) } satisfies Condition]),
          ],
        };
      }),
    }),
    inWords,
  };
}

/**
 * Filters by spans of numbers, as `number` says one, with what it counts or without: "10–20 cm", "< 10 cm", "≥ 50 cm".
 */
export const numberFacet = <Rules>(
  number: (value: number, rules: Rules, speaking: Speaking, withUnit: boolean) => string,
): Facet<Rules> =>
  spanFacet('numbers', 'lessThan', (value, rules, speaking) => {
    const [from, to] = endsOf(String(value));
    const say = (text: string, withUnit = true) => number(Number(text), rules, speaking, withUnit);
    if (from === undefined) return `< ${say(to ?? '')}`;
    return to === undefined ? `≥ ${say(from)}` : `${say(from, false)}–${say(to)}`;
  });

/** Filters by months, years or spans of days: "November 2026", "2026", "1 Nov – 31 Dec 2026". */
export const dayFacet = <Rules>(): Facet<Rules> =>
  spanFacet('days', 'before', (value, _rules, { locale }) => {
    const span = String(value);
    const at = (day: string) => new Date(`${day}T00:00:00Z`);
    const format = (options: Intl.DateTimeFormatOptions) => dayFormatter(locale, options);
    const [from, to] = endsOf(span);
    if (!span.includes(TO) && from !== undefined)
      return format({ year: 'numeric', ...(span.length > 4 ? { month: 'long' } : {}) }).format(at(from));
    const days = format({ day: 'numeric', month: 'short', year: 'numeric' });
    if (from === undefined) return `< ${days.format(at(to ?? ''))}`;
    if (to === undefined) return `≥ ${days.format(at(from))}`;
    return days.formatRange(at(from), new Date(at(to).getTime() - 86_400_000));
  });
