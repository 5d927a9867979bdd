import type { JsonObject } from '../json';
import type { CompiledType } from '../model/compile';
import type { AnyShape } from '../model/document';
import { fieldGroup } from '../model/kinds';

/** The JSON Schema (2020-12) of a type's values as they are spoken at the door. Null empties a field. */
export const valuesSchema = (type: CompiledType<AnyShape> | CompiledType): JsonObject => ({
  title: `Values of ${type.definition.label}`,
  ...fieldGroup.fieldsSchema(type.fields),
});
