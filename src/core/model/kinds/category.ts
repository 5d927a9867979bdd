import type { Fault } from '../../faults';
import type { Id } from '../../ids';
import type { Kind } from './kind';
import {
  asList,
  idsSchema,
  parseId,
  parseSeveral,
  severalFaults,
  severalInWords,
  severalRulesFaults,
  severalSchema,
  type SeveralRules,
} from './several';

export interface CategoryRules extends SeveralRules {
  /** The scheme (or tag set) the categories are of, by id. */
  scheme: Id;
  /** Only categories below this one, named by its key. */
  under?: string;
  /** Only categories below what another category field of the same type holds: first the branch, then the leaf. */
  within?: Id;
}
declare module './kind' {
  interface KindRules {
    category: CategoryRules;
  }
  /** One category's id, or several in the order chosen. */
  interface KindValues {
    category: Id | Id[];
  }
}

export const category: Kind<'category'> = {
  name: 'category',
  label: 'Category',
  purpose: 'One, or several, of a scheme of categories or a set of tags.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['scheme'],
    properties: {
      ...severalSchema,
      scheme: { $ref: '#/$defs/idOrNone' },
      under: { $ref: '#/$defs/key' },
      within: { $ref: '#/$defs/id' },
    },
  },
  valueSchema: ({ multiple }) => idsSchema(multiple),
  comparisons: ['equals', 'oneOf', 'allOf', 'noneOf', 'under', 'filled', 'empty'],
  freshRules: () => ({ scheme: '' }),
  checkRules: (rules) => [
    ...severalRulesFaults(rules),
    ...(rules.scheme
      ? []
      : [{ path: '/scheme', code: 'empty', message: 'Choose the scheme it is filled from.' }]),
  ],
  read: (input, rules) =>
    parseSeveral(
      input,
      rules,
      (each) => parseId(each, 'a category'),
      (id) => id,
      'categories',
    ),
  speak: (value, rules) => (rules.multiple ? asList(value) : (asList(value)[0] ?? null)),
  check(value, rules, { known }) {
    const ids = asList(value);
    const faults: Fault[] = severalFaults(ids.length, rules, 'category', 'categories');
    ids.forEach((id, i) => {
      if (!known) return;
      const found = known.categories.get(id);
      const path = rules.multiple ? `/${i}` : '';
      if (!found)
        faults.push({ path, code: 'gone', message: 'It names a category that is gone. Choose again.' });
      else if (found.scheme !== rules.scheme)
        faults.push({ path, code: 'scheme', message: `${found.label} is of another scheme.` });
      else if (rules.under && !found.trail.some((above) => known.categories.get(above)?.key === rules.under))
        faults.push({
          path,
          code: 'branch',
          message: `${found.label} stands outside the branch this field is bound to.`,
        });
    });
    return faults;
  },
  refers: (value, rules) =>
    asList(value).map((target, i) => ({ path: rules.multiple ? `/${i}` : '', sort: 'category', target })),
  indexShape: ({ multiple }) => ({ column: 'INTEGER', sort: 'none', many: multiple ?? false, ids: true }),
  indexCell: (value, { multiple }) => ({ value: multiple ? asList(value).length : null, ids: asList(value) }),
  inWords: (value, _rules, { locale, known }) =>
    new Intl.ListFormat(locale, { type: 'unit', style: 'short' }).format(
      asList(value).flatMap((id) => known?.categories.get(id)?.label ?? []),
    ),
  rulesInWords: (rules) =>
    [severalInWords(rules, 'category', 'categories'), rules.under && `below ${rules.under}`]
      .filter(Boolean)
      .join(', '),
};
