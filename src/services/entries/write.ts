import type { EntryAnswer, EntryPatch, NewEntry, Publication, Withdrawal } from '../../contract/entries';
import { parseLocalized, referencesInLocalized } from '../../core/content/localized-values';
import { withSources } from '../../core/content/translation-sources';
import { defaultValues, titleOf } from '../../core/content/values';
import { pointer } from '../../core/faults';
import { newId, type Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { resolveSetting } from '../../core/model/settings';
import type { Stage } from '../../core/content/states';
import type { EntryChange } from '../../core/site/reach';
import { copyAudience } from '../../store/audiences';
import type { Reader } from '../../store/database';
import { liveOf, sortOf, type KeptRecord, type LiveVersion } from '../../store/records';
import type { Person } from '../people/person';
import { reachOfEntry } from '../reach/entry';
import { inAct, savingOf, type Act } from '../records/act';
import { entryBody, type EntryBody } from '../records/bodies';
import { withGuardedRecord, type Guard, type GuardedSort } from '../records/guarded';
import { expectThere } from '../records/references';
import { expectMayChange, giveBack, submit } from '../records/review';
import { comeDown, goLive, spanOf, takeDownWaiting } from '../records/versions';
import { addRecords, changeRecord, putInBin } from '../records/working';
import { minuteNow, today, type Installation } from '../runtime/installation';
import { changedSince, invalidInput, ruleViolation } from '../runtime/refusal';
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
  given: Pick<EntryPatch, 'values' | 'translations' | 'confirmed'>,
): Promise<EntryBody> {
  const { others } = installation.model.document.locales;
  const { localized, faults } = parseLocalized(type.fields, given, kept, '', others);
  if (faults.length > 0) throw invalidInput(faults);
  const [fresh, before] = [localized, kept].map((each) => referencesInLocalized(type.fields, each));
  await expectThere(reader, installation, fresh ?? [], before ?? []);
  return withSources(type.fields, kept, localized, confirmedIn(installation, type, given.confirmed));
}

