import { raw, sql } from '../sql';
import { FOREVER } from '../../core/content/states';
import { sameJson } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import { possibleSources } from '../../core/mapping/rule/sources';
import type { ModelDocument } from '../../core/model/document';
import type { WriteTransaction } from '../database';
import {
  indexTableOf,
  sideNumber,
  sidesOf,
  type IndexedType,
  type IndexedField,
  type IndexTable,
  type Side,
} from './shape';
import type { KeyMap } from '../key-map';
import { dropWalkIndexesOn } from './walk-indexes';
import { kindFor } from '../../core/model/kinds';

const fixedColumns: Record<Side, (titleSort: string) => string> = {
  work: (
    titleSort,
  ) => `entry INTEGER PRIMARY KEY, title TEXT NOT NULL, ${titleSort} TEXT NOT NULL, changed INTEGER NOT NULL, stage TEXT NOT NULL,
    binned INTEGER NOT NULL, live_from INTEGER, live_until INTEGER, next_from INTEGER, next_until INTEGER`,
  live: (
    titleSort,
  ) => `version INTEGER PRIMARY KEY, entry INTEGER NOT NULL, live_from INTEGER NOT NULL, live_until INTEGER NOT NULL,
    ${titleSort} TEXT NOT NULL, published INTEGER NOT NULL, changed INTEGER NOT NULL`,
};

const indexNames = (
  table: string,
  field: IndexedField,
): [byValue: string, bySort: string, ...others: string[]] => [
  `${table}_f${field.n}`,
  `${table}_s${field.n}`,
  ...Object.values(field.sorts ?? {}).map((column) => `${table}_${column}`),
];

/**
 * The columns that ride along in every index of the working side: what is filtered by most, in a few bytes. So a table
 * that is filtered by one thing and sorted by another is answered by walking one index, without looking into the rows.
 */
const ridersOf = (indexTable: IndexTable | undefined): { column: string; kind: string }[] =>
  [...(indexTable?.fields.values() ?? [])]
    .filter(({ field, many }) => field.indexed && !many && kindFor(field).hasFewValues)
    .map(({ value, field }) => ({ column: value, kind: field.kind }));

const indexed = (side: Side, riders: readonly string[], own: string): string =>
  [
    own,
    ...(side === 'work'
      ? ['entry', 'binned', ...riders.filter((rider) => rider !== own)]
      : ['live_from', 'live_until', 'entry']),
  ].join(', ');

async function indexField(
  tx: WriteTransaction,
  indexTable: IndexTable,
  side: Side,
  field: IndexedField,
  riders: readonly string[],
): Promise<void> {
  const [byValue, bySort] = indexNames(indexTable[side], field);
  for (const name of indexNames(indexTable[side], field))
    await tx.run(sql`DROP INDEX IF EXISTS ${raw(name)}`);
  // What must differ in every entry is looked up by each save.
  if (!field.field.indexed && !field.field.unique) return;
  // What is only counted and found by needs nothing beside it: the narrower, the faster.
  await tx.run(
    sql`CREATE INDEX ${raw(byValue)} ON ${raw(indexTable[side])} (${raw(indexed(side, field.sort === field.value ? riders : [], field.value))})`,
  );
  if (field.sort && field.sort !== field.value)
    await tx.run(
      sql`CREATE INDEX ${raw(bySort)} ON ${raw(indexTable[side])} (${raw(indexed(side, riders, field.sort))})`,
    );
  // Only visitors read in other languages.
  if (side === 'live' && field.field.indexed)
    for (const column of Object.values(field.sorts ?? {}))
      await tx.run(
        sql`CREATE INDEX ${raw(indexTable.live)}_${raw(column)} ON ${raw(indexTable.live)} (${raw(indexed(side, riders, column))})`,
      );
}

/** The indexes by title and by the moment of the last change (or publication). */
async function indexFixedColumns(
  tx: WriteTransaction,
  indexTable: IndexTable,
  side: Side,
  riders: readonly string[],
): Promise<void> {
  const table = indexTable[side];
  for (const name of ['title', 'changed']) await tx.run(sql`DROP INDEX IF EXISTS ${raw(table)}_${raw(name)}`);
  if (side === 'live')
    await tx.run(sql`CREATE INDEX ${raw(table)}_changed ON ${raw(table)} (published, entry)`);
  else
    for (const [name, column] of [
      ['title', indexTable.titleSort],
      ['changed', 'changed'],
    ] as const)
      await tx.run(
        sql`CREATE INDEX ${raw(table)}_${raw(name)} ON ${raw(table)} (${raw(indexed(side, riders, column))})`,
      );
}

/** The columns that a table has, with their types. */
const columnsOf = async (tx: WriteTransaction, table: string): Promise<Map<string, string>> =>
  new Map(
    (
      await tx.all<{ name: string; type: string }>(sql`SELECT name, type FROM pragma_table_info(${table})`)
    ).map(({ name, type }) => [name, type]),
  );

/** What lies in index tables of its own, in which languages. */
export interface IndexedModel {
  types: readonly IndexedType[];
  locales: ModelDocument['locales'];
}

/** Everything in a model that lies in index tables: whatever can be listed. */
export const indexedTypesIn = (model: CompiledModel): IndexedModel => ({
  types: possibleSources(model),
  locales: model.document.locales,
});

