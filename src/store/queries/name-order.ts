import { joined, raw, sql, type Sql } from '../sql';
import type { IndexedField, IndexTable } from '../index-tables/shape';

/**
 * Where the names lie that the values of a field stand for: those of a scheme's categories, or of records of
 * some types.
 */
export type Names =
  | { scheme: number }
  /** The entries of one type, in an index table of their own. */
  | { of: IndexTable }
  /** By integer key; media have none. Nothing means any. */
  | { types: readonly (number | null)[] };

/**
 * A field of which rows are sorted by the names of what it refers to: of several by the first of them in that
 * direction.
 */
export interface NamedField {
  field: IndexedField;
  names: Names;
  direction: 'up' | 'down';
}

/** What lies behind the integer key of an id, with its name to sort by; the joins must stand in this order. */
const behind = (names: Names, key: Sql): { from: Sql; where: Sql; name: Sql } =>
  'scheme' in names
    ? { from: sql`categories c`, where: sql`c.id = ${key}`, name: raw('c.label_sort') }
    : {
        from: sql`ids i CROSS JOIN records o ON o.uuid = i.uuid CROSS JOIN all_records a ON a.entry = o.id`,
        where: sql`i.n = ${key}`,
        name: raw('a.title_sort'),
      };

function nameOf(names: Names, key: Sql): Sql {
  const { from, where, name } = behind(names, key);
  return sql`(SELECT ${name} FROM ${from} WHERE ${where})`;
}

const valuesOf = ({ n }: IndexedField, alias: string, row: Sql): Sql =>
  sql`${raw(alias)}.side = 0 AND ${raw(alias)}.field = ${n} AND ${raw(alias)}.row = ${row}`;

/** The name that a row of an index table's working side is sorted by. */
export function nameKey({ field, names, direction }: NamedField, row: string): Sql {
  if (!field.many) return nameOf(names, raw(`${row}.${field.value}`));
  const { from, where, name } = behind(names, raw('v.value'));
  return sql`(SELECT ${raw(direction === 'up' ? 'min' : 'max')}(${name}) FROM multi_values v CROSS JOIN ${from} WHERE ${valuesOf(field, 'v', raw(`${row}.entry`))} AND ${where})`;
}

/** All names in their order, each with the integer key of what it is of, along an index. */
function inOrder(names: Names): { from: Sql; where: Sql; key: Sql; name: Sql } {
  if ('scheme' in names)
    return {
      from: sql`categories l`,
      where: sql`l.scheme = ${names.scheme}`,
      key: raw('l.id'),
      name: raw('l.label_sort'),
    };
  const known = sql`CROSS JOIN records p ON p.id = l.entry CROSS JOIN ids n ON n.uuid = p.uuid`;
  if ('of' in names) {
    const { work, titleSort } = names.of;
    return {
      from: sql`${raw(work)} l ${known}`,
      where: sql`1`,
      key: raw('n.n'),
      name: raw(`l.${titleSort}`),
    };
  }
  const types = names.types.map((type) => (type === null ? sql`l.type IS NULL` : sql`l.type = ${type}`));
  return {
    from: sql`all_records l ${known}`,
    where: types.length === 0 ? sql`1` : sql`(${joined(types, ' OR ')})`,
    key: raw('n.n'),
    name: raw('l.title_sort'),
  };
}

/** A way to go through the rows of a table that refer to something named, in the order of the names. */
export function nameWalk(
  { field, names, direction }: NamedField,
  table: string,
  row: string,
): { from: Sql; where: Sql; key: Sql } {
  const { from, where, key, name } = inOrder(names);
  const rows = raw(`${table} ${row}`);
  if (!field.many)
    return {
      from: sql`${from} CROSS JOIN ${rows} ON ${raw(`${row}.${field.value}`)} = ${key}`,
      where,
      key: name,
    };
  const other = behind(names, raw('v.value'));
  const before = sql`SELECT 1 FROM multi_values v CROSS JOIN ${other.from} WHERE ${valuesOf(field, 'v', raw('m.row'))} AND ${other.where} AND (${other.name}, v.value) ${raw(direction === 'up' ? '<' : '>')} (${name}, m.value)`;
  return {
    from: sql`${from} CROSS JOIN multi_values m ON m.side = 0 AND m.field = ${field.n} AND m.value = ${key} CROSS JOIN ${rows} ON ${raw(`${row}.entry`)} = m.row`,
    where: sql`${where} AND NOT EXISTS (${before})`,
    key: name,
  };
}

/** Which rows of a table refer to nothing that has a name: what stays empty, or leads to what is gone. */
export function withoutName(named: NamedField, table: string, row: string): Sql {
  const { field, names } = named;
  const value = raw(`${row}.${field.value}`);
  // Each that is referred to is looked for once.
  const gone = (values: Sql) =>
    sql`SELECT d.value FROM (${values}) d WHERE ${nameOf(names, raw('d.value'))} IS NULL`;
  if (!field.many) {
    const values = sql`SELECT DISTINCT ${raw(field.value)} AS value FROM ${raw(table)} WHERE ${raw(field.value)} IS NOT NULL`;
    return sql`(${value} IS NULL OR ${value} IN (${gone(values)}))`;
  }
  const values = sql`SELECT DISTINCT value FROM multi_values WHERE side = 0 AND field = ${field.n}`;
  return sql`(${value} IS NULL OR (${raw(`${row}.entry`)} IN (SELECT row FROM multi_values WHERE side = 0 AND field = ${field.n} AND value IN (${gone(values)})) AND ${nameKey(named, row)} IS NULL))`;
}
