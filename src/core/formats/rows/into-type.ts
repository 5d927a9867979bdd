import type { Id } from '../../ids';
import type { Json, JsonObject } from '../../json';
import type { Field } from '../../model/document';
import type { ProposedField } from '../sample/propose-fields';
import { rowValues } from '../sample/row-values';
import { columnInto } from './match-columns';

/** What stands for a name that is to be made when the rows come in. */
export const MADE = 'made' as const;

/** How the rows of a file are read into a type that is there. */
export interface IntoType {
  /** The columns that fill a field, and the fields, in the same order. */
  columns: readonly ProposedField[];
  fields: readonly Field[];
  /** What names mean, by the field in which they stand: an id, the key of a choice, or that they are to be made. */
  means: ReadonlyMap<Id, ReadonlyMap<string, string>>;
  /** The key of the field by which a row is an entry that is there; without one every row is a new one. */
  key?: string;
  /** Whether an empty cell empties what an entry has; otherwise that stays. */
  empties: boolean;
}

/** The columns of a file that fill a field of a type, and these fields, in the same order. */
export function columnsInto(
  columns: readonly ProposedField[],
  fields: readonly Field[],
  fills: ReadonlyMap<string, Id>,
): Pick<IntoType, 'columns' | 'fields'> {
  const pairs = columns.flatMap((column) => {
    const field = fields.find(({ id }) => id === fills.get(column.source));
    return field ? [{ column: columnInto(column, field), field }] : [];
  });
  return { columns: pairs.map(({ column }) => column), fields: pairs.map(({ field }) => field) };
}

/** Whether a value is empty, or a list in which no name meant anything. */
const saysNothing = (value: Json): boolean => value === null || (Array.isArray(value) && value.length === 0);

/** A row as the values of an entry by field key, and whether it names what is still to be made. */
export function rowInto(row: JsonObject, into: IntoType): { values: JsonObject; makes: boolean } {
  let makes = false;
  const all = rowValues(row, into.columns, into.fields, (field, name) => {
    const means = into.means.get(field)?.get(name);
    makes ||= means === MADE;
    return means === MADE ? undefined : means;
  });
  const values = into.empties
    ? all
    : Object.fromEntries(Object.entries(all).filter(([, value]) => !saysNothing(value)));
  return { values, makes };
}

/**
 * Tells the rows whose key a row before them has: they are the same entry, and only the first of them counts. Blank keys
 * are none.
 */
export class KeysSeen {
  private readonly seen = new Set<string>();

  constructor(private readonly key: string | undefined) {}

  has({ [this.key ?? '']: value = null }: JsonObject): boolean {
    if (this.key === undefined || value === null) return false;
    const said = JSON.stringify(value);
    if (this.seen.has(said)) return true;
    this.seen.add(said);
    return false;
  }
}
