import type { EntryAnswer, EntryPatch, NewEntry, Publication } from '../../contract/entries';
import { parseLocalized, referencesInLocalized } from '../../core/content/localized-values';
import { defaultValues } from '../../core/content/values';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { resolveSetting } from '../../core/model/settings';
import type { EntryChange } from '../../core/site/reach';
import type { Reader } from '../../store/database';
import { liveOf, type KeptRecord, type LiveVersion } from '../../store/records';
import type { Person } from '../people/person';
import { reachOfEntry } from '../reach/entry';
import { COLLIDED, inAct, SAVED, type Act } from '../records/act';
import { entryBody, type EntryBody } from '../records/bodies';
import { withGuardedRecord, type Guard, type GuardedSort } from '../records/guarded';
import { expectThere } from '../records/references';
import { comeDown, goLive, spanOf } from '../records/versions';
import { addRecords, changeRecord, putInBin } from '../records/working';
import { minuteNow, today, type Installation } from '../runtime/installation';
import { invalidInput, ruleViolation } from '../runtime/refusal';
import { pagesBeside } from '../visitor/company';
import { answerEntry, needEntry, seenOf, typeOfEntry } from './answer';
import { faultsOfEntry } from './faults';
import { expectReviewer } from './publish';

/** What a patch makes of what it says; refuses what is no value, and references to what is not there. */
async function bodyFrom(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  kept: EntryBody,
  given: Pick<EntryPatch, 'values' | 'translations'>,
): Promise<EntryBody> {
  const { others } = installation.model.document.locales;
  const { localized, faults } = parseLocalized(type.fields, given, kept, '', others);
  if (faults.length > 0) throw invalidInput(faults);
  const [fresh, before] = [localized, kept].map((each) => referencesInLocalized(type.fields, each));
  await expectThere(reader, installation, fresh ?? [], before ?? []);
  return localized;
}

/** An entry, what it is, and what visitors may see of it. */
interface FoundEntry {
  record: KeptRecord;
  versions: LiveVersion[];
  type: CompiledType<ContentType>;
}

const entrySort: GuardedSort<FoundEntry, EntryAnswer> = {
  async need(reader, installation, id) {
    const record = await needEntry(reader, id);
    return { record, versions: await liveOf(reader, record.id), type: typeOfEntry(installation, record) };
  },
  answer: (reader, installation, { record, versions }) => answerEntry(reader, installation, record, versions),
  async follow(reader, installation, { record, versions, type }) {
    const self = { id: record.uuid, record: record.id };
    const stoodBeside = await pagesBeside(reader, installation, type, self);
    return async (after) => {
      const now = installation.now();
      const change: EntryChange = {
        id: record.uuid,
        type: type.id,
        before: seenOf(versions, now),
        after: seenOf(after.versions, now),
      };
      return [
        ...stoodBeside,
        ...(await pagesBeside(reader, installation, type, self)),
        ...(await reachOfEntry(reader, installation, record.uuid, change)),
      ];
    };
  },
};

const onEntry = (
  installation: Installation,
  person: Person,
  guard: Guard,
  work: (act: Act, found: FoundEntry) => Promise<string>,
): Promise<EntryAnswer> => withGuardedRecord(installation, person, entrySort, guard, work);

const binned = 'This entry is in the bin.';

export async function addEntry(
  installation: Installation,
  person: Person,
  { type: key, values: given = {} }: NewEntry,
): Promise<EntryAnswer> {
  const type = installation.model.contentTypeByKey(key);
  if (!type)
    throw invalidInput([
      { path: '/type', code: 'unknown-type', message: `There is no content type "${key}".` },
    ]);
  const newness = { today: today(installation), minute: minuteNow(installation), person: person.name };
  const stage = resolveSetting('firstState', [
    { source: 'site', layer: installation.model.document.settings },
    { source: 'type', layer: type.definition.settings },
  ]).value;
  return inAct(installation, person, async (act) => {
    const first = { values: defaultValues(type.fields, newness) };
    const body = JSON.stringify(await bodyFrom(act.tx, installation, type, first, { values: given }));
    const [made] = await addRecords(act, [
      { sort: 'entry', type: type.id, body, stage: stage === 'review' ? 'review' : 'draft' },
    ]);
    await act.keep('made an entry');
    return answerEntry(act.tx, installation, await needEntry(act.tx, made?.uuid ?? ''), []);
  });
}