/** The fields whose translations somebody found right as they are, by locale. */
function confirmedIn(
  { model }: Installation,
  type: CompiledType<ContentType>,
  given: EntryPatch['confirmed'],
): Record<string, Id[]> {
  const { others } = model.document.locales;
  const fault = (path: string, message: string) => invalidInput([{ path, code: 'confirmed', message }]);
  return Object.fromEntries(
    Object.entries(given ?? {}).map(([locale, keys]): [string, Id[]] => {
      const path = pointer('/confirmed', locale);
      if (!others.includes(locale)) throw fault(path, `The site is not written in "${locale}".`);
      if (!Array.isArray(keys)) throw fault(path, 'This takes the keys of fields.');
      return [
        locale,
        keys.map((key: unknown) => {
          const field = typeof key === 'string' ? type.fieldByKey(key) : undefined;
          if (!field) throw fault(path, `${type.definition.label} has no field "${String(key)}".`);
          return field.id;
        }),
      ];
    }),
  );
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

function typeToBe(installation: Installation, key: string): CompiledType<ContentType> {
  const type = installation.model.contentTypeByKey(key);
  if (!type)
    throw invalidInput([
      { path: '/type', code: 'unknown-type', message: `There is no content type "${key}".` },
    ]);
  return type;
}

/** What a new entry of a type is at. */
const firstStage = (installation: Installation, { definition }: CompiledType<ContentType>): Stage =>
  resolveSetting('firstState', [
    { source: 'site', layer: installation.model.document.settings },
    { source: 'type', layer: definition.settings },
  ]).value === 'review'
    ? 'review'
    : 'draft';

/** What a new entry of a type says before anybody wrote in it. */
const firstValues = (installation: Installation, person: Person, type: CompiledType<ContentType>) =>
  defaultValues(type.fields, {
    today: today(installation),
    minute: minuteNow(installation),
    person: person.name,
  });

/** An entry of a type as it would be made now, at revision 0: nothing of it is kept. */
export async function freshEntry(
  installation: Installation,
  person: Person,
  key: string,
  uuid: Id = newId(),
): Promise<EntryAnswer> {
  const type = typeToBe(installation, key);
  const values = firstValues(installation, person, type);
  const now = installation.now();
  const record: KeptRecord = {
    id: 0,
    uuid,
    sort: 'entry',
    type: type.id,
    binnedAt: null,
    revision: 0,
    stage: 'draft',
    title: titleOf(type.definition, values),
    body: JSON.stringify({ values }),
    faults: 0,
    changedAt: now,
    changedBy: person.name,
    changedById: person.id,
    model: installation.model.revision,
  };
  return answerEntry(installation.content, installation, record, []);
}

export async function addEntry(
  installation: Installation,
  person: Person,
  { type: key, id: wanted, ...given }: NewEntry,
): Promise<EntryAnswer> {
  const type = typeToBe(installation, key);
  return inAct(installation, person, async (act) => {
    const there = wanted === undefined ? undefined : await sortOf(act.tx, wanted);
    // It was made, and whoever asked did not hear of it.
    if (there === 'entry') throw changedSince({ ...(await entry(installation, wanted ?? '')) }, given);
    if (there !== undefined)
      throw invalidInput([{ path: '/id', code: 'taken', message: 'Something else has this id.' }]);
    const first = { values: firstValues(installation, person, type) };
    const body = JSON.stringify(await bodyFrom(act.tx, installation, type, first, given));
    const [made] = await addRecords(act, [
      {
        ...(wanted === undefined ? {} : { uuid: wanted }),
        sort: 'entry',
        type: type.id,
        body,
        stage: firstStage(installation, type),
      },
    ]);
    await act.keep('made an entry');
    return answerEntry(act.tx, installation, await needEntry(act.tx, made?.uuid ?? ''), []);
  });
}

/** Makes another entry that says what the working version of one says, in every language. */
export const copyEntry = (installation: Installation, person: Person, id: Id): Promise<EntryAnswer> =>
  inAct(installation, person, async (act) => {
    const record = await needEntry(act.tx, id);
    const type = typeOfEntry(installation, record);
    const [made] = await addRecords(act, [
      { sort: 'entry', type: type.id, body: record.body, stage: firstStage(installation, type) },
    ]);
    await copyAudience(act.tx, record.id, made?.id ?? 0);
    await act.keep('copied an entry');
    return answerEntry(act.tx, installation, await needEntry(act.tx, made?.uuid ?? ''), []);
  });

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
      expectMayChange(person, record, 'write entries');
      const body = await bodyFrom(act.tx, installation, type, entryBody(record.body), patch);
      const { why, what } = savingOf(patch.apart, 'an entry');
      // What waits for review waits on; that it was changed meanwhile is told to whoever reviews it.
      await changeRecord(act, record, { body: JSON.stringify(body), why });
      return what;
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
  { from }: Withdrawal = {},
): Promise<EntryAnswer> =>
  onEntry(installation, person, { id, revision, shows: true }, async (act, { record, type }) => {
    expectReviewer(person, type, `Someone who reviews must withdraw ${type.definition.plural}.`);
    if (from !== undefined) {
      await takeDownWaiting(act, record.id, from);
      return 'took down a version that waited';
    }
    await comeDown(act, record.id);
    await changeRecord(act, record, { why: 'withdrawn' });
    return 'withdrew an entry';
  });

export const submitEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  onEntry(installation, person, { id, revision, shows: false }, async (act, { record }) => {
    if (record.binnedAt !== null) throw ruleViolation(binned);
    return submit(act, record, 'an entry');
  });

export const returnEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  onEntry(installation, person, { id, revision, shows: false }, async (act, { record }) => {
    if (record.binnedAt !== null) throw ruleViolation(binned);
    return giveBack(act, person, record, 'an entry');
  });

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
