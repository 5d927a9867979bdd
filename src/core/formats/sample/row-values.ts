import type { Json, JsonObject } from '../../json';
import type { Field } from '../../model/document';
import { kindFor, plainFields, type FieldKind } from '../../model/kinds';
import { isBlank } from './cell';
import type { ProposedField } from './propose-fields';

/** Looks up the entry that a value of another file names. */
export type EntryNamed = (file: string, name: string) => string | undefined;

/**
 * A row of a sample as the values of an entry, spoken by key. `fields` are those that the proposed ones
 * became, in the same order.
 */
export function rowValues(
  row: JsonObject,
  proposed: readonly ProposedField[],
  fields: readonly Field[],
  named: EntryNamed,
): JsonObject {
  return Object.fromEntries(
    proposed.flatMap((each, i): [string, Json][] => {
      const field = fields[i];
      const value = row[each.source];
      if (!field || value === undefined) return [];
      if (isBlank(value)) return [[field.key, null]];
      const inside: Parameters<FieldKind['fromCell']>[2] = (cells, within, made) =>
        rowValues(cells, within, plainFields(made), named);
      return [[field.key, kindFor(field).fromCell(value, each, inside, named)]];
    }),
  );
}
