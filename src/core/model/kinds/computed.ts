import { plainText, wordCount, type FormattedText } from '../../content/formatted';
import { refuse } from '../../faults';
import type { Id } from '../../ids';
import type { Field } from '../document';
import type { Kind, Value } from './kind';
import type { FieldValues, KindFor } from './nested';
import { numberFormatter } from '../../content/formatters';

export const computations = ['readingMinutes', 'wordCount', 'joined', 'countOf', 'firstOf'] as const;
export type Computation = (typeof computations)[number];

export const computationWords: Record<Computation, string> = {
  readingMinutes: 'minutes to read',
  wordCount: 'count of words',
  joined: 'words joined',
  countOf: 'count of another field',
  firstOf: 'first that has a value',
};

export interface ComputedRules {
  how: Computation;
  /** The fields it is worked out from, by id, in order. */
  from: Id[];
  /** Between the pieces of what is joined. */
  joint?: string;
}
declare module './kind' {
  interface KindRules {
    computed: ComputedRules;
  }
  interface KindValues {
    computed: string | number;
  }
}

/**
 * What a reader reads in a minute; the middle of what is measured for adults reading silently (Brysbaert
 * 2019: 238).
 */
const WORDS_A_MINUTE = 238;

const isNumber = (how: Computation) => how !== 'joined' && how !== 'firstOf';

export const computed: Kind<'computed'> = {
  name: 'computed',
  label: 'Computed',
  purpose: 'Worked out from other fields; nobody fills it in.',
  derived: true,
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['how', 'from'],
    properties: {
      how: { enum: [...computations] },
      from: { type: 'array', maxItems: 12, uniqueItems: true, items: { $ref: '#/$defs/id' } },
      joint: { type: 'string', maxLength: 20 },
    },
  },
  valueSchema: ({ how }) => ({ type: isNumber(how) ? 'number' : 'string', readOnly: true }),
  comparisons: ['equals', 'moreThan', 'lessThan', 'between', 'filled', 'empty'],
  mayTitle: true,
  names: { from: 'fields beside' },
  counts: ({ how }) => isNumber(how),
  laidBy: (rules) => ({ ...rules }),
  gone: ({ from }, label, { siblings }) =>
    from.flatMap((id, i) => {
      const source = siblings.find((each) => each.id === id);
      const path = `/from/${i}`;
      if (!source)
        return [{ path, code: 'gone', message: `${label} is worked out from a field that is gone.` }];
      return source.kind === 'computed'
        ? [
            {
              path,
              code: 'circle',
              message: `${label} is worked out from ${source.label}, which is itself worked out.`,
            },
          ]
        : [];
    }),
  sharesValues: () => false,
  freshRules: () => ({ how: 'readingMinutes', from: [] }),
  checkRules: ({ from }) =>
    from.length === 0
      ? [{ path: '/from', code: 'empty', message: 'Choose what it is worked out from.' }]
      : [],
  // Only conditions read one: what it is compared with.
  read: (input, { how }) =>
    isNumber(how)
      ? typeof input === 'number' && Number.isFinite(input)
        ? { ok: true, value: input }
        : refuse('kind', 'This takes a number.')
      : typeof input === 'string'
        ? { ok: true, value: input }
        : refuse('kind', 'This takes words.'),
  speak: (value) => value,
  check: () => [],
  indexShape: ({ how }) =>
    isNumber(how)
      ? { column: 'REAL', sort: 'value', many: false }
      : { column: 'TEXT', sort: 'text', many: false },
  indexCell: (value) => ({ value }),
  inWords: (value, { how }, { locale }) =>
    typeof value === 'number'
      ? how === 'readingMinutes'
        ? `${numberFormatter(locale, {}).format(value)} min`
        : numberFormatter(locale, {}).format(value)
      : value,
  rulesInWords: ({ how, from }) =>
    `${computationWords[how]}, from ${from.length} ${from.length === 1 ? 'field' : 'fields'}`,
};

/** Works out one computed value, or nothing where what it is made from is empty. */
function computeOne(
  rules: ComputedRules,
  fields: readonly Field[],
  values: FieldValues,
  kindFor: KindFor,
  locale: string,
): Value | undefined {
  const sources = rules.from.flatMap((id) => {
    const field = fields.find((each) => each.id === id);
    const value = field && values[field.id];
    const kind = field && kindFor(field);
    return kind && value !== undefined && !kind.derived ? [{ kind, value }] : [];
  });
  const words = () =>
    sources
      .map(({ kind, value }) =>
        kind.words === 'formatted' ? plainText(value as FormattedText) : kind.inWords(value, { locale }),
      )
      .filter(Boolean);
  switch (rules.how) {
    case 'wordCount':
      return sources.length > 0 ? wordCount(words().join(' ')) : undefined;
    case 'readingMinutes':
      return sources.length > 0
        ? Math.max(1, Math.ceil(wordCount(words().join(' ')) / WORDS_A_MINUTE))
        : undefined;
    case 'countOf':
      return sources.reduce((sum, { value }) => sum + (Array.isArray(value) ? value.length : 1), 0);
    case 'joined':
      return words().join(rules.joint ?? ' ') || undefined;
    case 'firstOf':
      return words()[0];
  }
}

/** The values with those of the computed fields worked out anew. */
export function withComputed(
  fields: readonly Field[],
  values: FieldValues,
  kindFor: KindFor,
  locale: string,
): FieldValues {
  const whole: FieldValues = { ...values };
  for (const field of fields) {
    if (field.kind !== 'computed') continue;
    const value = computeOne(field.rules, fields, values, kindFor, locale);
    if (value === undefined) delete whole[field.id];
    else whole[field.id] = value;
  }
  return whole;
}
