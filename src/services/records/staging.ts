import type { LocalizedValues } from '../../core/content/localized-values';
import { followsFor } from '../../core/model/change/follows';
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
import { indexedTypesIn, indexTablesOf, prepareTables } from '../../store/index-tables/tables';
import { countOfType, liveOfMany, recordsByIds, recordsOfType, type KeptRecord } from '../../store/records';
import { dropRefs } from '../../store/refs';
import { indexTableIn, type Installation } from '../runtime/installation';
import type { Act } from './act';
import { entryBody } from './bodies';
import { carriedBody } from './carry';
import { refRoles } from './references';
import { mayBeCarried, refillCarried } from './refill';
import { inBatches } from './reindex';

/** With fewer records, writing their columns at once takes no longer than a save may wait. */
const MANY = 2000;
/** How many records one step stages: about a twentieth of a second. */
const STEP = 500;

/** What was made ready for a model before it is put in force. */
export interface Staged {
  /** The ids that bodies may have held values of before. */
  held: ReadonlySet<Id>;
  /** The types whose fields were staged, each with the columns that could not be filled yet since they are still read. */
  types: ReadonlyMap<Id, IndexedField[]>;
}

/** Whether all that a field puts into an index table are columns of its row, worked out from a body as it lies there. */
const isPlain = (field: Field): boolean => {
  const { mayRefer, several, inside } = kindFor(field);
  return !mayRefer && !several && inside === undefined;
};

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
    if (anew !== 'rows' || !rows.every(isPlain)) continue;
    if ((await countOfType(content, keyMap.find(type.id))) >= MANY) many.push({ type, fields: rows });
  }
  await content.write((tx) => keyMap.extend(tx, next.document));
  const types = new Map<Id, IndexedField[]>();
  await prepareTables(
    (work) => content.write(work),
    content,
    standingTables(installation, next),
    async () => {
      for (const { type, fields } of many) {
        const inUse = columnsInUse(installation, next, type, fields);
        if (await stageType(installation, next, type, fields, inUse)) types.set(type.id, inUse);
      }
    },
  );
  return { held, types };
}

/** The index tables under a model to come of the types that have one now, in the same main language. */
function standingTables({ keyMap, model: before }: Installation, next: CompiledModel): IndexTable[] {
  const standing = new Map(
    indexTablesOf(indexedTypesIn(before), keyMap).map((each) => [each.live, each.titleSort]),
  );
  return indexTablesOf(indexedTypesIn(next), keyMap).filter(
    ({ live, titleSort }) => standing.get(live) === titleSort,
  );
}

const columnsIn = (indexTable: IndexTable, fields: readonly Field[]): IndexedField[] =>
  fields.flatMap(({ id }) => indexTable.fields.get(id) ?? []);

/** Of some fields of a model to come, those whose columns the model in force reads. */
function columnsInUse(
  installation: Installation,
  next: CompiledModel,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
): IndexedField[] {
  const { keyMap, model: before } = installation;
  const old = before.contentOrMedia(type.id);
  const read = old ? [...indexTableIn(installation, old).fields.values()] : [];
  const names = new Set(read.flatMap(({ columns }) => columns.map(({ name }) => name)));
  return columnsIn(indexTableIn({ model: next, keyMap }, type), fields).filter(({ columns }) =>
    columns.some(({ name }) => names.has(name)),
  );
}

/** Stages some fields of a type; answers false where bodies have to be brought to the new model first. */
async function stageType(
  installation: Installation,
  model: CompiledModel,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
  inUse: readonly IndexedField[],
): Promise<boolean> {
  const { content, keyMap } = installation;
  const indexTable = indexTableIn({ model, keyMap }, type);
  const free = columnsIn(indexTable, fields).filter((each) => !inUse.includes(each));
  const carries = fields.some(mayBeCarried);
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
): Promise<void> {
  const { tx, inside } = act;
  const { keyMap, model } = inside;
  const indexTable = indexTableIn({ model, keyMap }, type);
  await dropRefs(
    tx,
    keyMap.of(type.id),
    fields.flatMap(({ id }) => refRoles(keyMap, id)),
  );
  if (inUse.length > 0) await takeStaged(tx, indexTable, inUse);
  const rewritten = await rewrittenSince(tx, indexTable);
  await refillCarried(act, type, fields, await recordsByIds(tx, rewritten));
}

/** Lets go of what was staged, be it taken or not, and of indexes that the model in force does not need. */
export async function endStaging(installation: Installation, next: CompiledModel): Promise<void> {
  const { content, keyMap, model } = installation;
  await content.write(async (tx) => {
    for (const type of [...next.contentTypes, next.media])
      if (keyMap.find(type.id) >= 0) await dropStaged(tx, indexTableIn({ model: next, keyMap }, type));
    await fitIndexes(tx, indexTablesOf(indexedTypesIn(model), keyMap));
  });
}
