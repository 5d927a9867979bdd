import { raw, sql } from '../sql';
import { sameJson } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import { possibleSources } from '../../core/mapping/rule/sources';
import type { ModelDocument } from '../../core/model/document';
import type { Reader, WriteTransaction } from '../database';
import { fitIndexes, makeIndex, missingIndexes } from './indexes';
import {
  indexTableOf,
  rowKey,
  sideNumber,
  sides,
  type IndexedType,
  type IndexedField,
  type IndexTable,
  type Side,
} from './shape';
import type { KeyMap } from '../key-map';
import { dropAllLiveWords } from '../live-words';
import { dropAllWords } from '../record-words';

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

/** The columns that a side of an index table still lacks. */
async function missingColumns(
  reader: Reader,
  indexTable: IndexTable,
  side: Side,
): Promise<IndexedField['columns']> {
  const there = await reader.all<{ name: string }>(
    sql`SELECT name FROM pragma_table_info(${indexTable[side]})`,
  );
  const standing = new Set(there.map(({ name }) => name));
  return [...indexTable.fields.values()].flatMap(({ columns }) =>
    columns.filter(({ name }) => !standing.has(name)),
  );
}

/** Makes room in a table for the fields that it has no columns for yet. Values of before may lie in those it has. */
async function addColumns(tx: WriteTransaction, indexTable: IndexTable, side: Side): Promise<void> {
  for (const { name, affinity } of await missingColumns(tx, indexTable, side))
    await tx.run(sql`ALTER TABLE ${raw(indexTable[side])} ADD COLUMN ${raw(name)} ${raw(affinity)}`);
}

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

/** The index tables of a model, in the order of its types. */
export const indexTablesOf = ({ types, locales }: IndexedModel, keyMap: KeyMap): IndexTable[] =>
  types.map((type) => indexTableOf(type, keyMap, locales));

/**
 * Makes room in the index tables that stand for what a model to come puts there, in short writes beside all other work:
 * columns first, then, when `fill` has put what it can into them, the indexes. The model in force sees nothing of it.
 */
export async function prepareTables(
  write: (work: (tx: WriteTransaction) => Promise<void>) => Promise<void>,
  reader: Reader,
  indexTables: readonly IndexTable[],
  fill: () => Promise<void>,
): Promise<void> {
  for (const indexTable of indexTables)
    for (const side of sides)
      if ((await missingColumns(reader, indexTable, side)).length > 0)
        await write((tx) => addColumns(tx, indexTable, side));
  await fill();
  for (const index of await missingIndexes(reader, indexTables)) await write((tx) => makeIndex(tx, index));
}

/**
 * Makes the index tables fit what is to lie in them, from what lay in them before: tables for new types, columns
 * and indexes for new fields; indexes of fields that are gone go (their values stay in the entries, and their columns,
 * which nobody reads: taking one away writes the whole table again). Answers the types all of whose rows must be written
 * again, whatever became of their fields.
 */
export async function reindexTables(
  tx: WriteTransaction,
  before: IndexedModel | undefined,
  after: IndexedModel,
  keyMap: KeyMap,
): Promise<string[]> {
  const stale: string[] = [];
  const oldTypes = new Map<string, IndexedType>(before?.types.map((type) => [type.id, type]));
  const indexTables = indexTablesOf(after, keyMap);
  for (const [i, type] of after.types.entries()) {
    const indexTable = indexTables[i];
    if (!indexTable) continue;
    const old = oldTypes.get(type.id);
    const oldTable = old && before ? indexTableOf(old, keyMap, before.locales) : undefined;
    for (const side of sides) {
      const table = indexTable[side];
      if (!oldTable)
        await tx.run(sql`CREATE TABLE ${raw(table)} (${raw(fixedColumns[side](indexTable.titleSort))})`);
      else if (oldTable.titleSort !== indexTable.titleSort)
        await tx.run(
          sql`ALTER TABLE ${raw(table)} RENAME COLUMN ${raw(oldTable.titleSort)} TO ${raw(indexTable.titleSort)}`,
        );
      for (const { n, field, columns } of oldTable?.fields.values() ?? [])
        if (!sameJson(indexTable.fields.get(field.id)?.columns ?? null, columns))
          // Other types may share the field: theirs stay.
          await tx.run(
            sql`DELETE FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${n} AND row IN (SELECT ${raw(rowKey[side])} FROM ${raw(table)})`,
          );
      await addColumns(tx, indexTable, side);
    }
    const spoken = sameJson(before?.locales ?? null, after.locales);
    // Pages may be there before their type becomes one whose pages can be listed.
    if (!old || !spoken || old.definition.title !== type.definition.title) stale.push(type.id);
  }
  const kept = new Set(after.types.map(({ id }) => id));
  for (const type of oldTypes.values()) {
    if (kept.has(type.id)) continue;
    const indexTable = indexTableOf(type, keyMap, after.locales);
    for (const side of sides) await tx.run(sql`DROP TABLE ${raw(indexTable[side])}`);
  }
  await fitIndexes(tx, indexTables);
  return stale;
}

/** Takes away every index table, and all else that is derived and kept in tables of its own. */
export async function dropIndexTables(tx: WriteTransaction): Promise<void> {
  const tables = await tx.all<{ name: string }>(
    sql`SELECT name FROM sqlite_master WHERE type = 'table' AND name GLOB 'index_[0-9]*'`,
  );
  for (const { name } of tables) await tx.run(sql`DROP TABLE ${raw(name)}`);
  await dropAllWords(tx);
  await dropAllLiveWords(tx);
  for (const table of [
    'multi_values',
    'refs',
    'record_search',
    'category_counts',
    'all_records',
    'older_translations',
  ])
    await tx.run(sql`DELETE FROM ${raw(table)}`);
}
