import { read, refuse, type Fault } from '../../faults';
import { dayFrom, isDay, relativeInWords, relativePattern, type DayOrRelative } from '../../content/day';
import { isJsonObject, type JsonObject } from '../../json';
import { dayFacet } from './facet';
import type { Kind } from './kind';
import { cellText, dayIn } from '../../formats/sample/cell';
import { dayFormatter } from '../../content/formatters';

export interface DateRules {
  min?: DayOrRelative;
  max?: DayOrRelative;
}
declare module './kind' {
  interface KindRules {
    date: DateRules;
  }
  interface KindValues {
    date: string;
  }
}

/** A day in words: "24 November 2026". */
export const dayInWords = (day: string, locale: string): string =>
  dayFormatter(locale, { day: 'numeric', month: 'long', year: 'numeric' }).format(
    new Date(`${day}T00:00:00Z`),
  );

export const boundInWords = (bound: DayOrRelative) =>
  typeof bound === 'string' ? dayInWords(bound, 'en-GB') : relativeInWords(bound);

export const boundSchema: JsonObject = {
  anyOf: [
    { type: 'string', format: 'date' },
    {
      type: 'object',
      additionalProperties: false,
      required: ['now'],
      properties: { now: { type: 'string', pattern: relativePattern } },
    },
  ],
};

export const date: Kind<'date'> = {
  name: 'date',
  label: 'Date',
  purpose: 'A day, without a time of day.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    properties: { min: boundSchema, max: boundSchema },
  },
  valueSchema: () => ({ type: 'string', format: 'date' }),
  comparisons: ['equals', 'before', 'after', 'between', 'filled', 'empty'],
  fromFile: (written, _rules, names) =>
    isJsonObject(written) && typeof written.now === 'string' ? names.day(written.now) : written,
  measures: 'time',
  facet: dayFacet(),
  begins: 'now',
  fromSample: {
    value: (cell, { monthFirst }) => dayIn(cellText(cell), monthFirst)?.day ?? cellText(cell).slice(0, 10),
  },
  comparedInWords: (value, _rules, { locale }) =>
    typeof value === 'string' ? dayInWords(value, locale) : '',
  comparesFirst: () => ({ now: '+0 days' }),
  sample: () => '2026-06-21',
  freshRules: () => ({}),
  checkRules: ({ min, max }) =>
    typeof min === 'string' && typeof max === 'string' && min > max
      ? [{ path: '/min', code: 'contradiction', message: 'The first day is after the last.' }]
      : [],
  read: (input) =>
    typeof input === 'string' && isDay(input)
      ? read(input)
      : refuse('kind', 'This takes a day, written 2026-11-24.'),
  speak: (value) => value,
  check(value, { min, max }, { today }) {
    const faults: Fault[] = [];
    if (min !== undefined && value < dayFrom(min, today))
      faults.push({ path: '', code: 'too-early', message: `Not before ${boundInWords(min)}.` });
    if (max !== undefined && value > dayFrom(max, today))
      faults.push({ path: '', code: 'too-late', message: `Not after ${boundInWords(max)}.` });
    return faults;
  },
  indexShape: () => ({ column: 'TEXT', sort: 'value', many: false }),
  indexCell: (value) => ({ value }),
  inWords: (value, _rules, { locale }) => dayInWords(value, locale),
  rulesInWords: ({ min, max }) =>
    [min && `not before ${boundInWords(min)}`, max && `not after ${boundInWords(max)}`]
      .filter(Boolean)
      .join(', '),
};
