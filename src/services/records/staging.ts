import type { LocalizedValues } from '../../core/content/localized-values';
import { followsFor, reordersChoices } from '../../core/model/change/follows';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { ContentType, Field } from '../../core/model/document';
import type { Id } from '../../core/ids';
import { kindFor } from '../../core/model/kinds';
import type { WriteTransaction } from '../../store/database';
import { fitIndexes } from '../../store/index-tables/indexes';
import { fieldCells, putFieldCells } from '../../store/index-tables/rows';
import type { IndexedField, IndexTable, Side } from '../../store/index-tables/shape';
import {
  beginStaging,
  dropStaged,
  rewrittenSince,
  stageCells,
  takeStaged,
} from '../../store/index-tables/staged-cells';
import { indexTablesOf, prepareTables } from '../../store/index-tables/tables';
import { countOfType, liveOfMany, recordsByIds, recordsOfType, type KeptRecord } from '../../store/records';
import { prepareWalks, reindexWalks } from '../listings/walks';
import { indexTableIn, type Installation } from '../runtime/installation';
import type { Act } from './act';
import { entryBody } from './bodies';
import { carriedBody } from './carry';
import { refersToOthers } from './references';
import { dropRefsOf, mayBeCarried, refillCarried } from './refill';
import { inBatches } from './reindex';

/** With fewer records, writing their columns at once takes no longer than a save may wait. */
const MANY = 2000;
/** How many records one step stages: about a thirtieth of a second. */
const STEP = 300;

/** What was made ready for a model before it is put in force. */
export interface Staged {
  /** The tables whose rows written meanwhile are noted. */
  noted: readonly IndexTable[];
  /** The ids that bodies may have held values of before. */
  held: ReadonlySet<Id>;
  /** The types whose fields were staged, each with the columns that could not be filled yet since they are still read. */
  types: ReadonlyMap<Id, IndexedField[]>;
}

/** Whether all that a field puts into an index table are columns of its row, worked out from a body as it lies there. */
const isPlain = (field: Field): boolean => !refersToOthers(field) && !kindFor(field).several;

/**
 * What differs for a field of a type to come: all that it puts into a row, or where its choices stand alone.
 */
function differing(indexed: IndexedField, old: Field | undefined): IndexedField {
  if (!reordersChoices(old, indexed.field)) return indexed;
  return { ...indexed, many: false, columns: indexed.columns.filter(({ holds }) => holds === 'rank') };
}

/**
 * Makes the index tables ready for a model to come, in short steps beside all other work: room for its fields, what they
 * put there where many records have to be gone through for it, and indexes. Nobody sees it before it is taken.
 */
export async function stageFields(
  installation: Installation,
  next: CompiledModel,
  held: ReadonlySet<Id>,
): Promise<Staged> {
  const { content, keyMap, model: before } = installation;
  const many: { type: CompiledType<ContentType>; fields: Field[] }[] = [];
  for (const type of [...next.contentTypes, next.media]) {
    const { anew, rows } = followsFor(before, next, type.id, (id) => held.has(id));
    const old = before.contentOrMedia(type.id);
    const inSteps = (field: Field) => isPlain(field) || reordersChoices(old?.field(field.id), field);
    if (anew !== 'rows' || !rows.every(inSteps)) continue;
    if ((await countOfType(content, keyMap.find(type.id))) >= MANY) many.push({ type, fields: rows });
  }
  await content.write((tx) => keyMap.extend(tx, next.document));
  const types = new Map<Id, IndexedField[]>();
  const noted = many.map(({ type }) => indexTableIn({ model: next, keyMap }, type));
  const tables = standingTables(installation, next);
  const fill = async () => {
    for (const { type, fields } of many) {
      const columns = columnsOf(installation, next, type, fields);
      if (await stageType(installation, next, type, fields, columns)) types.set(type.id, columns.inUse);
    }
  };
  try {
    await prepareTables((work) => content.write(work), content, tables, fill);
    await prepareWalks(installation, next, tables);
  } catch (error) {
    await endStaging(installation, noted);
    throw error;
  }
  return { noted, held, types };
}

