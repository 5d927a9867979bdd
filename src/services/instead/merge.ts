import type { EntryAnswer, EntryMerge } from '../../contract/entries';
import { newId, type Id } from '../../core/ids';
import { parseLocalized } from '../../core/content/localized-values';
import { needEntry, typeOfEntry } from '../entries/answer';
import { binEntry, changeEntry, entry } from '../entries/write';
import type { Person } from '../people/person';
import { entryBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { inOneAct } from '../runtime/request-context';
import { changedSince, invalidInput } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { withInstead } from './give';
import { insteadGiven } from './options';

/**
 * Makes one entry of two of a type: one stays, with what is to be kept of the other laid over what it says; the other goes
 * into the bin, all that named it names the one that stays, and its address leads there. One act, taken back as one.
 */
export async function mergeEntries(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { other: gone, otherRevision, ...kept }: EntryMerge,
): Promise<EntryAnswer> {
  const { values, translations } = { values: kept.values ?? {}, translations: kept.translations ?? {} };
  const { content } = installation;
  const refuse = (code: string, message: string) => invalidInput([{ path: '/other', code, message }]);
  if (gone === id) throw refuse('itself', 'These are not two entries, but one.');
  const [stays, goes] = [await needEntry(content, id), await needEntry(content, gone)];
  if (stays.type !== goes.type) throw refuse('type', 'Two entries of one type become one.');
  if (stays.binnedAt !== null || goes.binnedAt !== null)
    throw refuse('binned', 'One of them is in the bin. Restore it first.');
  // Both are looked at before anything is done: what comes behind is refused without leaving half of it.
  if (!revisionMatches(stays.revision, revision))
    throw changedSince({ ...(await entry(installation, id)) }, { values });
  if (goes.revision !== otherRevision)
    throw refuse('changed', 'Somebody changed the other one meanwhile. Look at both again.');
  await insteadGiven(installation, goes, id);
  const { others } = installation.model.document.locales;
  const { fields } = typeOfEntry(installation, stays);
  const { faults } = parseLocalized(fields, { values, translations }, entryBody(stays.body), '', others);
  if (faults.length > 0) throw invalidInput(faults);
  const says = Object.keys(values).length + Object.keys(translations).length > 0;
  return inOneAct(newId(), 'merged two entries', async () => {
    await withInstead(
      installation,
      person,
      { id: gone, instead: id, what: 'merged two entries' },
      async () => {
        // Whether one may take it from visitors is asked first.
        await binEntry(installation, person, gone, otherRevision);
        if (says) await changeEntry(installation, person, id, revision, { values, translations });
      },
    );
    return entry(installation, id);
  });
}
