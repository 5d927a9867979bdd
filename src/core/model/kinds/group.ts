import type { FieldEntry } from '../document';
import type { Kind } from './kind';
import { plainFields, type FieldValues, type Nesting } from './nested';
import { isJsonObject } from '../../json';

export interface GroupRules {
  fields: FieldEntry[];
}
declare module './kind' {
  interface KindRules {
    group: GroupRules;
  }
  interface KindValues {
    group: FieldValues;
  }
}

/** Fields that belong together under one name. Made with what is asked of a set of fields, since it holds one. */
export const groupKind = (nesting: Nesting): Kind<'group'> => ({
  name: 'group',
  label: 'Group',
  purpose: 'Several fields that belong together, once.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['fields'],
    properties: { fields: { $ref: '#/$defs/fields' } },
  },
  valueSchema: ({ fields }) => nesting.fieldsSchema(plainFields(fields)),
  comparisons: ['filled', 'empty'],
  fromFile: (written, { fields }, names) => (isJsonObject(written) ? names.inside(fields, written) : written),
  isOpaque: true,
  holds: 'once',
  names: { fields: 'fields' },
  fromSample: {
    rules: ({ inside = [] }, make) => ({ fields: make.fields(inside) }),
    value: (cell, { inside = [] }, { fields }, row) =>
      isJsonObject(cell) ? row(cell, inside, fields) : null,
  },
  mapInside: (value, change) => change(value),
  withInside: (rules, fields) => ({ ...rules, fields: [...fields] }),
  sample: ({ fields }, _label, inside) => inside(fields),
  freshRules: () => ({ fields: [] }),
  checkRules: ({ fields }) =>
    fields.length === 0 ? [{ path: '/fields', code: 'empty', message: 'It holds no fields yet.' }] : [],
  read: (input, { fields }) => nesting.parseGroup(plainFields(fields), input, undefined),
  speak: (value, { fields }) => nesting.serializeFields(plainFields(fields), value),
  check: (value, { fields }, here) => nesting.checkFields(plainFields(fields), value, here),
  refers: (value, { fields }) => nesting.referencesOf(plainFields(fields), value),
  inside: ({ fields }) => fields,
  isBlank: (value) => Object.keys(value).length === 0,
  indexShape: () => ({ column: 'INTEGER', sort: 'none', many: false }),
  indexCell: () => ({ value: 1 }),
  inWords: (value, { fields }, speaking) => nesting.fieldsInWords(plainFields(fields), value, speaking),
  rulesInWords: ({ fields }) => `${fields.length} ${fields.length === 1 ? 'field' : 'fields'}`,
});
