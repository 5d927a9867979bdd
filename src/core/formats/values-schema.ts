import type { JsonObject } from '../json';
import type { CompiledType } from '../model/compile';
import { kindOf } from '../model/kinds';

/** The JSON Schema (2020-12) of a type's values as they are spoken at the door. Null empties a field. */
export function valuesSchema(type: CompiledType): JsonObject {
  return {
    title: `Values of ${type.is.label}`,
    type: 'object',
    additionalProperties: false,
    properties: Object.fromEntries(type.fields.map((field) => [field.key, {
      title: field.label,
      description: [field.help, kindOf(field).rulesInWords(field.rules)].filter(Boolean).join(' '),
      anyOf: [kindOf(field).valueSchema(field.rules), { type: 'null' }],
    }])),
  };
}
