import type { Fault } from '../../faults';
import type { Id } from '../../ids';
import type { Json } from '../../json';
import type { Kind } from './kind';
import {
  asList,
  idsSchema,
  namedIn,
  ofEach,
  parseId,
  parseSeveral,
  severalFaults,
  severalInWords,
  severalRulesFaults,
  severalSchema,
  type SeveralRules,
} from './several';
import { listFormatter } from '../../content/formatters';

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

const idIn = (value: Json): Id => (typeof value === 'string' ? value : '');

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
  fromFile: (written, { scheme }, names) => ofEach(written, (name) => names.category(scheme, name)),
  fromSample: {
    value: (cell, proposed, { multiple }, _row, named) => namedIn(cell, proposed, multiple, named),
  },
  maySeveral: true,
  names: { scheme: 'scheme', within: 'field beside' },
  facet: {
    tells: 'below',
    valueOf: (word, { rules: { scheme }, categories }) => categories.byKey(scheme, word)?.id,
    wordOf: (value, { categories }) => categories.get(idIn(value))?.key,
    // The way to what is chosen, and what stands right below it.
    offered([at], { rules: { scheme }, categories }) {
      const trail = at === undefined ? [] : categories.trail(idIn(at));
      return [
        ...trail.map(({ id }, depth) => ({ value: id, depth })),
        ...categories
          .below(scheme, trail.at(-1)?.id ?? null)
          .map(({ id }) => ({ value: id, depth: trail.length })),
      ];
    },
    // One branch is chosen at a time.
    pressed(value, had, { categories }) {
      const above = categories.get(idIn(value))?.parent ?? null;
      if (!had.some((each) => categories.isUnder(idIn(each), idIn(value)))) return [value];
      return above === null ? [] : [above];
    },
    isChosen: (value, had, { categories }) => had.some((each) => categories.isUnder(idIn(each), idIn(value))),
    condition: (field, values) => ({ field, is: 'under', value: [...values] }),
  },
  gone: ({ scheme, within }, label, { schemes, siblings }) => [
    ...(scheme && !schemes.has(scheme)
      ? [{ path: '/scheme', code: 'gone', message: `${label} is filled from a scheme that is gone.` }]
      : []),
    ...(within && !siblings.some(({ id, kind }) => id === within && kind === 'category')
      ? [{ path: '/within', code: 'gone', message: `${label} narrows to a field that is gone.` }]
      : []),
  ],
  scheme: ({ scheme }) => scheme,
  narrowsTo: ({ within }) => within,
  comparedInWords: (value, _rules, { known }) =>
    typeof value === 'string' ? (known?.categories.get(value)?.label ?? 'a category') : '',
  sharesValues: ({ scheme }, others) => scheme === others.scheme,
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
    listFormatter(locale, { type: 'unit', style: 'short' }).format(
      asList(value).flatMap((id) => known?.categories.get(id)?.label ?? []),
    ),
  rulesInWords: (rules) =>
    [severalInWords(rules, 'category', 'categories'), rules.under && `below ${rules.under}`]
      .filter(Boolean)
      .join(', '),
};
