import { keyedRows } from '../../formats/sample/keyed-rows';
import { isBlank } from '../../formats/sample/cell';
import { read, refuse, refuseAll, under, type Fault } from '../../faults';
import { isId, newId, type Id } from '../../ids';
import { isJsonObject } from '../../json';
import type { FieldEntry } from '../document';
import type { Kind } from './kind';
import { plainFields, type FieldValues, type Nesting } from './nested';
import { ofEach } from './several';

export interface ListRules {
  fields: FieldEntry[];
  min?: number;
  max?: number;
  /** The field that names an item. */
  names?: Id;
}
/** One item of a list: its permanent id and what it holds. */
export type ListItem = { id: Id; values: FieldValues };
declare module './kind' {
  interface KindRules {
    list: ListRules;
  }
  interface KindValues {
    list: ListItem[];
  }
}

export const listBound = 500;

/**
 * The same group of fields again and again, in order. Items are spoken as their fields by key, with the id
 * beside them as `_id`.
 */
export const listKind = (nesting: Nesting): Kind<'list'> => ({
  name: 'list',
  label: 'List',
  purpose: 'The same few fields again and again, in order: facts, steps, opening hours.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['fields'],
    properties: {
      fields: { $ref: '#/$defs/fields' },
      min: { type: 'integer', minimum: 0, maximum: listBound },
      max: { type: 'integer', minimum: 1, maximum: listBound },
      names: { $ref: '#/$defs/id' },
    },
  },
  valueSchema: ({ fields, max = listBound }) => ({
    type: 'array',
    maxItems: max,
    items: nesting.fieldsSchema(plainFields(fields), { _id: { type: 'string', format: 'uuid' } }),
  }),
  comparisons: ['filled', 'empty'],
  fromFile: (written, { fields }, names) =>
    ofEach(written, (item) => (isJsonObject(item) ? names.inside(fields, item) : item)),
  isOpaque: true,
  holds: 'items',
  names: { names: 'field inside', fields: 'fields' },
  fromSample: {
    rules: ({ inside = [] }, make) => ({ fields: make.fields(inside) }),
    value: (cell, { inside = [], keyed }, { fields }, row) =>
      (Array.isArray(cell) ? cell : keyed && isJsonObject(cell) ? keyedRows(cell) : [cell])
        .filter((item) => !isBlank(item))
        .map((item) => row(isJsonObject(item) ? item : { '': item }, inside, fields)),
  },
  mapInside: (value, change) =>
    Array.isArray(value) ? value.map((item) => ({ ...item, values: change(item.values) })) : value,
  withInside: (rules, fields) => ({ ...rules, fields: [...fields] }),
  namesItem: ({ names }) => names,
  sample: ({ fields }, _label, inside) => [1, 2].map(() => ({ id: newId(), values: inside(fields) })),
  freshRules: () => ({ fields: [] }),
  checkRules({ fields, min, max, names }) {
    const faults: Fault[] = [];
    if (fields.length === 0)
      faults.push({ path: '/fields', code: 'empty', message: 'Its items hold no fields yet.' });
    if (min !== undefined && max !== undefined && min > max)
      faults.push({
        path: '/min',
        code: 'contradiction',
        message: 'The least number of items is over the most.',
      });
    if (names !== undefined && !plainFields(fields).some(({ id }) => id === names))
      faults.push({ path: '/names', code: 'gone', message: 'The field that names an item is gone.' });
    return faults;
  },
  read(input, { fields }) {
    if (!Array.isArray(input)) return refuse('kind', 'This takes a list of items.');
    if (input.length > listBound) return refuse('bound', `At most ${listBound} items can be kept here.`);
    const seen = new Set<Id>();
    const faults: Fault[] = [];
    const items = input.flatMap((each, i): ListItem[] => {
      if (!isJsonObject(each)) {
        faults.push({ path: `/${i}`, code: 'kind', message: 'An item holds its fields, by their keys.' });
        return [];
      }
      const { _id: given, ...rest } = each;
      const id = typeof given === 'string' && isId(given) && !seen.has(given) ? given : newId();
      seen.add(id);
      const { values, faults: wrong } = nesting.parseFields(plainFields(fields), rest, {});
      faults.push(...under(`/${i}`, wrong));
      return [{ id, values }];
    });
    return faults.length > 0 ? refuseAll(faults) : read(items);
  },
  speak: (value, { fields }) =>
    value.map(({ id, values }) => ({ _id: id, ...nesting.serializeFields(plainFields(fields), values) })),
  check(value, { fields, min, max }, here) {
    const faults: Fault[] = [];
    const items = (n: number) => `${n} ${n === 1 ? 'item' : 'items'}`;
    if (min !== undefined && value.length < min)
      faults.push({
        path: '',
        code: 'too-few',
        message: `At least ${items(min)}; there ${value.length === 1 ? 'is' : 'are'} ${value.length}.`,
      });
    if (max !== undefined && value.length > max)
      faults.push({
        path: '',
        code: 'too-many',
        message: `At most ${items(max)}; there are ${value.length}.`,
      });
    value.forEach(({ values }, i) =>
      faults.push(...under(`/${i}`, nesting.checkFields(plainFields(fields), values, here))),
    );
    return faults;
  },
  refers: (value, { fields }) =>
    value.flatMap(({ values }, i) =>
      nesting.referencesOf(plainFields(fields), values).map((ref) => ({ ...ref, path: `/${i}${ref.path}` })),
    ),
  inside: ({ fields }) => fields,
  // The count of items stands in the sheet, so that tables can sort by it.
  indexShape: () => ({ column: 'INTEGER', sort: 'value', many: false }),
  indexCell: (value) => ({ value: value.length }),
  inWords: (value, { fields }, speaking) =>
    value
      .map(({ values }) => nesting.fieldsInWords(plainFields(fields), values, speaking))
      .filter(Boolean)
      .join('; '),
  rulesInWords({ fields, min, max }) {
    const held = `${fields.length} ${fields.length === 1 ? 'field' : 'fields'} each`;
    const many =
      min && max ? `${min} to ${max} items` : max ? `up to ${max} items` : min ? `at least ${min} items` : '';
    return [many, held].filter(Boolean).join(', ');
  },
});
