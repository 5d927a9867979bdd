import { read, refuse, type Fault } from '../../faults';
import type { Kind } from './kind';
import { lengthFaults, lengthInWords, lengthRulesFaults, textIn, type LengthRules } from './text';

export type LineFormat = 'plain' | 'email' | 'url' | 'phone';
export interface LineRules extends LengthRules {
  format?: LineFormat;
}
declare module './kind' {
  interface KindRules { line: LineRules }
  interface KindValues { line: string }
}

const bound = 500;

const formats: Record<LineFormat, { test: (text: string) => boolean; message: string; words: string }> = {
  plain: { test: () => true, message: '', words: '' },
  email: { test: (text) => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text), message: 'Write an e-mail address, such as warden@quillwater.example.', words: 'an e-mail address' },
  url: { test: (text) => URL.canParse(text) && /^https?:\/\//i.test(text), message: 'Write a whole address, beginning with https://.', words: 'a web address' },
  phone: { test: (text) => /^\+?[0-9][0-9 ()./-]{3,}$/.test(text), message: 'Write a telephone number: digits, spaces and a leading + only.', words: 'a telephone number' },
};

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
    },
  },
  valueSchema: ({ maxLength = bound }) => ({ type: 'string', maxLength }),
  comparisons: ['equals', 'contains', 'startsWith', 'filled', 'empty'],
  freshRules: () => ({ maxLength: 120 }),
  checkRules: lengthRulesFaults,
  read(input) {
    const text = textIn(input, bound);
    if (!text.ok) return text;
    if (/[\r\n\u2028\u2029]/.test(text.value)) return refuse('one-line', 'Keep this on one line.');
    return read(text.value.replace(/\s+/g, ' ').trim());
  },
  speak: (value) => value,
  check(value, rules) {
    const faults: Omit<Fault, 'path'>[] = lengthFaults(value, rules);
    const format = formats[rules.format ?? 'plain'];
    if (!format.test(value)) faults.push({ code: 'format', message: format.message });
    return faults;
  },
  sheetShape: () => ({ column: 'TEXT', sort: 'text', many: false }),
  sheetCell: (value) => ({ value }),
  inWords: (value) => value,
  rulesInWords: (rules) => [formats[rules.format ?? 'plain'].words, lengthInWords(rules)].filter(Boolean).join(', '),
};
