import { whyNotThere } from '../../content/known';
import type { Fault } from '../../faults';
import { isId, type Id } from '../../ids';
import { pressedAlone } from './facet';
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

export interface EntryRules extends SeveralRules {
  /** The content types it may lead to, by id; none means any. */
  types: Id[];
}
declare module './kind' {
  interface KindRules {
    entry: EntryRules;
  }
  /** One entry's id, or several in order. */
  interface KindValues {
    entry: Id | Id[];
  }
}

export const entry: Kind<'entry'> = {
  name: 'entry',
  label: 'Entry link',
  purpose: 'Another entry: the guide of a walk, the place of an event.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['types'],
    properties: {
      ...severalSchema,
      types: { type: 'array', maxItems: 50, uniqueItems: true, items: { $ref: '#/$defs/id' } },
    },
  },
  valueSchema: ({ multiple }) => idsSchema(multiple),
  comparisons: ['equals', 'oneOf', 'allOf', 'noneOf', 'filled', 'empty'],
  fromFile: (written, _rules, names) => ofEach(written, (name) => names.entry(name)),
  maySeveral: true,
  names: { types: 'types' },
  gone: ({ types }, label, { contentTypes }) =>
    types.flatMap((id, i) =>
      contentTypes.has(id)
        ? []
        : [{ path: `/types/${i}`, code: 'gone', message: `${label} leads to a content type that is gone.` }],
    ),
  fromSample: {
    rules({ refersTo, multiple }, { typeOf }) {
      const type = refersTo === undefined ? undefined : typeOf(refersTo);
      return { types: type === undefined ? [] : [type], ...(multiple ? { multiple: true } : {}) };
    },
    value: (cell, proposed, { multiple }, _row, named) => namedIn(cell, proposed, multiple, named),
  },
  facet: {
    tells: 'links',
    valueOf: (word) => (isId(word) ? word : undefined),
    wordOf: String,
    offered: (had, _asked, found) => [...new Set([...found, ...had])].map((value) => ({ value, depth: 0 })),
    pressed: pressedAlone,
    isChosen: (value, had) => had.includes(value),
    condition: (field, values) => ({ field, is: 'oneOf', value: [...values] }),
  },
  leadsTo: ({ types }) => types,
  // Entries of one type are never those of another, so only what may lead to the same can be compared.
  sharesValues: ({ types }, others) =>
    types.length === 0 || others.types.length === 0 || types.some((id) => others.types.includes(id)),
  comparedInWords: (value, _rules, { known }) =>
    typeof value === 'string' ? (known?.entries.get(value)?.title ?? 'an entry') : '',
  freshRules: () => ({ types: [] }),
  checkRules: severalRulesFaults,
  read: (input, rules) =>
    parseSeveral(
      input,
      rules,
      (each) => parseId(each, 'an entry'),
      (id) => id,
      'entries',
    ),
  speak: (value, rules) => (rules.multiple ? asList(value) : (asList(value)[0] ?? null)),
  check(value, rules, { known }) {
    const ids = asList(value);
    const faults: Fault[] = severalFaults(ids.length, rules, 'entry', 'entries');
    ids.forEach((id, i) => {
      if (!known) return;
      const found = known.entries.get(id);
      const path = rules.multiple ? `/${i}` : '';
      if (!found)
        faults.push({
          path,
          code: 'gone',
          message: whyNotThere(known, id, 'It leads to an entry that is gone. Choose again.'),
        });
      else if (rules.types.length > 0 && !rules.types.includes(found.type))
        faults.push({
          path,
          code: 'type',
          message: `“${found.title}” is of a type that may not stand here.`,
        });
    });
    return faults;
  },
  refers: (value, rules) =>
    asList(value).map((target, i) => ({ path: rules.multiple ? `/${i}` : '', sort: 'entry', target })),
  indexShape: ({ multiple }) => ({ column: 'INTEGER', sort: 'none', many: multiple ?? false, ids: true }),
  indexCell: (value, { multiple }) => ({ value: multiple ? asList(value).length : null, ids: asList(value) }),
  inWords: (value, _rules, { locale, known }) =>
    listFormatter(locale, { type: 'unit', style: 'short' }).format(
      asList(value).flatMap((id) => known?.entries.get(id)?.title ?? []),
    ),
  rulesInWords: (rules) => severalInWords(rules, 'entry', 'entries'),
};
