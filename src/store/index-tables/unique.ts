import { anyOf, raw, sql, type Bind } from '../sql';
import type { Reader } from '../database';
import type { IndexedField, IndexTable } from './shape';

/** The fields of a type whose values must differ in every entry and can be held against one another. */
export const uniqueFields = (indexTable: IndexTable): IndexedField[] =>
  [...indexTable.fields.values()].filter(({ field, many }) => field.unique && !many);

export interface Holder {
  value: Bind;
  entry: number;
  title: string;
}

/** The entries outside the bin that hold one of some values in a field. */
export const holdersOf = (
  reader: Reader,
  indexTable: IndexTable,
  { value: column }: IndexedField,
  values: readonly Bind[],
): Promise<Holder[]> =>
  reader.all<Holder>(
    sql`SELECT ${raw(column)} AS value, entry, title FROM ${raw(indexTable.work)}
     WHERE binned = 0 AND ${raw(column)} IN ${anyOf(values)} ORDER BY entry`,
  );

/** The entries that hold one of some values in a field, those in the bin counted. */
export const entriesHolding = async (
  reader: Reader,
  indexTable: IndexTable,
  { value: column }: IndexedField,
  values: readonly Bind[],
): Promise<number[]> =>
  (
    await reader.all<{ entry: number }>(
      sql`SELECT entry FROM ${raw(indexTable.work)} WHERE ${raw(column)} IN ${anyOf(values)} ORDER BY entry`,
    )
  ).map(({ entry }) => entry);

/** The values that some entries hold in a field. */
export const heldBy = async (
  reader: Reader,
  indexTable: IndexTable,
  { value: column }: IndexedField,
  entries: readonly number[],
): Promise<Bind[]> =>
  (
    await reader.all<{ value: Bind }>(
      sql`SELECT ${raw(column)} AS value FROM ${raw(indexTable.work)}
       WHERE entry IN ${anyOf(entries)} AND ${raw(column)} IS NOT NULL`,
    )
  ).map(({ value }) => value);
