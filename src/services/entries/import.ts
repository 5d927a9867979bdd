import type { EntriesImport, EntriesImported } from '../../contract/entries';
import { defaultValues, parseValues, referencesIn } from '../../core/content/values';
import type { Fault } from '../../core/faults';
import type { Id } from '../../core/ids';
import { inAct } from '../records/act';
import { addInBulk, type BulkEntry } from './bulk';
import { minuteNow, today, type Installation } from '../runtime/installation';
import { knownOf } from '../records/known';
import type { Person } from '../people/person';
import { notFound } from '../runtime/refusal';

/**
 * Makes drafts of a type from rows that come from outside, as one transaction. A row with a value that is none is told
 * and left out; one that breaks a rule is kept, as any draft is.
 */
export async function importEntries(
  installation: Installation,
  person: Person,
  id: Id,
  { rows }: EntriesImport,
): Promise<EntriesImported> {
  const type = installation.model.contentType(id);
  if (!type) throw notFound('content type in force');
  const begun = defaultValues(type.fields, {
    today: today(installation),
    minute: minuteNow(installation),
    person: person.name,
  });
  const read = rows.map((row) => parseValues(type.fields, row, begun, ''));
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
    await act.keep(`brought in ${made.length} ${made.length === 1 ? 'entry' : 'entries'}`);
    const ids = new Map(good.map((row, i) => [row, made[i] ?? null]));
    return {
      ids: rows.map((_, i) => ids.get(i) ?? null),
      faults: told.flatMap((faults, row) => faults.slice(0, 5).map((fault) => ({ ...fault, row }))),
    };
  });
}
