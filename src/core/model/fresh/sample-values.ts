import type { Field } from '../document';
import { kindFor, plainFields, type FieldValues } from '../kinds';

/** Values that show what each field is, for a face that has no content yet. */
export function sampleValues(fields: readonly Field[]): FieldValues {
  return Object.fromEntries(
    fields.flatMap((field) => {
      const value = kindFor(field).sample((inside) => sampleValues(plainFields(inside)));
      return value === undefined ? [] : [[field.id, value]];
    }),
  );
}
