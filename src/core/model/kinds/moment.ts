import { dayFrom, isDay, type DayOrRelative } from '../../content/day';
import { read, refuse, type Fault } from '../../faults';
import { boundInWords, boundSchema, dayInWords } from './date';
import { dayFacet } from './facet';
import type { Kind } from './kind';
import { cellText, momentIn } from '../../formats/sample/cell';
import { isJsonObject } from '../../json';

export interface MomentRules {
  /** The first and the last day on which it may fall. */
  min?: DayOrRelative;
  max?: DayOrRelative;
}
declare module './kind' {
  interface KindRules {
    moment: MomentRules;
  }
  /** A day and a time of day as a clock on the wall shows it (ISO 8601 without an offset): `2026-11-24T10:30`. */
  interface KindValues {
    moment: string;
  }
}

const shape = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):([0-5]\d)(:00(\.0+)?)?$/;

/** A day and time in words: "24 November 2026, 10:30". */
export const momentInWords = (moment: string, locale: string): string =>
  `${dayInWords(moment.slice(0, 10), locale)}, ${moment.slice(11)}`;

export const moment: Kind<'moment'> = {
  name: 'moment',
  label: 'Moment',
  purpose: 'A day and a time of day, as the clock shows it where it happens.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    properties: { min: boundSchema, max: boundSchema },
  },
  valueSchema: () => ({ type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$' }),
  comparisons: ['equals', 'before', 'after', 'between', 'filled', 'empty'],
  fromFile: (written, _rules, names) =>
    isJsonObject(written) && typeof written.now === 'string'
      ? `${names.day(written.now)}T${String(written.at ?? '10:00')}`
      : written,
  measures: 'time',
  facet: dayFacet(),
  hasClock: true,
  begins: 'now',
  fromSample: {
    value: (cell, { monthFirst }) => momentIn(cellText(cell), monthFirst)?.moment ?? cellText(cell),
  },
  comparesFirst: () => ({ now: '+0 days' }),
  sample: () => '2026-06-21T10:30',
  freshRules: () => ({}),
  checkRules: ({ min, max }) =>
    typeof min === 'string' && typeof max === 'string' && min > max
      ? [{ path: '/min', code: 'contradiction', message: 'The first day is after the last.' }]
      : [],
  read(input) {
    const found = typeof input === 'string' ? shape.exec(input) : null;
    return found?.[1] && isDay(found[1])
      ? read(`${found[1]}T${found[2]}:${found[3]}`)
      : refuse('kind', 'This takes a day and a time, written 2026-11-24T10:30.');
  },
  speak: (value) => value,
  check(value, { min, max }, { today }) {
    const faults: Fault[] = [];
    const day = value.slice(0, 10);
    if (min !== undefined && day < dayFrom(min, today))
      faults.push({ path: '', code: 'too-early', message: `Not before ${boundInWords(min)}.` });
    if (max !== undefined && day > dayFrom(max, today))
      faults.push({ path: '', code: 'too-late', message: `Not after ${boundInWords(max)}.` });
    return faults;
  },
  indexShape: () => ({ column: 'TEXT', sort: 'value', many: false }),
  indexCell: (value) => ({ value }),
  inWords: (value, _rules, { locale }) => momentInWords(value, locale),
  rulesInWords: ({ min, max }) =>
    [min && `not before ${boundInWords(min)}`, max && `not after ${boundInWords(max)}`]
      .filter(Boolean)
      .join(', '),
};
