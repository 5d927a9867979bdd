import { read, refuse } from '../../faults';
import type { Kind } from './kind';

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

const words = { type: 'string', minLength: 1, maxLength: 40 };

export const yesNo: Kind<'yesNo'> = {
  name: 'yesNo',
  label: 'Yes or no',
  purpose: 'One of two answers, with words for both.',
  rulesSchema: { type: 'object', additionalProperties: false, properties: { yes: words, no: words } },
  valueSchema: () => ({ type: 'boolean' }),
  comparisons: ['equals', 'filled', 'empty'],
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
  inWords: (value, rules) => (value ? (rules.yes ?? 'Yes') : (rules.no ?? 'No')),
  rulesInWords: (rules) => (rules.yes || rules.no ? `${rules.yes ?? 'Yes'}, or ${rules.no ?? 'No'}` : ''),
};
