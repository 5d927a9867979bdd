import type { ModelTrial, WorkingModelAnswer } from '../../contract/model';
import type { Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { ModelDocument } from '../../core/model/document';
import type { DocumentCheck, TrialContext } from '../../core/model/trial';
import type { Reader, WriteTransaction } from '../../store/database';
import {
  dropWorkingModel,
  putWorkingModel,
  listedOnPages,
  readByListings,
  typesWithRecords,
  workingModel,
  type WorkingModelRow,
} from '../../store/model';
import type { Person } from '../people/person';
import { today, type Installation } from '../runtime/installation';
import { changedSince, invalidInput } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';

/** What the content tells of the model, by ids. */
export interface ToldByContent {
  used: Id[];
  shown: Id[];
}

/** The types and fields that entries, pages and listings use, and which of them pages show. */
export async function toldByContent(reader: Reader, installation: Installation): Promise<ToldByContent> {
  const { model, keyMap } = installation;
  const idOf = new Map(
    [...model.contentTypes, ...model.pageTypes].map(({ id }) => [keyMap.find(id), id] as const),
  );
  const [all, standing] = [
    await typesWithRecords(reader, [...idOf.keys()], { inBin: true }),
    await typesWithRecords(
      reader,
      model.pageTypes.map(({ id }) => keyMap.find(id)),
      { inBin: false },
    ),
  ];
  const ids = (keys: readonly number[]) => keys.flatMap((key) => idOf.get(key) ?? []);
  return {
    used: [...new Set([...ids(all), ...(await readByListings(reader))])],
    shown: [...ids(standing), ...(await listedOnPages(reader))],
  };
}

/** What a document is held against here. */
const contextOf = (installation: Installation, content: ToldByContent | undefined): TrialContext => ({
  inForce: installation.model.document,
  today: today(installation),
  ...(content ? { content } : {}),
});

function answer(
  { model }: Installation,
  row: WorkingModelRow | undefined,
  { used, shown }: ToldByContent,
  { faults, changes }: DocumentCheck,
): WorkingModelAnswer {
  return {
    base: row?.base ?? model.revision,
    number: row?.number ?? 0,
    document: row?.document ?? model.document,
    ...(row ? { changedAt: new Date(row.changedAt).toISOString(), changedBy: row.by } : {}),
    faults,
    used,
    shown,
    changes,
  };
}

/** The working copy as it is told at the door; without one, the model in force. */
export async function workingAnswer(
  reader: Reader,
  installation: Installation,
  row: WorkingModelRow | undefined,
): Promise<WorkingModelAnswer> {
  const content = await toldByContent(reader, installation);
  const check = await installation.beside.run('checkDocument', {
    document: row?.document ?? installation.model.document,
    context: contextOf(installation, content),
  });
  return answer(installation, row, content, check);
}

export const working = async (installation: Installation): Promise<WorkingModelAnswer> =>
  workingAnswer(installation.content, installation, await workingModel(installation.content));

/** Does something to the working copy, if it is still the one that was read. Nothing long happens inside the write. */
async function onWorking(
  installation: Installation,
  number: number,
  yours: object,
  work: (tx: WriteTransaction, row: WorkingModelRow | undefined) => Promise<unknown>,
): Promise<void> {
  const isSame = await installation.content.write(async (tx) => {
    const row = await workingModel(tx);
    if (!revisionMatches(row?.number ?? 0, number)) return false;
    await work(tx, row);
    return true;
  });
  if (!isSame) throw changedSince(await working(installation), yours);
}

/** Reads a document that came from outside; every fault of its shape is refused. */
async function readDocument(
  installation: Installation,
  given: JsonObject,
  content: ToldByContent | undefined,
): Promise<{ document: ModelDocument; check: DocumentCheck }> {
  const context = contextOf(installation, content);
  const read = await installation.beside.run('tryDocument', { given, at: '/document', context });
  if ('faults' in read) throw invalidInput(read.faults);
  return read;
}

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
  const content = await toldByContent(installation.content, installation);
  const { document, check } = await readDocument(installation, given, content);
  await onWorking(installation, number, given, (tx, row) =>
    putWorkingModel(
      tx,
      row?.base ?? installation.model.revision,
      (row?.number ?? 0) + 1,
      document,
      installation.now(),
      person.id,
    ),
  );
  return answer(installation, await workingModel(installation.content), content, check);
}

/** Reads a model document from outside and tells what is wrong with it; nothing is kept. */
export async function tryModel(installation: Installation, given: JsonObject): Promise<ModelTrial> {
  const { document, check } = await readDocument(installation, given, undefined);
  return { document, faults: check.faults, changes: check.changes };
}

export const dropWorking = (installation: Installation, number: number): Promise<void> =>
  onWorking(installation, number, {}, (tx) => dropWorkingModel(tx));
