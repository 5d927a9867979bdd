import safeRegex from 'safe-regex2';
import { read, refuse, type Fault } from '../../faults';
import type { Kind } from './kind';
import { lengthFaults, lengthInWords, lengthRulesFaults, textIn, type LengthRules } from './text';
import { cellText } from '../../formats/sample/cell';

export type LineFormat = 'plain' | 'email' | 'url' | 'phone';
export interface LineRules extends LengthRules {
  format?: LineFormat;
  /**
   * A regular expression (ECMAScript, with the `u` flag) that the whole line must fit, and what is said where
   * it does not.
   */
  pattern?: string;
  message?: string;
}
declare module './kind' {
  interface KindRules {
    line: LineRules;
  }
  interface KindValues {
    line: string;
  }
}

const bound = 500;

const formats: Record<LineFormat, { test: (text: string) => boolean; message: string; words: string }> = {
  plain: { test: () => true, message: '', words: '' },
  email: {
    test: (text) => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text),
    message: 'Write an e-mail address, such as warden@quillwater.example.',
    words: 'an e-mail address',
  },
  url: {
    test: (text) => URL.canParse(text) && /^https?:\/\//i.test(text),
    message: 'Write a whole address, beginning with https://.',
    words: 'a web address',
  },
  phone: {
    test: (text) => /^\+?[0-9][0-9 ()./-]{3,}$/.test(text),
    message: 'Write a telephone number: digits, spaces and a leading + only.',
    words: 'a telephone number',
  },
};

/** The pattern at work, or nothing where it is none or could take beyond all measure to try (nested repeats). */
function compiled(pattern: string): RegExp | undefined {
  try {
    return safeRegex(pattern) ? new RegExp(`^(?:${pattern})$`, 'u') : undefined;
  } catch {
    return undefined;
  }
}

export const line: Kind<'line'> = {
  name: 'line',
  label: 'Line',
  purpose: 'A name, a heading, a short remark on one line.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    properties: {
      minLength: { type: 'integer', minimum: 0, maximum: bound },
      maxLength: { type: 'integer', minimum: 1, maximum: bound },
      format: { enum: Object.keys(formats) },
      pattern: { type: 'string', minLength: 1, maxLength: 200 },
      message: { type: 'string', maxLength: 200 },
    },
  },
  valueSchema: ({ maxLength = bound }) => ({ type: 'string', maxLength }),
  comparisons: ['equals', 'contains', 'startsWith', 'filled', 'empty'],
  words: 'line',
  mayTitle: true,
  mayDiffer: true,
  begins: 'person',
  fromSample: {
    rules: ({ maxLength = 120, format }) => ({
      maxLength: Math.min(bound, maxLength),
      ...(format ? { format } : {}),
    }),
    value: (cell) => cellText(cell).replace(/\s+/g, ' '),
  },
  address: (text, { format = 'plain' }) =>
    ({
      email: `mailto:${text}`,
      url: text,
      phone: `tel:${text.replace(/[^+0-9]/g, '')}`,
      plain: undefined,
    })[format],
  sample: (_rules, label) => label,
  freshRules: () => ({ maxLength: 120 }),
  checkRules: (rules) => [
    ...lengthRulesFaults(rules),
    ...(rules.pattern !== undefined && !compiled(rules.pattern)
      ? [
          {
            path: '/pattern',
            code: 'pattern',
            message: 'This is no pattern that can be tried in good time. Write a simpler one.',
          },
        ]
      : []),
  ],
  read(input) {
    const text = textIn(input, bound);
    if (!text.ok) return text;
    if (/[\r\n\u2028\u2029]/.test(text.value)) return refuse('one-line', 'Keep this on one line.');
    return read(text.value.replace(/\s+/g, ' ').trim());
  },
  speak: (value) => value,
  check(value, rules) {
    const faults: Fault[] = lengthFaults(value, rules);
    const format = formats[rules.format ?? 'plain'];
    if (!format.test(value)) faults.push({ path: '', code: 'format', message: format.message });
    const pattern = rules.pattern === undefined ? undefined : compiled(rules.pattern);
    if (pattern && !pattern.test(value))
      faults.push({
        path: '',
        code: 'pattern',
        message: rules.message || 'This is not written as it must be here.',
      });
    return faults;
  },
  indexShape: () => ({ column: 'TEXT', sort: 'text', many: false }),
  indexCell: (value) => ({ value }),
  inWords: (value) => value,
  rulesInWords: (rules) =>
    [
      formats[rules.format ?? 'plain'].words,
      rules.pattern === undefined ? '' : 'a pattern',
      lengthInWords(rules),
    ]
      .filter(Boolean)
      .join(', '),
};
