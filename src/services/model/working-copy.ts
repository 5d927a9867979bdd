import type { ModelTrial, WorkingModelAnswer } from '../../contract/model';
import { parseModelDocument } from '../../core/formats/model-schema';
import type { Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import { modelChanges } from '../../core/model/change/changes';
import { checkModel } from '../../core/model/check';
import type { Reader } from '../../store/database';
import {
  dropWorkingModel,
  putWorkingModel,
  readByListings,
  recordCounts,
  workingModel,
  type WorkingModelRow,
} from '../../store/model';
import type { Person } from '../people/people';
import { today, type Installation } from '../runtime/installation';
import { changedSince, invalidInput } from '../runtime/refusal';

/** The types and fields that entries, pages and listings use. */
async function usedIn(reader: Reader, installation: Installation): Promise<Id[]> {
  const counts = new Map((await recordCounts(reader)).map(({ type, n }) => [type, n]));
  const types = [...installation.model.contentTypes, ...installation.model.pageTypes].filter(
    ({ id }) => (counts.get(installation.keyMap.find(id)) ?? 0) > 0,
  );
  return [...new Set([...types.map(({ id }) => id), ...(await readByListings(reader))])];
}

/** The working copy as it is told at the door; without one, the model in force. */
export async function workingAnswer(
  reader: Reader,
  installation: Installation,
  row: WorkingModelRow | undefined,
): Promise<WorkingModelAnswer> {
  const used = await usedIn(reader, installation);
  const document = row?.document ?? installation.model.document;
  return {
    base: row?.base ?? installation.model.revision,
    number: row?.number ?? 0,
    document,
    ...(row ? { changedAt: new Date(row.changedAt).toISOString(), changedBy: row.by } : {}),
    faults: checkModel(document, new Set(used), today(installation)),
    used,
    changes: row ? modelChanges(installation.model.document, document).length : 0,
  };
}

export const working = async (installation: Installation): Promise<WorkingModelAnswer> =>
  workingAnswer(installation.content, installation, await workingModel(installation.content));

/**
 * Keeps the one working copy, if it is still the one that was read. Faults of rule are kept and told; faults
 * of shape are refused.
 */
export async function keepWorking(
  installation: Installation,
  person: Person,
  number: number,
  given: JsonObject,
): Promise<WorkingModelAnswer> {
  const { document, faults } = parseModelDocument(given, '/document');
  if (!document) throw invalidInput(faults);
  return installation.content.write(async (tx) => {
    const row = await workingModel(tx);
    if ((row?.number ?? 0) !== number) throw changedSince(await workingAnswer(tx, installation, row), given);
    await putWorkingModel(
      tx,
      row?.base ?? installation.model.revision,
      number + 1,
      document,
      installation.now(),
      person.id,
    );
    return workingAnswer(tx, installation, await workingModel(tx));
  });
}

/** Reads a model document from outside and tells what is wrong with it; nothing is kept. */
export function tryModel(installation: Installation, given: JsonObject): ModelTrial {
  const { document, faults } = parseModelDocument(given, '/document');
  if (!document) throw invalidInput(faults);
  return {
    document,
    faults: checkModel(document, undefined, today(installation)),
    changes: modelChanges(installation.model.document, document).length,
  };
}

export async function dropWorking(installation: Installation, person: Person, number: number): Promise<void> {
  await installation.content.write(async (tx) => {
    const row = await workingModel(tx);
    if ((row?.number ?? 0) !== number) throw changedSince(await workingAnswer(tx, installation, row), {});
    await dropWorkingModel(tx);
  });
}