/** The index tables under a model to come of the types that have one now, in the same main language. */
function standingTables({ keyMap, model: before }: Installation, next: CompiledModel): IndexTable[] {
  const standing = new Map(indexTablesOf(before, keyMap).map((each) => [each.live, each.titleSort]));
  return indexTablesOf(next, keyMap).filter(({ live, titleSort }) => standing.get(live) === titleSort);
}

/** Where some fields of a model to come lie: in columns that the model in force reads, and in others. */
interface Columns {
  inUse: IndexedField[];
  free: IndexedField[];
}

function columnsOf(
  installation: Installation,
  next: CompiledModel,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
): Columns {
  const { keyMap, model: before } = installation;
  const old = before.contentOrMedia(type.id);
  const read = old ? [...indexTableIn(installation, old).fields.values()] : [];
  const names = new Set(read.flatMap(({ columns }) => columns.map(({ name }) => name)));
  const indexTable = indexTableIn({ model: next, keyMap }, type);
  const columns: Columns = { inUse: [], free: [] };
  for (const { id } of fields) {
    const indexed = indexTable.fields.get(id);
    if (!indexed) continue;
    const differs = differing(indexed, old?.field(id));
    const isRead = differs.columns.some(({ name }) => names.has(name));
    columns[isRead ? 'inUse' : 'free'].push(differs);
  }
  return columns;
}

/** Stages some fields of a type; answers false where bodies have to be brought to the new model first. */
async function stageType(
  installation: Installation,
  model: CompiledModel,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
  { inUse, free }: Columns,
): Promise<boolean> {
  const { content, keyMap, model: before } = installation;
  const indexTable = indexTableIn({ model, keyMap }, type);
  const old = before.contentOrMedia(type.id);
  // In another order choices stay what they were.
  const carries = fields.some(
    (field) => mayBeCarried(field) && !reordersChoices(old?.field(field.id), field),
  );
  let asItLies = true;
  await content.write((tx) => beginStaging(tx, indexTable, inUse));
  const put = async (
    tx: WriteTransaction,
    side: Side,
    rows: readonly { key: number; localized: LocalizedValues }[],
  ) => {
    if (free.length > 0) await putFieldCells(tx, side, indexTable, free, keyMap, model.locale, rows);
    if (inUse.length === 0) return;
    const staged = rows.map(({ key, localized }) => ({
      key,
      cells: fieldCells(indexTable, inUse, keyMap, model.locale, localized).columns,
    }));
    await stageCells(tx, indexTable, side, inUse, staged);
  };
  const step = async (records: KeptRecord[]): Promise<void> => {
    if (carries && records.some((record) => carriedBody(model, record, record.body) !== record.body))
      asItLies = false;
    if (!asItLies) return;
    const versions = await liveOfMany(
      content,
      records.map(({ id }) => id),
    );
    const live = [...versions.values()].flat();
    await content.write(async (tx) => {
      await put(
        tx,
        'work',
        records.map(({ id, body }) => ({ key: id, localized: entryBody(body) })),
      );
      await put(
        tx,
        'live',
        live.map(({ id, body }) => ({ key: id, localized: entryBody(body) })),
      );
    });
  };
  await inBatches((after, most) => recordsOfType(content, keyMap.of(type.id), after, most), step, STEP);
  return asItLies;
}

/** Takes what was staged for the fields of a type, and writes what was written since then. */
export async function takeStagedFields(
  act: Act,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
  inUse: readonly IndexedField[],
  before: CompiledModel,
): Promise<void> {
  const { tx, inside } = act;
  const { keyMap, model } = inside;
  const indexTable = indexTableIn({ model, keyMap }, type);
  await dropRefsOf(act, before, type.id, fields);
  if (inUse.length > 0) await takeStaged(tx, indexTable, inUse);
  const rewritten = await rewrittenSince(tx, indexTable);
  await refillCarried(act, type, fields, await recordsByIds(tx, rewritten));
}

/** Lets go of what was staged, be it taken or not, and of indexes that the model in force does not need. */
export async function endStaging(installation: Installation, noted: readonly IndexTable[]): Promise<void> {
  const { content, keyMap, model } = installation;
  await content.write(async (tx) => {
    for (const indexTable of noted) await dropStaged(tx, indexTable);
    await fitIndexes(tx, indexTablesOf(model, keyMap));
    await reindexWalks(tx, installation);
  });
}
