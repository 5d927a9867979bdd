import PQueue from 'p-queue';
import type { ModelAnswer } from '../../contract/model';
import type { Id } from '../../core/ids';
import { takeDates } from '../../store/all-records';
import type { WriteTransaction } from '../../store/database';
import { followsFor } from '../../core/model/change/follows';
import { modelAfter } from '../../core/model/change/model-after';
import { modelChanges } from '../../core/model/change/changes';
import { typesTouched } from '../../core/model/change/types-touched';
import { checkModel } from '../../core/model/check';
import type { CompiledModel } from '../../core/model/compile';
import type { ModelDocument } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import { sortCategories } from '../../store/categories';
import { recountCategories } from '../../store/category-counts';
import { reindexTables } from '../../store/index-tables/tables';
import { dropWorkingModel, modelInForce, putModelInForce, workingModel } from '../../store/model';
import { recordsOfSort, recordsOfType } from '../../store/records';
import type { Person } from '../people/person';
import { reachOfTypes } from '../reach/entry';
import type { ReachedPage } from '../reach/pages';
import { inAct, type Act, type Doer } from '../records/act';
import { carryRecords } from '../records/carry';
import { noteRecounts, putRecount, type Recount } from '../records/recount';
import { dropRefsOf, refillFields } from '../records/refill';
import { endStaging, stageFields, takeStagedFields, type Staged } from '../records/staging';
import { inBatches, reindexInBatches, reindexRecords } from '../records/reindex';
import { indexTableIn, type Installation } from '../runtime/installation';
import { changedSince, ruleViolation } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { contentFaults } from './change-sheet';
import { workingAnswer } from './working-copy';

export const model = (installation: Installation): ModelAnswer => ({
  revision: installation.model.revision,
  document: installation.model.document,
});

/**
 * Puts a model in force inside an act: its ids, its index tables, and what is derived from what is kept, as far as it
 * follows from what differs. Faults alone are noted, to be counted when it is in force.
 */
async function enforce(
  act: Act,
  installation: Installation,
  next: CompiledModel,
  staged?: Staged,
): Promise<void> {
  const { tx } = act;
  const { keyMap, model: before } = installation;
  const held = staged?.held ?? heldOf(installation, next);
  const mayBeHeld = (field: Id) => held.has(field);
  await keyMap.extend(tx, next.document);
  await putModelInForce(tx, next, act.now, act.by);
  act.enforce(next);
  const stale = new Set(await reindexTables(tx, before, next, keyMap));
  if (before.locale !== next.locale) await sortCategories(tx, next.locale);
  const recounts: Recount[] = [];
  for (const { id } of [...next.contentTypes, ...next.pageTypes, next.shared, next.media]) {
    const { anew, rows, gone, words } = followsFor(before, next, id, mayBeHeld);
    if (stale.has(id) || anew === 'everything') {
      const type = next.contentType(id);
      // Columns of fields that come back may hold values of before.
      if (type) await recountCategories(tx, indexTableIn({ model: next, keyMap }, type));
      const records = (after: number, most: number) => recordsOfType(tx, keyMap.of(id), after, most);
      await inBatches(records, (some) => carryRecords(act, some));
      await reindexInBatches(act.inside, (work) => work(tx), records);
      continue;
    }
    await dropRefsOf(act, before, id, gone);
    const type = next.contentOrMedia(id);
    const inUse = staged?.types.get(id);
    if (anew === 'rows' && type && inUse) await takeStagedFields(act, type, rows, inUse, before);
    else if (anew === 'rows' && type) await refillFields(act, type, rows, before);
    const entries = next.contentType(id);
    const date = entries?.definition.date;
    if (entries && date !== before.contentType(id)?.definition.date) {
      const indexTable = indexTableIn({ model: next, keyMap }, entries);
      await takeDates(tx, indexTable, keyMap.of(id), indexTable.fields.get(date ?? '')?.value);
    }
    if (words.had.length + words.came.length > 0)
      recounts.push({ type: id, faulty: false, words, model: next.revision });
    if (anew !== 'nothing')
      recounts.push({ type: id, faulty: anew === 'faults of the faulty', model: next.revision });
  }
  await recountLeft(tx, before, act.inside);
  await noteRecounts(tx, recounts);
  await carryRecords(act, await recordsOfSort(tx, 'listing'));
  await reindexRecords(tx, act.inside, await recordsOfSort(tx, 'listing'));
}

/** Counts categories anew by what a type shared with others and has no more: its entries do not count any longer. */
async function recountLeft(tx: WriteTransaction, before: CompiledModel, inside: Installation): Promise<void> {
  const { model } = inside;
  const left = (field: Id) =>
    before.contentTypes.some((type) => type.field(field) && !model.contentType(type.id)?.field(field));
  for (const type of model.contentTypes)
    if (type.fields.some((field) => kindFor(field).scheme !== undefined && left(field.id)))
      await recountCategories(tx, indexTableIn(inside, type));
}

/** What bodies may hold values of, or as values: fields, their choices, and the types of blocks. */
const idsOfFields = (model: CompiledModel): Id[] => {
  const { contentTypes, pageTypes, media, document } = model;
  const blocks = document.blockTypes.flatMap(({ id }) => model.blockType(id) ?? []);
  return [...contentTypes, ...pageTypes, media, ...blocks].flatMap(({ id, fields }) => [
    id,
    ...fields.flatMap((field) => [field.id, ...(kindFor(field).choices ?? []).map((choice) => choice.id)]),
  ]);
};

