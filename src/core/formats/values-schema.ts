import type { JsonObject } from '../json';
import type { CompiledType } from '../model/compile';
import type { AnyShape, Field } from '../model/document';
import { kindOf, plainFields, type Kind, type KindName } from '../model/kinds';

/** The JSON Schema of one value, the fields inside a group or list included. */
function valueSchema(field: Field): JsonObject {
  if (field.kind === 'group') return fieldsSchema(plainFields(field.rules.fields));
  if (field.kind === 'list') {
    const item = fieldsSchema(plainFields(field.rules.fields), { _id: { type: 'string', format: 'uuid' } });
    return { ...kindOf(field).valueSchema(field.rules), items: item };
  }
  return (kindOf(field) as Kind<KindName>).valueSchema(field.rules as never);
}

function fieldsSchema(fields: readonly Field[], besides: JsonObject = {}): JsonObject {
  return {
    type: 'object',
    additionalProperties: false,
    properties: {
      ...besides,
      ...Object.fromEntries(
        fields.map((field): [string, JsonObject] => [
          field.key,
          {
            title: field.label,
            description: [field.help, (kindOf(field) as Kind<KindName>).rulesInWords(field.rules as never)]
              .filter(Boolean)
              .join(' '),
            anyOf: [valueSchema(field), { type: 'null' }],
          },
        ]),
      ),
    },
  };
}

/** The JSON Schema (2020-12) of a type's values as they are spoken at the door. Null empties a field. */
export const valuesSchema = (type: CompiledType<AnyShape> | CompiledType): JsonObject => ({
  title: `Values of ${type.definition.label}`,
  ...fieldsSchema(type.fields),
});
