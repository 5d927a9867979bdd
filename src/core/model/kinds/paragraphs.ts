import { read } from '../../faults';
import type { Kind } from './kind';
import { lengthFaults, lengthInWords, lengthRulesFaults, textIn, type LengthRules } from './text';

export interface ParagraphsRules extends LengthRules {
  /** How many rows the form shows at first. */
  rows?: number;
}
declare module './kind' {
  interface KindRules {
    paragraphs: ParagraphsRules;
  }
  interface KindValues {
    paragraphs: string;
  }
}

const bound = 50_000;

export const paragraphs: Kind<'paragraphs'> = {
  name: 'paragraphs',
  label: 'Paragraphs',
  purpose: 'A summary or a text without formatting, one or more paragraphs.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    properties: {
      minLength: { type: 'integer', minimum: 0, maximum: bound },
      maxLength: { type: 'integer', minimum: 1, maximum: bound },
      rows: { type: 'integer', minimum: 2, maximum: 40 },
    },
  },
  valueSchema: ({ maxLength = bound }) => ({ type: 'string', maxLength }),
  comparisons: ['filled', 'empty'],
  words: 'text',
  isOpaque: true,
  fromSample: { rules: ({ maxLength }) => ({ rows: 4, ...(maxLength ? { maxLength } : {}) }) },
  sample: (_rules, label) =>
    `${label}. A few words, as long as an editor may write here, so that one sees how they run over more than one line.`,
  freshRules: () => ({ maxLength: 280, rows: 3 }),
  checkRules: lengthRulesFaults,
  read(input) {
    const text = textIn(input, bound);
    return text.ok
      ? read(
          text.value
            .replace(/\r\n?/g, '\n')
            .replace(/[ \t]+\n/g, '\n')
            .replace(/\n{3,}/g, '\n\n')
            .trim(),
        )
      : text;
  },
  speak: (value) => value,
  check: lengthFaults,
  // Long text is not sorted by and is searched elsewhere: the sheet only knows whether there is any.
  indexShape: () => ({ column: 'INTEGER', sort: 'none', many: false }),
  indexCell: () => ({ value: 1 }),
  inWords: (value) => value,
  rulesInWords: lengthInWords,
};