/** The ids of a model that bodies may hold values of from earlier ones. */
const heldOf = ({ keyMap }: Installation, next: CompiledModel): Set<Id> =>
  new Set(idsOfFields(next).filter((id) => keyMap.find(id) >= 0));

/** Does an act that puts a model in force. From its last step until everyone sees the model, readers wait. */
export async function turningOver(
  installation: Installation,
  person: Doer | null,
  work: (act: Act) => Promise<Taken>,
): Promise<ModelAnswer> {
  let begun = false;
  let answer: ModelAnswer;
  try {
    const taken = await inAct(installation, person, async (act) => {
      const done = await work(act);
      installation.turnover.begin();
      begun = true;
      return done;
    });
    answer = inForceNow(installation, taken);
  } finally {
    if (begun) installation.turnover.end();
  }
  await putRecount(installation);
  return answer;
}

/**
 * Puts the working copy in force: what takes long is worked out beside all other work, and then taken over in one
 * transaction. Entries' faults and visitors' pages follow.
 */
export const applyWorking = (
  installation: Installation,
  person: Person,
  number: number,
): Promise<ModelAnswer> =>
  oneAfterTheOther(installation, async () => {
    const staged = await stageWorking(installation, number);
    try {
      return await turningOver(installation, person, async (act) => {
        const { tx } = act;
        const row = await workingModel(tx);
        if (!row) throw ruleViolation('There is no working copy to put in force.');
        const inForce = await modelInForce(tx);
        if (!revisionMatches(row.number, number) || row.base !== inForce?.number)
          throw changedSince(await workingAnswer(tx, installation, row), {});
        const taken = await takeOver(act, installation, row.document, staged);
        await dropWorkingModel(tx);
        await act.keep('put a model in force');
        return taken;
      });
    } finally {
      if (staged) await endStaging(installation, staged.noted);
    }
  });

/** Stages what the working copy of a number will write; nothing where it would be refused anyway. */
async function stageWorking(installation: Installation, number: number): Promise<Staged | undefined> {
  const row = await workingModel(installation.content);
  if (!row || !revisionMatches(row.number, number) || row.base !== installation.model.revision)
    return undefined;
  if (checkModel(row.document).some(({ weight }) => weight === 'error')) return undefined;
  const next = modelAfter(installation.model, row.document);
  return stageFields(installation, next, heldOf(installation, next));
}

const turns = new WeakMap<Installation, PQueue>();

/** Puts models in force one after the other: what one has staged, another must not write over. */
function oneAfterTheOther<T>(installation: Installation, work: () => Promise<T>): Promise<T> {
  const queue = turns.get(installation) ?? new PQueue({ concurrency: 1 });
  turns.set(installation, queue);
  return queue.add(work);
}

/**
 * Puts a model document that comes from outside in force, if nothing holds it back. A working copy that was
 * begun is left, and told that it is behind.
 */
export const importModel = (
  installation: Installation,
  document: ModelDocument,
  person: Doer | null = null,
): Promise<ModelAnswer> =>
  turningOver(installation, person, async (act) => {
    const taken = await takeOver(act, installation, document);
    await act.keep('put a model in force');
    return taken;
  });

export interface Taken {
  next: CompiledModel;
  /** The pages that differ; nothing where all may. */
  reached: ReachedPage[] | undefined;
}

/** Checks a model against itself and against what is kept, and puts it in force inside a write. */
export async function takeOver(
  act: Act,
  installation: Installation,
  document: ModelDocument,
  staged?: Staged,
): Promise<Taken> {
  const changes = modelChanges(installation.model.document, document);
  const errors = [
    ...checkModel(document),
    ...(await contentFaults(act.tx, installation, changes, document)),
  ].filter(({ weight }) => weight === 'error');
  if (errors.length > 0)
    throw ruleViolation(
      errors.length === 1 ? (errors[0]?.message ?? '') : `${errors.length} faults hold this back.`,
      errors,
    );
  const next = modelAfter(installation.model, document);
  const { everything, types } = typesTouched(changes);
  const reached = everything ? undefined : await reachOfTypes(act.tx, installation, types);
  await enforce(act, installation, next, staged);
  return { next, reached };
}

/** From here on everyone sees the model that was taken over, and pages that differ are drawn anew. */
export function inForceNow(installation: Installation, { next, reached }: Taken): ModelAnswer {
  installation.model = next;
  if (reached) installation.rendered.renew(reached.map(({ uuid }) => uuid));
  else installation.rendered.renewAll();
  return model(installation);
}

/** Puts a whole model in force where nothing is kept yet: for the sample and for benches. */
export async function beginWith(installation: Installation, document: ModelDocument): Promise<void> {
  const errors = checkModel(document).filter(({ weight }) => weight === 'error');
  if (errors.length > 0) throw ruleViolation(errors.map(({ message }) => message).join(' '), errors);
  const next = modelAfter(installation.model, document);
  await inAct(installation, null, async (act) => {
    await enforce(act, installation, next);
    await act.keep('put a model in force');
  });
  installation.model = next;
}
