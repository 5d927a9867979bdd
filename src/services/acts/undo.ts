import type { UndoAnswer } from '../../contract/acts';
import { mergeJson } from '../../core/content/merge-json';
import { parseModelDocument } from '../../core/formats/model-schema';
import { isId, newId, type Id } from '../../core/ids';
import { sameJson, type Json } from '../../core/json';
import { actByUuid, changesOf, countChanges, sortsChanged, type ActChange } from '../../store/acts';
import type { Reader } from '../../store/database';
import { modelRevision } from '../../store/model';
import { sites, type SiteRow } from '../../store/sites';
import { recordsByUuids, type KeptRecord } from '../../store/records';
import { inForceNow, takeOver, type Taken } from '../model/put-in-force';
import type { Person } from '../people/person';
import { putNextPlaceTaking } from '../pages/waiting-places';
import { inAct, type Act } from '../records/act';
import { putRecount } from '../records/recount';
import type { Installation } from '../runtime/installation';
import { forbidden, notFound, ruleViolation } from '../runtime/refusal';
import { seeSites } from '../runtime/sites';
import { expectMay } from './may-undo';
import { parsed } from './parsed-state';
import type { Reason } from './undo-record';
import { undoThings } from './undo-things';

export const TAKEN_BACK = 'This was taken back already.';

/** Puts the model as it was before an act in force again, with what others changed since. */
async function undoModel(
  act: Act,
  installation: Installation,
  { before, after }: ActChange,
): Promise<{ taken?: Taken; left: Reason[] }> {
  const number = (state: string | null): number =>
    Number((parsed(state) as { number?: number } | null)?.number);
  const [was, is] = [await modelRevision(act.tx, number(before)), await modelRevision(act.tx, number(after))];
  if (!was || !is) return { left: ['The model as it was is not kept.'] };
  const [base, mine, theirs] = [is, was, installation.model.document] as unknown as Json[];
  const { value, conflicts } = mergeJson(base, mine, theirs);
  const { document } = parseModelDocument(value, '/document');
  if (!document || conflicts.length > 0)
    throw ruleViolation('The model was changed since in the same places. Change it back by hand, in Shape.');
  return { taken: await takeOver(act, installation, document), left: [] };
}

/** The most things that an act taken back in one write changed; what changed more goes back in parts. */
const MOST_AT_ONCE = 200;

/** The records that changes are of, by their ids. */
export async function recordsOf(reader: Reader, changes: readonly ActChange[]): Promise<Map<Id, KeptRecord>> {
  const records = await recordsByUuids(
    reader,
    changes.map(({ target }) => target),
  );
  return new Map(records.map((record) => [record.uuid, record]));
}

/** Everyone sees what an undo left. What it shows may be anywhere; it is rare enough to draw every page anew. */
export function seeUndone(installation: Installation, all: readonly SiteRow[]): void {
  if (!sameJson([...installation.sites] as unknown as Json, all as unknown as Json))
    seeSites(installation, all);
  installation.rendered.renewAll();
}

function expectMayAll(
  installation: Installation,
  person: Person,
  changes: readonly ActChange[],
  records: ReadonlyMap<Id, KeptRecord>,
): void {
  for (const change of changes)
    expectMay(installation, person, change, records.get(change.target)?.type ?? null);
}

/** Takes an act back in one write. */
async function undoAtOnce(installation: Installation, person: Person, id: Id): Promise<UndoAnswer> {
  let turning = false;
  try {
    const { answer, taken, all } = await inAct(installation, person, async (act) => {
      const { tx } = act;
      const row = await actByUuid(tx, id);
      if (!row || row.undoneBy !== null) throw ruleViolation(TAKEN_BACK);
      const changes = await changesOf(tx, row.id);
      const records = await recordsOf(tx, changes);
      expectMayAll(installation, person, changes, records);
      const model = changes.find(({ sort }) => sort === 'model');
      const undone: Awaited<ReturnType<typeof undoModel>> = model
        ? await undoModel(act, installation, model)
        : { left: [] };
      const left = [
        ...undone.left.map((why) => ({ label: 'The model', why })),
        ...(await undoThings(act, changes, records)),
      ];
      const kept = await act.keep(`took back: ${row.what}`, { undoes: row.id });
      if (undone.taken) {
        installation.turnover.begin();
        turning = true;
      }
      return {
        answer: { act: kept ?? null, left },
        taken: undone.taken,
        all: await sites(tx),
      };
    });
    if (taken) inForceNow(installation, taken);
    seeUndone(installation, all);
    return answer;
  } finally {
    if (turning) installation.turnover.end();
  }
}

/**
 * Takes back one act, as an act of its own: every thing it changed is merged back, so that what others changed since
 * stays. Answers what had to stay as it is, and why. Refused where somebody took it back already. Of what changed many
 * entries it answers at once, and they go back one after the other beside all other work.
 */
export async function undoAct(installation: Installation, person: Person, id: Id): Promise<UndoAnswer> {
  const { content, queue } = installation;
  const row = isId(id) ? await actByUuid(content, id) : undefined;
  if (!row) throw notFound('act');
  const things = await countChanges(content, row.id);
  const changesModel = (await sortsChanged(content, row.id)).includes('model');
  if (things <= MOST_AT_ONCE || changesModel) {
    const told = await undoAtOnce(installation, person, id);
    await putRecount(installation);
    await putNextPlaceTaking(installation);
    return told;
  }
  if (row.undoneBy !== null) throw ruleViolation(TAKEN_BACK);
  if (person.limits) throw forbidden('So much at once only somebody without limits takes back.');
  const changes = await changesOf(content, row.id);
  expectMayAll(installation, person, changes, await recordsOf(content, changes));
  const undo = newId();
  const goesOn = await queue.put({
    kind: 'undo',
    input: { act: id, undo },
    what: `Take back: ${row.what}`,
    person: person.id,
    once: `undo ${id}`,
  });
  return { act: undo, left: [], goesOn };
}
