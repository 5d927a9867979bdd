import { read, refuse, type Fault } from '../../faults';
import { numberFacet } from './facet';
import type { Kind, Speaking } from './kind';
import { cellText, numberIn, unitIn } from '../../formats/sample/cell';
import { numberFormatter } from '../../content/formatters';

export interface NumberRules {
  min?: number;
  max?: number;
  /** How many places after the point are kept. */
  decimals?: number;
  unit?: string;
  /** How one is shown: in groups of three where nothing is said, plain (a year: 1812), with all its decimals, as money. */
  show?: (typeof numberLooks)[number];
  /** The currency of money (ISO 4217). */
  currency?: string;
}
export const numberLooks = ['plain', 'fixed', 'money'] as const;
declare module './kind' {
  interface KindRules {
    number: NumberRules;
  }
  interface KindValues {
    number: number;
  }
}

/** How a number is shown by its rules, in the terms of `Intl.NumberFormat`. */
function lookOf({ decimals = 0, show, currency }: NumberRules): Intl.NumberFormatOptions {
  const most = { maximumFractionDigits: decimals };
  if (show === 'plain') return { ...most, useGrouping: false };
  if (show === 'fixed') return { ...most, minimumFractionDigits: decimals };
  if (show === 'money' && currency) return { style: 'currency', currency };
  return most;
}

const withUnit = (
  value: number,
  rules: NumberRules,
  { locale, say = (words) => words }: Speaking = { locale: 'en' },
) => numberFormatter(locale, lookOf(rules)).format(value) + (rules.unit ? `\u00a0${say(rules.unit)}` : '');

/** The currencies that are known here (ISO 4217). */
export const currencies: readonly string[] = Intl.supportedValuesOf('currency');

export const number: Kind<'number'> = {
  name: 'number',
  label: 'Number',
  purpose: 'A measure, a price, a count; with a unit and bounds.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    properties: {
      min: { type: 'number' },
      max: { type: 'number' },
      decimals: { type: 'integer', minimum: 0, maximum: 12 },
      unit: { type: 'string', maxLength: 20 },
      show: { enum: [...numberLooks] },
      currency: { type: 'string', pattern: '^[A-Z]{3}$' },
    },
  },
  valueSchema: ({ min, max }) => ({
    type: 'number',
    ...(min === undefined ? {} : { minimum: min }),
    ...(max === undefined ? {} : { maximum: max }),
  }),
  comparisons: ['equals', 'moreThan', 'lessThan', 'between', 'filled', 'empty'],
  measures: 'number',
  facet: numberFacet((value, { unit, ...rules }, speaking, counts) =>
    withUnit(value, counts && unit !== undefined ? { ...rules, unit } : rules, speaking),
  ),
  mayDiffer: true,
  fromSample: {
    rules: ({ unit, decimals, years }) => ({
      ...(unit ? { unit } : {}),
      ...(decimals ? { decimals } : {}),
      ...(years ? { show: 'plain' } : {}),
    }),
    value(cell, { decimalMark }) {
      if (typeof cell === 'number') return cell;
      const text = cellText(cell);
      return numberIn(unitIn(text).number, decimalMark) ?? text;
    },
  },
  unit: ({ unit }) => unit,
  comparedInWords: (value, rules, speaking) =>
    typeof value === 'number' ? withUnit(value, rules, speaking) : '',
  comparesFirst: ({ min = 0 }) => min,
  never(is, [low], { min, max }, label) {
    if (typeof low !== 'number') return undefined;
    if (is === 'moreThan' && max !== undefined && low >= max) return `${label} is never more than ${max}`;
    return is === 'lessThan' && min !== undefined && low <= min
      ? `${label} is never less than ${min}`
      : undefined;
  },
  sample: ({ min = 12 }) => min,
  freshRules: () => ({ decimals: 0 }),
  checkRules: ({ min, max, show, currency }) => [
    ...(min !== undefined && max !== undefined && min > max
      ? [{ path: '/min', code: 'contradiction', message: 'The least is over the most.' }]
      : []),
    ...(show === 'money' && (currency === undefined || !currencies.includes(currency))
      ? [
          {
            path: '/currency',
            code: 'currency',
            message: 'Money is shown in a currency, by its three letters: EUR.',
          },
        ]
      : []),
  ],
  read(input) {
    if (typeof input !== 'number' || !Number.isFinite(input)) return refuse('kind', 'This takes a number.');
    if (Math.abs(input) > Number.MAX_SAFE_INTEGER)
      return refuse('bound', 'This number is too large to be kept exactly.');
    return read(Object.is(input, -0) ? 0 : input);
  },
  speak: (value) => value,
  check(value, rules) {
    const faults: Fault[] = [];
    if (rules.min !== undefined && value < rules.min)
      faults.push({ path: '', code: 'too-small', message: `At least ${withUnit(rules.min, rules)}.` });
    if (rules.max !== undefined && value > rules.max)
      faults.push({ path: '', code: 'too-large', message: `At most ${withUnit(rules.max, rules)}.` });
    const decimals = rules.decimals ?? 0;
    if (Number(value.toFixed(decimals)) !== value) {
      faults.push({
        path: '',
        code: 'decimals',
        message:
          decimals === 0
            ? 'A whole number, without a fraction.'
            : `At most ${decimals} ${decimals === 1 ? 'decimal' : 'decimals'}.`,
      });
    }
    return faults;
  },
  indexShape: () => ({ column: 'REAL', sort: 'value', many: false }),
  indexCell: (value) => ({ value }),
  inWords: withUnit,
  rulesInWords({ min, max, unit, decimals }) {
    const range =
      min !== undefined && max !== undefined
        ? `${min} to ${max}`
        : min !== undefined
          ? `at least ${min}`
          : max !== undefined
            ? `at most ${max}`
            : '';
    return [
      [range, unit && (range ? unit : `in ${unit}`)].filter(Boolean).join(' '),
      decimals ? `${decimals} ${decimals === 1 ? 'decimal' : 'decimals'}` : '',
    ]
      .filter(Boolean)
      .join(', ');
  },
};
