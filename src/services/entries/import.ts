import type { EntriesImport, EntriesImported } from '../../contract/entries';
import { defaultValues, parseValues, referencesIn } from '../../core/content/values';
import type { Fault } from '../../core/faults';
import type { Id } from '../../core/ids';
import { actByUuid, countChanges, type ActRow } from '../../store/acts';
import { inAct, type Act } from '../records/act';
import { addInBulk, type BulkEntry } from './bulk';
import { minuteNow, today, type Installation } from '../runtime/installation';
import { knownOf } from '../records/known';
import type { Person } from '../people/person';
import { notFound, ruleViolation } from '../runtime/refusal';

/** How long (ms) after the rows before them rows can still belong to the same bringing in. */
const GOES_ON = 60 * 60_000;

/** The act of bringing in that more rows go on with. Refused where it is another's, over, or taken back. */
async function actGoingOn(act: Act, id: Id): Promise<ActRow> {
  const begun = await actByUuid(act.tx, id);
  const goesOn =
    begun?.person === act.by &&
    begun.undoneBy === null &&
    begun.undoes === null &&
    /^brought in \d+ entr(?:y|ies)$/.test(begun.what) &&
    begun.at > act.now - GOES_ON;
  if (!begun || !goesOn)
    throw ruleViolation('The rows before these were taken back, or brought in too long ago.');
  return begun;
}

/**
 * Makes drafts of a type from rows that come from outside, as one transaction; rows that are brought in
 * after others can be one act with them. A row with a value that is none is told
 * and left out; one that breaks a rule is kept, as any draft is.
 */
export async function importEntries(
  installation: Installation,
  person: Person,
  id: Id,
  { rows, act: begunBy }: EntriesImport,
): Promise<EntriesImported> {
  const type = installation.model.contentType(id);
  if (!type) throw notFound('content type in force');
  const initial = defaultValues(type.fields, {
    today: today(installation),
    minute: minuteNow(installation),
    person: person.name,
  });
  const read = rows.map((row) => parseValues(type.fields, row, initial, ''));
  return inAct(installation, person, async (act) => {
    const refs = read.map(({ values }) => referencesIn(type.fields, values, ''));
    const known = await knownOf(act.tx, installation, refs.flat());
    const there = { entry: known.entries, page: known.pages, category: known.categories, media: known.media };
    const told = read.map(({ faults }, i): Fault[] => [
      ...faults,
      ...(refs[i] ?? [])
        .filter(({ sort, target }) => !there[sort].has(target))
        .map(({ path }) => ({ path, code: 'not-there', message: 'It names something that is not there.' })),
    ]);
    const good = read.map((_, i) => i).filter((i) => told[i]?.length === 0);
    const at = act.now;
    const made = await addInBulk(
      act,
      type,
      good.map((i): BulkEntry => ({ values: read[i]?.values ?? {}, at, by: person.id, stage: 'draft' })),
    );
    const begun = begunBy === undefined ? undefined : await actGoingOn(act, begunBy);
    const all = made.length + (begun === undefined ? 0 : await countChanges(act.tx, begun.id));
    const kept = await act.keep(`brought in ${all} ${all === 1 ? 'entry' : 'entries'}`, {
      ...(begun === undefined ? {} : { partOf: begun.uuid }),
    });
    const ids = new Map(good.map((row, i) => [row, made[i] ?? null]));
    return {
      ids: rows.map((_, i) => ids.get(i) ?? null),
      act: kept ?? null,
      faults: told.flatMap((faults, row) => faults.slice(0, 5).map((fault) => ({ ...fault, row }))),
    };
  });
}
