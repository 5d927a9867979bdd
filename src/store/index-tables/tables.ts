import { raw, sql } from '../sql';
import { sameJson } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import { possibleSources } from '../../core/mapping/rule/sources';
import type { Reader, WriteTransaction } from '../database';
import { fitIndexes, makeIndex, missingIndexes } from './indexes';
import {
  indexTableOf,
  sides,
  type IndexedType,
  type IndexedColumn,
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

/** The columns that the sides of all index tables have. */
async function standingColumns(reader: Reader): Promise<ReadonlyMap<string, ReadonlySet<string>>> {
  const there = await reader.all<{ of: string; name: string }>(
    sql`SELECT t.name AS of, c.name FROM sqlite_master t JOIN pragma_table_info(t.name) c WHERE t.type = 'table' AND t.name GLOB 'index_[0-9]*'`,
  );
  const standing = new Map<string, Set<string>>();
  for (const { of, name } of there) standing.set(of, (standing.get(of) ?? new Set()).add(name));
  return standing;
}

/** Of the columns that a side of an index table is to have, those that do not stand there yet. */
const missingColumns = (
  standing: ReadonlyMap<string, ReadonlySet<string>>,
  indexTable: IndexTable,
  side: Side,
): IndexedColumn[] =>
  [...indexTable.fields.values()].flatMap(({ columns }) =>
    columns.filter(({ name }) => !standing.get(indexTable[side])?.has(name)),
  );

/** Makes room in a table for some columns. */
async function addColumns(
  tx: WriteTransaction,
  table: string,
  columns: readonly IndexedColumn[],
): Promise<void> {
  for (const { name, affinity } of columns)
    await tx.run(sql`ALTER TABLE ${raw(table)} ADD COLUMN ${raw(name)} ${raw(affinity)}`);
}

/**
 * The index tables of a model, in the order of the types whose records lie in some: of whatever can be listed.
 */
export const indexTablesOf = (model: CompiledModel, keyMap: KeyMap): IndexTable[] =>
  possibleSources(model).map((type) => indexTableOf(type, keyMap, model));

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
  const standing = await standingColumns(reader);
  for (const indexTable of indexTables)
    for (const side of sides) {
      const columns = missingColumns(standing, indexTable, side);
      if (columns.length > 0) await write((tx) => addColumns(tx, indexTable[side], columns));
    }
  await fill();
  for (const index of await missingIndexes(reader, indexTables)) await write((tx) => makeIndex(tx, index));
}

/**
 * Makes the index tables fit what is to lie in them, from what lay in them before: tables for new types,
 * columns and indexes for new fields; indexes of fields that are gone go. Their values stay in the entries, and
 * their columns and rows of several, which nobody reads until they are written anew: taking them away would
 * hold all saves. Answers the types all of whose rows must be written again, whatever became of their fields.
 */
export async function reindexTables(
  tx: WriteTransaction,
  before: CompiledModel | undefined,
  after: CompiledModel,
  keyMap: KeyMap,
): Promise<string[]> {
  const stale: string[] = [];
  const types = possibleSources(after);
  const standing = await standingColumns(tx);
  const oldTypes = new Map<string, IndexedType>(
    before && possibleSources(before).map((type) => [type.id, type]),
  );
  const spoken = sameJson(before?.document.locales ?? null, after.document.locales);
  const indexTables = indexTablesOf(after, keyMap);
  for (const [i, type] of types.entries()) {
    const indexTable = indexTables[i];
    if (!indexTable) continue;
    const old = oldTypes.get(type.id);
    const oldTable = old && before ? indexTableOf(old, keyMap, before) : undefined;
    for (const side of sides) {
      const table = indexTable[side];
      if (!oldTable)
        await tx.run(sql`CREATE TABLE ${raw(table)} (${raw(fixedColumns[side](indexTable.titleSort))})`);
      else if (oldTable.titleSort !== indexTable.titleSort)
        await tx.run(
          sql`ALTER TABLE ${raw(table)} RENAME COLUMN ${raw(oldTable.titleSort)} TO ${raw(indexTable.titleSort)}`,
        );
      // Values of before may lie in columns that stand there.
      await addColumns(tx, table, missingColumns(standing, indexTable, side));
    }
    // Pages may be there before their type becomes one whose pages can be listed.
    if (!old || !spoken || old.definition.title !== type.definition.title) stale.push(type.id);
  }
  const kept = new Set(types.map(({ id }) => id));
  for (const type of oldTypes.values()) {
    if (kept.has(type.id)) continue;
    const indexTable = indexTableOf(type, keyMap, after);
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
