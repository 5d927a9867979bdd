import { read, refuse, type Fault } from '../../faults';
import type { Id } from '../../ids';
import type { Json, JsonObject } from '../../json';
import type { Kind } from './kind';
import { cellText, piecesOf } from '../../formats/sample/cell';
import { pressedAlone } from './facet';
import { namedIn } from './several';
import { listFormatter } from '../../content/formatters';

export interface Choice {
  id: Id;
  /** How the choice is spoken of at the door. */
  key: string;
  label: string;
  /** What it is called in other languages, by locale. */
  labels?: Record<string, string>;
  /** It stays where it was chosen, and is not offered any more. */
  retired?: true;
}
/** What took the place of a choice that is gone: another, or nothing. */
export interface ReplacedChoice {
  from: Id;
  to: Id | null;
}
export interface ChoiceRules {
  choices: Choice[];
  /** What those get that name choices which are gone, the last decided last. */
  replaced?: ReplacedChoice[];
  multiple?: boolean;
  min?: number;
  max?: number;
}
declare module './kind' {
  interface KindRules {
    choice: ChoiceRules;
  }
  /** One choice's id, or several in the order of the choices. */
  interface KindValues {
    choice: Id | Id[];
  }
}

const asList = (value: Id | Id[]): Id[] => (Array.isArray(value) ? value : [value]);
const labelOf = (id: Id, { choices }: ChoiceRules, locale: string) => {
  const found = choices.find((choice) => choice.id === id);
  return found?.labels?.[locale] ?? found?.label;
};
/** What a choice became, if it is gone: another, or nothing. One that is there is itself. */
function becameOf(id: Id, { choices, replaced = [] }: ChoiceRules): Id | undefined {
  let at: Id | null = id;
  for (let i = 0; i <= replaced.length && at !== null && !choices.some((each) => each.id === at); i += 1) {
    const found = replaced.find(({ from }) => from === at);
    // What nothing took the place of stays, to be told where it stands.
    if (!found) return at;
    at = found.to;
  }
  return at ?? undefined;
}

const countInWords = (count: number) => `${count} ${count === 1 ? 'choice' : 'choices'}`;
const listed = ({ choices }: ChoiceRules) =>
  choices
    .slice(0, 12)
    .map(({ key }) => key)
    .join(', ') + (choices.length > 12 ? ', ...' : '');

