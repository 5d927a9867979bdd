import { joined, raw, sql, type Bind, type Sql } from '../sql';

/** One key of an order as it is read of a row `s`, with what one entry itself has there. */
export interface SortKeyOf {
  own: Sql;
  up: boolean;
  value: Bind;
}

/**
 * Whether a row comes after (or before) the entry by one key; rows without a value come last, whichever the
 * direction.
 */
function beyond({ own, up, value }: SortKeyOf, forward: boolean): Sql {
  if (value === null) return forward ? sql`0` : sql`${own} IS NOT NULL`;
  const past = sql`${own} ${raw(up === forward ? '>' : '<')} ${value}`;
  return forward ? sql`(${past} OR ${own} IS NULL)` : past;
}

/**
 * Whether a row comes after (or before) an entry, by its integer key, by all keys, ties settled by the order in which
 * entries were made.
 */
export function standsBeyond(keys: readonly SortKeyOf[], entry: number, forward: boolean): Sql {
  const same = keys.map(({ own, value }) => sql`${own} IS ${value}`);
  const last = sql`s.entry ${raw(forward ? '>' : '<')} ${entry}`;
  const ways = [...keys.map((key) => beyond(key, forward)), last].map(
    (way, i) => sql`(${joined([...same.slice(0, i), way], ' AND ')})`,
  );
  return sql`(${joined(ways, ' OR ')})`;
}

/** The parts of the walk along the index of the first key, so that the way to the entry is not walked. */
export function partsOfWalk(first: SortKeyOf | undefined, forward: boolean): Sql[] {
  if (!first) return [sql`1`];
  const { own, up, value } = first;
  const [without, within] = [sql`${own} IS NULL`, sql`${own} IS NOT NULL`];
  if (value === null) return forward ? [without] : [without, within];
  const bounded = sql`${own} ${raw(up === forward ? '>=' : '<=')} ${value}`;
  return forward ? [bounded, without] : [bounded];
}
