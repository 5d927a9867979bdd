import { raw, sql } from '../sql';
import type { Id } from '../../core/ids';
import type { Reader } from '../database';
import type { IndexTable } from '../index-tables/shape';
import { kindFor } from '../../core/model/kinds';

/** What real content says of a field: how many entries fill it, of how many, with how many different values. */
export interface FieldFigures {
  field: Id;
  filled: number;
  distinct?: number;
  least?: number | string;
  most?: number | string;
}

/** Figures of every field of a type over its entries that are not in the bin, with one query over the index table. */
export async function fieldFigures(
  reader: Reader,
  indexTable: IndexTable,
): Promise<{ total: number; fields: FieldFigures[] }> {
  const fields = [...indexTable.fields.values()];
  const columns = fields.flatMap(({ value, field, many }, i) => {
    const { isOpaque, measures, holds } = kindFor(field);
    return [
      `count(${value}) AS n${i}`,
      ...(isOpaque || many ? [] : [`count(DISTINCT ${value}) AS d${i}`]),
      // Of lists it is known how many items they hold.
      ...(measures || holds === 'items' ? [`min(${value}) AS a${i}`, `max(${value}) AS z${i}`] : []),
    ];
  });
  const row = await reader.one<Record<string, number | string | null>>(
    sql`SELECT ${raw(['count(*) AS total', ...columns].join(', '))} FROM ${raw(indexTable.work)} WHERE binned = 0`,
  );
  return {
    total: Number(row?.total ?? 0),
    fields: fields.map(({ field }, i) => ({
      field: field.id,
      filled: Number(row?.[`n${i}`] ?? 0),
      ...(row?.[`d${i}`] === undefined ? {} : { distinct: Number(row[`d${i}`]) }),
      ...boundsOf(row?.[`a${i}`] ?? null, row?.[`z${i}`] ?? null),
    })),
  };
}

const boundsOf = (least: string | number | null, most: string | number | null) =>
  least === null || most === null ? {} : { least, most };

/** The numbers a field holds in the entries that are not in the bin, least first: at most `most`, evenly taken. */
export async function numbersOf(
  reader: Reader,
  indexTable: IndexTable,
  field: Id,
  most: number,
): Promise<number[]> {
  const found = indexTable.fields.get(field);
  if (!found || kindFor(found.field).measures !== 'number') return [];
  const column = raw(found.value);
  const rows = await reader.all<{ v: number }>(
    sql`SELECT v FROM (
       SELECT ${column} AS v, row_number() OVER (ORDER BY ${column}) - 1 AS i, count(*) OVER () AS n
       FROM ${raw(indexTable.work)} WHERE binned = 0 AND ${column} IS NOT NULL)
     WHERE n <= ${most} OR i % (n / ${most} + 1) = 0`,
  );
  return rows.map(({ v }) => v);
}