/**
 * Makes the index tables fit what is to lie in them, from what lay in them before: tables for new types, columns
 * and indexes for new fields; indexes of fields that are gone go (their values stay in the entries). Answers the types all
 * of whose rows must be written again, whatever became of their fields.
 */
export async function reindexTables(
  tx: WriteTransaction,
  before: IndexedModel | undefined,
  after: IndexedModel,
  keyMap: KeyMap,
): Promise<string[]> {
  const stale: string[] = [];
  const oldTypes = new Map<string, IndexedType>(before?.types.map((type) => [type.id, type]));
  for (const type of after.types) {
    const indexTable = indexTableOf(type, keyMap, after.locales);
    const old = oldTypes.get(type.id);
    const oldTable = old && before ? indexTableOf(old, keyMap, before.locales) : undefined;
    const riders = ridersOf(indexTable).map(({ column }) => column);
    const othersRide = !sameJson(ridersOf(indexTable), ridersOf(oldTable));
    for (const side of sidesOf(indexTable)) {
      const table = indexTable[side];
      // An index goes before a column that rides in it.
      if (othersRide && side === 'work' && oldTable)
        for (const index of [
          ...[...oldTable.fields.values()].flatMap((field) => indexNames(table, field)),
          `${table}_title`,
          `${table}_changed`,
        ])
          await tx.run(sql`DROP INDEX IF EXISTS ${raw(index)}`);
      if (!old) {
        await tx.run(sql`CREATE TABLE ${raw(table)} (${raw(fixedColumns[side](indexTable.titleSort))})`);
        // Counts by state, and an entry's versions, are answered from these alone.
        await tx.run(
          side === 'work'
            ? sql`CREATE INDEX ${raw(`${table}_standing`)} ON ${raw(table)} (binned, stage, live_from, live_until, next_from, next_until)`
            : sql`CREATE INDEX ${raw(`${table}_entry`)} ON ${raw(table)} (entry, live_from, live_until)`,
        );
        if (side === 'work') {
          await tx.run(
            sql`CREATE INDEX ${raw(`${table}_ends`)} ON ${raw(table)} (live_until) WHERE live_until < ${raw(String(FOREVER))}`,
          );
          await tx.run(
            sql`CREATE INDEX ${raw(`${table}_next`)} ON ${raw(table)} (next_from) WHERE next_from IS NOT NULL`,
          );
        }
      }
      if (oldTable && oldTable.titleSort !== indexTable.titleSort)
        await tx.run(
          sql`ALTER TABLE ${raw(table)} RENAME COLUMN ${raw(oldTable.titleSort)} TO ${raw(indexTable.titleSort)}`,
        );
      for (const field of oldTable?.fields.values() ?? []) {
        const kept = indexTable.fields.get(field.field.id);
        if (kept && sameJson(kept.columns, field.columns)) continue;
        for (const index of indexNames(table, field)) await tx.run(sql`DROP INDEX IF EXISTS ${raw(index)}`);
        await dropWalkIndexesOn(
          tx,
          table,
          field.columns.map(({ name }) => name),
        );
        // Taking a column away writes the whole table again: it stays, and nobody reads it.
        await tx.run(sql`DELETE FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${field.n}`);
      }
      const standing = old ? await columnsOf(tx, table) : new Map<string, string>();
      for (const [id, field] of indexTable.fields) {
        const was = oldTable?.fields.get(id);
        if (!was || !sameJson(was.columns, field.columns))
          for (const { name, affinity } of field.columns) {
            if (standing.get(name) === affinity) continue;
            if (standing.has(name)) await tx.run(sql`ALTER TABLE ${raw(table)} DROP COLUMN ${raw(name)}`);
            await tx.run(sql`ALTER TABLE ${raw(table)} ADD COLUMN ${raw(name)} ${raw(affinity)}`);
          }
      }
      for (const [id, field] of indexTable.fields) {
        const was = oldTable?.fields.get(id);
        if (
          (othersRide && side === 'work') ||
          !was ||
          !sameJson(was.columns, field.columns) ||
          was.field.indexed !== field.field.indexed ||
          was.field.unique !== field.field.unique
        )
          await indexField(tx, indexTable, side, field, riders);
      }
      if (!old || (othersRide && side === 'work')) await indexFixedColumns(tx, indexTable, side, riders);
    }
    const spoken = sameJson(before?.locales ?? null, after.locales);
    // Pages may be there before their type becomes one whose pages can be listed.
    if (!old || !spoken || old.definition.title !== type.definition.title) stale.push(type.id);
  }
  const kept = new Set(after.types.map(({ id }) => id));
  for (const type of oldTypes.values()) {
    if (kept.has(type.id)) continue;
    const indexTable = indexTableOf(type, keyMap, after.locales);
    for (const side of sidesOf(indexTable)) await tx.run(sql`DROP TABLE ${raw(indexTable[side])}`);
  }
  return stale;
}

/** Takes away every index table, and all else that is derived and kept in tables of its own. */
export async function dropIndexTables(tx: WriteTransaction): Promise<void> {
  const tables = await tx.all<{ name: string }>(
    sql`SELECT name FROM sqlite_master WHERE type = 'table' AND name GLOB 'index_[0-9]*'`,
  );
  for (const { name } of tables) await tx.run(sql`DROP TABLE ${raw(name)}`);
  for (const table of ['multi_values', 'refs', 'record_search', 'category_counts'])
    await tx.run(sql`DELETE FROM ${raw(table)}`);
}
