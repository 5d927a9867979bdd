import { followsFor } from '../../core/model/change/follows';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { ContentType, Field } from '../../core/model/document';
import type { Id } from '../../core/ids';
import { kindFor } from '../../core/model/kinds';
import { newestAct } from '../../store/acts';
import { fieldCells } from '../../store/index-tables/rows';
import { sidesOf } from '../../store/index-tables/shape';
import {
  beginStaging,
  changedSinceStaged,
  dropStaged,
  stageCells,
  takeStaged,
  type StagedRow,
} from '../../store/index-tables/staged-cells';
import { countOfType, liveOfMany, recordsByIds, recordsOfType, type KeptRecord } from '../../store/records';
import { dropRefs } from '../../store/refs';
import { indexTableIn, type Installation } from '../runtime/installation';
import type { Act } from './act';
import { entryBody } from './bodies';
import { refRoles } from './references';
import { refillSome } from './refill';
import { inBatches } from './reindex';

/** With fewer records, writing their columns at once takes no longer than a save may wait. */
const MANY = 2000;
/** How many records one step stages: about a twentieth of a second. */
const STEP = 500;

/** What was staged for a model before it is put in force. */
export interface Staged {
  /** The ids that bodies may have held values of before. */
  held: ReadonlySet<Id>;
  /** The types whose fields were staged. */
  types: ReadonlySet<Id>;
  /** From when on changes are looked for. */
  since: { act: number; at: number };
}

/** Whether all that a field puts into an index table are columns of its row, worked out from a body as it lies there. */
const isPlain = (field: Field): boolean => {
  const { mayRefer, maySeveral, inside } = kindFor(field);
  return !mayRefer && !maySeveral && inside === undefined;
};

/**
 * Works out, in short steps beside all other work, what the fields of a model to come put into index tables, where many
 * records have to be gone through for it. Nobody sees it before it is taken.
 */
export async function stageFields(
  installation: Installation,
  next: CompiledModel,
  held: ReadonlySet<Id>,
): Promise<Staged> {
  const { content, keyMap, model: before } = installation;
  const since = { act: await newestAct(content), at: installation.now() };
  const types = new Set<Id>();
  for (const type of [...next.contentTypes, next.media]) {
    const { anew, rows } = followsFor(before, next, type.id, (id) => held.has(id));
    if (anew !== 'rows' || !rows.every(isPlain)) continue;
    if ((await countOfType(content, keyMap.find(type.id))) < MANY) continue;
    await content.write((tx) => keyMap.extend(tx, next.document));
    await stageType(installation, next, type, rows);
    types.add(type.id);
  }
  return { held, types, since };
}

async function stageType(
  installation: Installation,
  model: CompiledModel,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
): Promise<void> {
  const { content, keyMap } = installation;
  const indexTable = indexTableIn({ model, keyMap }, type);
  const columns = fields.flatMap((field) => indexTable.fields.get(field.id) ?? []);
  const cellsOf = (body: string) =>
    fieldCells(indexTable, columns, keyMap, model.locale, entryBody(body)).columns;
  await content.write((tx) => beginStaging(tx, indexTable, columns));
  const step = async (records: KeptRecord[]): Promise<void> => {
    const versions = await liveOfMany(
      content,
      records.map(({ id }) => id),
    );
    const work = records.map(({ id, revision, body }): StagedRow => ({
      key: id,
      record: id,
      revision,
      cells: cellsOf(body),
    }));
    const live = records.flatMap(({ id, revision }) =>
      (versions.get(id) ?? []).map((version): StagedRow => ({
        key: version.id,
        record: id,
        revision,
        cells: cellsOf(version.body),
      })),
    );
    await content.write(async (tx) => {
      if (sidesOf(indexTable).includes('work')) await stageCells(tx, indexTable, 'work', columns, work);
      await stageCells(tx, indexTable, 'live', columns, live);
    });
  };
  await inBatches((after, most) => recordsOfType(content, keyMap.of(type.id), after, most), step, STEP);
}

/** Takes what was staged for the fields of a type, and writes what changed since then. */
export async function takeStagedFields(
  act: Act,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
  since: Staged['since'],
): Promise<void> {
  const { tx, inside } = act;
  const { keyMap, model } = inside;
  const indexTable = indexTableIn({ model, keyMap }, type);
  const columns = fields.flatMap((field) => indexTable.fields.get(field.id) ?? []);
  await dropRefs(
    tx,
    keyMap.of(type.id),
    fields.flatMap(({ id }) => refRoles(id)),
  );
  await takeStaged(tx, indexTable, columns);
  const changed = await changedSinceStaged(tx, indexTable, keyMap.of(type.id), since);
  await refillSome(act, type, fields, await recordsByIds(tx, changed));
}

/** Lets go of what was staged, be it taken or not. */
export async function endStaging(
  installation: Installation,
  next: CompiledModel,
  { types }: Staged,
): Promise<void> {
  const { content, keyMap } = installation;
  for (const id of types) {
    const type = next.contentOrMedia(id);
    if (type) await content.write((tx) => dropStaged(tx, indexTableIn({ model: next, keyMap }, type)));
  }
}
