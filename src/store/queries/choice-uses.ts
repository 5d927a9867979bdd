import type { Id } from '../../core/ids';
import type { Reader } from '../database';
import { rowKey, sideNumber, sides, type IndexTable } from '../index-tables/shape';
import type { KeyMap } from '../key-map';
import { anyOfFew, joined, raw, sql } from '../sql';

/** How many entries, pages or media name each of some choices of a field, in what is worked on or what visitors see. */
export async function choiceUses(
  reader: Reader,
  indexTable: IndexTable,
  keyMap: KeyMap,
  field: Id,
  choices: readonly Id[],
): Promise<Map<Id, number>> {
  const found = indexTable.fields.get(field);
  const byKey = new Map(choices.map((id) => [keyMap.find(id), id]));
  if (!found || choices.length === 0) return new Map();
  const keys = anyOfFew([...byKey.keys()]);
  const value = raw(`s.${found.value}`);
  const naming = sides.map((side) => {
    const table = sql`${raw(indexTable[side])} s`;
    return found.many
      ? sql`SELECT s.entry, m.value FROM ${table} JOIN multi_values m ON m.side = ${sideNumber[side]} AND m.field = ${found.n} AND m.row = s.${raw(rowKey[side])} WHERE m.value IN ${keys}`
      : sql`SELECT s.entry, ${value} AS value FROM ${table} WHERE ${value} IN ${keys}`;
  });
  const rows = await reader.all<{ value: number; n: number }>(
    sql`SELECT value, count(*) AS n FROM (${joined(naming, ' UNION ')}) GROUP BY value`,
  );
  return new Map(rows.flatMap(({ value: key, n }) => [[byKey.get(key) ?? '', n] as const]));
}
