import type { Bind, Reader } from '../database';
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
    `SELECT ${column} AS value, entry, title FROM ${indexTable.work}
     WHERE binned = 0 AND ${column} IN (SELECT value FROM json_each($1)) ORDER BY entry`,
    [JSON.stringify(values)],
  );

/** The values that some entries hold in a field. */
export const heldBy = async (
  reader: Reader,
  indexTable: IndexTable,
  { value: column }: IndexedField,
  entries: readonly number[],
): Promise<Bind[]> =>
  (
    await reader.all<{ value: Bind }>(
      `SELECT ${column} AS value FROM ${indexTable.work}
       WHERE entry IN (SELECT value FROM json_each($1)) AND ${column} IS NOT NULL`,
      [JSON.stringify(entries)],
    )
  ).map(({ value }) => value);