export const choice: Kind<'choice'> = {
  name: 'choice',
  label: 'Choice',
  purpose: 'One, or several, of a fixed set of answers.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['choices'],
    properties: {
      choices: {
        type: 'array',
        maxItems: 500,
        items: {
          type: 'object',
          additionalProperties: false,
          required: ['id', 'key', 'label'],
          properties: {
            id: { $ref: '#/$defs/id' },
            key: { $ref: '#/$defs/key' },
            label: { $ref: '#/$defs/label' },
            labels: {
              type: 'object',
              propertyNames: { $ref: '#/$defs/locale' },
              additionalProperties: { $ref: '#/$defs/label' },
            },
            retired: { const: true },
          },
        },
      },
      replaced: {
        type: 'array',
        maxItems: 500,
        items: {
          type: 'object',
          additionalProperties: false,
          required: ['from', 'to'],
          properties: {
            from: { $ref: '#/$defs/id' },
            to: { anyOf: [{ $ref: '#/$defs/id' }, { type: 'null' }] },
          },
        },
      },
      multiple: { type: 'boolean' },
      min: { type: 'integer', minimum: 0, maximum: 500 },
      max: { type: 'integer', minimum: 1, maximum: 500 },
    },
  },
  valueSchema({ choices, multiple }) {
    const one: JsonObject = { enum: choices.map(({ key }) => key) };
    return multiple ? { type: 'array', uniqueItems: true, items: one } : one;
  },
  comparisons: ['equals', 'oneOf', 'allOf', 'noneOf', 'filled', 'empty'],
  hasFewValues: true,
  maySeveral: true,
  facet: {
    tells: 'each',
    valueOf: (word, { rules: { choices } }) => choices.find(({ key }) => key === word)?.id,
    wordOf: (value, { rules: { choices } }) => choices.find(({ id }) => id === value)?.key,
    offered: (_had, { rules: { choices } }) => choices.map(({ id }) => ({ value: id, depth: 0 })),
    pressed: pressedAlone,
    isChosen: (value, had) => had.includes(value),
    condition: (field, values) => ({ field, is: 'oneOf', value: [...values] }),
  },
  fromSample: {
    rules: ({ choices = [], multiple }, make) => ({
      choices: make.choices(choices),
      ...(multiple ? { multiple: true } : {}),
    }),
    value(cell, proposed, { choices, multiple }, _row, named) {
      const { separator, fills } = proposed;
      if (fills !== undefined) return namedIn(cell, proposed, multiple, named);
      const keyOf = (label: string) =>
        choices.find((each) => each.label === label.slice(0, 80))?.key ?? label;
      return multiple ? piecesOf(cell, separator).map(keyOf) : keyOf(cellText(cell));
    },
  },
  choices: ({ choices }) => choices,
  laidBy: ({ choices, replaced = [] }) => ({
    choices: choices.map(({ id }) => id),
    replaced: replaced.map(({ from, to }) => [from, to]),
  }),
  carried(value, rules) {
    const ids = [...new Set(asList(value).flatMap((id) => becameOf(id, rules) ?? []))];
    if (Array.isArray(value)) return ids.length > 0 || value.length === 0 ? ids : undefined;
    return ids[0];
  },
  comparedInWords: (value, rules, { locale }) =>
    typeof value === 'string' ? (labelOf(value, rules, locale) ?? 'a choice that is gone') : '',
  comparesFirst: ({ choices }) => choices[0]?.key ?? '',
  sharesValues: ({ choices }, others) =>
    choices.some(({ id }) => others.choices.some((other) => other.id === id)),
  never(is, wanted, { choices }, label) {
    if (is !== 'equals' && is !== 'oneOf' && is !== 'allOf') return undefined;
    const gone = wanted.filter((id) => !choices.some((each) => each.id === id));
    return gone.length > 0 && (is !== 'oneOf' || gone.length === wanted.length)
      ? `${label} no longer has the choice it asks for`
      : undefined;
  },
  sample({ choices, multiple }) {
    const ids = choices.map(({ id }) => id);
    return multiple && ids.length > 0 ? ids.slice(0, 2) : ids[0];
  },
  freshRules: () => ({ choices: [] }),
  checkRules({ choices, replaced = [], min, max }) {
    const faults: Fault[] = [];
    replaced.forEach(({ to }, i) => {
      const leads = replaced.slice(i + 1).some(({ from }) => from === to);
      if (to !== null && !leads && !choices.some(({ id }) => id === to))
        faults.push({
          path: `/replaced/${i}`,
          code: 'gone',
          message: 'What takes the place of a choice that is gone is not there. Choose again.',
        });
    });
    if (choices.length === 0)
      faults.push({ path: '/choices', code: 'empty', message: 'There is nothing to choose from yet.' });
    if (min !== undefined && max !== undefined && min > max)
      faults.push({
        path: '/min',
        code: 'contradiction',
        message: 'The least number of choices is over the most.',
      });
    if (min !== undefined && min > choices.length)
      faults.push({
        path: '/min',
        code: 'contradiction',
        message: `It asks for ${min}, but there are only ${choices.length}.`,
      });
    const seen = new Set<string>();
    choices.forEach(({ key, label }, i) => {
      if (seen.has(key.toLowerCase()))
        faults.push({
          path: `/choices/${i}`,
          code: 'same-key',
          message: `"${label}" has the key of another choice.`,
        });
      seen.add(key.toLowerCase());
    });
    return faults;
  },
  read(input, rules) {
    const one = (key: Json) =>
      typeof key === 'string' ? rules.choices.find((each) => each.key === key)?.id : undefined;
    if (!rules.multiple) {
      const id = one(input);
      return id ? read<Id | Id[]>(id) : refuse('not-a-choice', `This takes one of: ${listed(rules)}.`);
    }
    if (!Array.isArray(input)) return refuse('kind', 'This takes a list of choices.');
    const chosen = new Set<Id>();
    for (const key of input) {
      const id = one(key);
      if (!id) return refuse('not-a-choice', `${JSON.stringify(key)} is not among: ${listed(rules)}.`);
      chosen.add(id);
    }
    return read<Id | Id[]>(rules.choices.filter(({ id }) => chosen.has(id)).map(({ id }) => id));
  },
  speak(value, rules) {
    const keys = asList(value).flatMap((id) => rules.choices.find((each) => each.id === id)?.key ?? []);
    return rules.multiple ? keys : (keys[0] ?? null);
  },
  check(value, rules) {
    const faults: Fault[] = [];
    const ids = asList(value);
    if (ids.some((id) => !rules.choices.some((each) => each.id === id)))
      faults.push({
        path: '',
        code: 'gone',
        message: 'It names a choice that the type no longer has. Choose again.',
      });
    if (rules.multiple && rules.min !== undefined && ids.length < rules.min)
      faults.push({ path: '', code: 'too-few', message: `At least ${countInWords(rules.min)}.` });
    if (rules.multiple && rules.max !== undefined && ids.length > rules.max)
      faults.push({ path: '', code: 'too-many', message: `At most ${countInWords(rules.max)}.` });
    return faults;
  },
  indexShape: ({ multiple }) => ({ column: 'INTEGER', sort: 'rank', many: multiple ?? false }),
  indexCell(value, rules) {
    const ids = asList(value);
    // Several stand where the first of them stands in the order of choices.
    const rank = rules.choices.findIndex(({ id }) => ids.includes(id));
    return rules.multiple ? { value: ids.length, ids, rank } : { value: null, ids: ids.slice(0, 1), rank };
  },
  inWords: (value, rules, { locale }) =>
    listFormatter(locale, { type: 'unit', style: 'short' }).format(
      asList(value).flatMap((id) => labelOf(id, rules, locale) ?? []),
    ),
  rulesInWords({ choices, multiple, min, max }) {
    if (!multiple) return `one of ${choices.length}`;
    if (min && max) return `${min} to ${max} of ${choices.length}`;
    if (max) return `up to ${max} of ${choices.length}`;
    return min ? `at least ${min} of ${choices.length}` : `any of ${choices.length}`;
  },
};