export async function entry(installation: Installation, id: Id): Promise<EntryAnswer> {
  const { record, versions } = await entrySort.need(installation.content, installation, id);
  return answerEntry(installation.content, installation, record, versions);
}

export const changeEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: EntryPatch,
): Promise<EntryAnswer> =>
  onEntry(
    installation,
    person,
    { id, revision, yours: { values: patch.values ?? {} }, shows: false },
    async (act, { record, type }) => {
      if (record.binnedAt !== null) throw ruleViolation(`${binned} Take it out before changing it.`);
      const body = await bodyFrom(act.tx, installation, type, entryBody(record.body), patch);
      await changeRecord(act, record, {
        body: JSON.stringify(body),
        stage: 'draft',
        why: patch.apart ? COLLIDED : SAVED,
      });
      return patch.apart ? 'saved what collided in an entry' : 'changed an entry';
    },
  );

export const publishEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  publication: Publication,
): Promise<EntryAnswer> =>
  onEntry(installation, person, { id, revision, shows: true }, async (act, { record, type }) => {
    const { plural } = type.definition;
    expectReviewer(person, type, `Someone who reviews must publish ${plural}. Send it for review instead.`);
    if (record.binnedAt !== null) throw ruleViolation(`${binned} Take it out before publishing it.`);
    const faults = await faultsOfEntry(act.tx, installation, type, entryBody(record.body), record.id);
    const things = faults.length === 1 ? 'One thing' : `${faults.length} things`;
    if (faults.length > 0)
      throw ruleViolation(`${things} must be fixed before this can be published.`, faults);
    await goLive(act, record, spanOf(publication, act.now));
    await changeRecord(act, record, { stage: 'draft', why: 'published' });
    return 'published an entry';
  });

export const withdrawEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  onEntry(installation, person, { id, revision, shows: true }, async (act, { record, type }) => {
    expectReviewer(person, type, `Someone who reviews must withdraw ${type.definition.plural}.`);
    await comeDown(act, record.id);
    await changeRecord(act, record, { why: 'withdrawn' });
    return 'withdrew an entry';
  });

const setStage =
  (stage: 'draft' | 'review', why: string, what: string) =>
  (installation: Installation, person: Person, id: Id, revision: number): Promise<EntryAnswer> =>
    onEntry(installation, person, { id, revision, shows: false }, async (act, { record }) => {
      if (record.binnedAt !== null) throw ruleViolation(binned);
      await changeRecord(act, record, { stage, why });
      return what;
    });

export const submitEntry = setStage('review', 'sent for review', 'sent an entry for review');
export const returnEntry = setStage('draft', 'returned', 'returned an entry');

export const binEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  onEntry(installation, person, { id, revision, shows: true }, async (act, { record, versions, type }) => {
    const shown = versions.some(({ ends }) => ends > act.now);
    const why = `Visitors see this. Someone who reviews must withdraw ${type.definition.plural}.`;
    if (shown) expectReviewer(person, type, why);
    await comeDown(act, record.id);
    await putInBin(act, record.id, true);
    await changeRecord(act, record, { stage: 'draft', why: 'binned' });
    return 'binned an entry';
  });

export const restoreEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  onEntry(installation, person, { id, revision, shows: true }, async (act, { record }) => {
    await putInBin(act, record.id, false);
    await changeRecord(act, record, { why: 'taken out of the bin' });
    return 'restored an entry';
  });
