import { read, refuse } from '../../faults';
import type { Kind, Speaking } from './kind';
import { cellText, yesNoIn } from '../../formats/sample/cell';
import { pressedAlone } from './facet';

export interface YesNoRules {
  /** Words for both, such as "Step-free" and "Steps". */
  yes?: string;
  no?: string;
}
declare module './kind' {
  interface KindRules {
    yesNo: YesNoRules;
  }
  interface KindValues {
    yesNo: boolean;
  }
}

const answers = [
  ['yes', true],
  ['no', false],
] as const;

const inWords = (
  value: boolean,
  { yes = 'Yes', no = 'No' }: YesNoRules,
  { say = (each) => each }: Pick<Speaking, 'say'> = {},
): string => say(value ? yes : no);

const words = { type: 'string', minLength: 1, maxLength: 40 };

export const yesNo: Kind<'yesNo'> = {
  name: 'yesNo',
  label: 'Yes or no',
  purpose: 'One of two answers, with words for both.',
  rulesSchema: { type: 'object', additionalProperties: false, properties: { yes: words, no: words } },
  valueSchema: () => ({ type: 'boolean' }),
  comparisons: ['equals', 'filled', 'empty'],
  hasFewValues: true,
  answers: ({ yes = 'Yes', no = 'No' }) => [yes, no],
  facet: {
    tells: 'each',
    valueOf: (word) => answers.find(([key]) => key === word)?.[1],
    wordOf: (value) => answers.find(([, each]) => each === value)?.[0],
    offered: () => answers.map(([, value]) => ({ value, depth: 0 })),
    pressed: pressedAlone,
    isChosen: (value, had) => had.includes(value),
    condition: (field, values) => ({ any: values.map((value) => ({ field, is: 'equals', value })) }),
  },
  fromSample: {
    value: (cell) => (typeof cell === 'boolean' ? cell : (yesNoIn(cellText(cell)) ?? cellText(cell))),
  },
  comparedInWords: (value, rules) => (typeof value === 'boolean' ? inWords(value, rules) : ''),
  comparesFirst: () => true,
  sample: () => true,
  freshRules: () => ({}),
  checkRules: ({ yes, no }) =>
    yes !== undefined && yes === no
      ? [{ path: '/no', code: 'contradiction', message: 'Both answers have the same words.' }]
      : [],
  read: (input) =>
    typeof input === 'boolean' ? read(input) : refuse('kind', 'This takes yes or no (true or false).'),
  speak: (value) => value,
  check: () => [],
  indexShape: () => ({ column: 'INTEGER', sort: 'value', many: false }),
  indexCell: (value) => ({ value: value ? 1 : 0 }),
  inWords,
  rulesInWords: (rules) => (rules.yes || rules.no ? `${rules.yes ?? 'Yes'}, or ${rules.no ?? 'No'}` : ''),
};
