import type { Publication } from '../../contract/entries';
import type { PlacedListing, ListingPatch, NewListing } from '../../contract/listings';
import type { Fault } from '../../core/faults';
import type { Id } from '../../core/ids';
import { metadataTestsOf, OWN_LIST, type ListingRule } from '../../core/mapping/rule/listing-rule';
import { serializeRule } from '../../core/mapping/rule/serialize-rule';
import { Sources } from '../../core/mapping/rule/sources';
import { keyFrom } from '../../core/model/naming';
import type { Reader } from '../../store/database';
import { listingKeys, setListingKey } from '../../store/listings';
import { liveOf, recordByUuid, type KeptRecord, type LiveVersion } from '../../store/records';
import { referrers } from '../../store/refs';
import type { Person } from '../people/person';
import { pagesShowing } from '../reach/pages';
import { inAct, savingOf } from '../records/act';
import { listingBody, type ListingBody } from '../records/bodies';
import { withGuardedRecord, type GuardedSort } from '../records/guarded';
import { comeDown, expectRevision, goLive, spanOf } from '../records/versions';
import { addRecords, changeRecord, putInBin } from '../records/working';
import type { Installation } from '../runtime/installation';
import { changedSince, invalidInput, ruleViolation } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { homesFollowing } from '../visitor/company';
import { answerListing, needListing, ruleFrom } from './listings';
import { ruleFaults } from './references';

interface FoundListing {
  record: KeptRecord;
  versions: LiveVersion[];
}

const listingSort: GuardedSort<FoundListing, PlacedListing> = {
  async need(reader, _installation, id) {
    const record = await needListing(reader, id);
    return { record, versions: await liveOf(reader, record.id) };
  },
  answer: (reader, installation, { record, versions }) =>
    answerListing(reader, installation, record, versions),
  follow:
    async (reader, installation, { record }) =>
    async () => {
      const changed = new Set([record.uuid]);
      return [
        ...(await pagesShowing(reader, installation, changed)),
        ...(await homesFollowing(reader, installation, changed)),
      ];
    },
};

/** Refuses a rule that picks what is not there. What was picked before and has gone since may stay. */
async function expectPicked(
  reader: Reader,
  installation: Installation,
  rule: ListingRule,
  kept?: ListingRule,
): Promise<void> {
  const before = new Set([...(kept?.pins ?? []).map(({ entry }) => entry), ...(kept?.leaveOut ?? [])]);
  const faults: Fault[] = [];
  const check = async (entry: Id, path: string) => {
    if (before.has(entry)) return;
    const record =
      (await recordByUuid(reader, entry, 'entry')) ??
      (await recordByUuid(reader, entry, 'page')) ??
      (await recordByUuid(reader, entry, 'medium'));
    if (!record || record.binnedAt !== null || record.type === null || !rule.from.includes(record.type))
      faults.push({
        path,
        code: 'not-there',
        message: `There is no such ${Sources.of(installation.model, rule.from).label}.`,
      });
  };
  for (const [i, { entry }] of (rule.pins ?? []).entries()) await check(entry, `/rule/pins/${i}/entry`);
  for (const [i, entry] of (rule.leaveOut ?? []).entries()) await check(entry, `/rule/leaveOut/${i}`);
  const named = metadataTestsOf(rule.where).flatMap((test) =>
    'site' in test && test.site !== 'here' ? test.site : [],
  );
  if (named.some((id) => !installation.sites.some(({ uuid }) => uuid === id)))
    faults.push({
      path: '/rule/where',
      code: 'not-there',
      message: 'A condition names a site that is not there.',
    });
  if (
    rule.fullList !== undefined &&
    rule.fullList !== OWN_LIST &&
    rule.fullList !== kept?.fullList &&
    !(await recordByUuid(reader, rule.fullList, 'page'))
  )
    faults.push({ path: '/rule/fullList', code: 'not-there', message: 'There is no such page.' });
  if (faults.length > 0) throw invalidInput(faults);
}

export async function addListing(
  installation: Installation,
  person: Person,
  { label, rule: given }: NewListing,
): Promise<PlacedListing> {
  const rule = ruleFrom(installation, given);
  return inAct(installation, person, async (act) => {
    await expectPicked(act.tx, installation, rule);
    const body: ListingBody = { rule };
    const title = label.trim();
    const [made] = await addRecords(act, [
      { sort: 'listing', type: null, title, body: JSON.stringify(body) },
    ]);
    const taken = (await listingKeys(act.tx)).map(({ key }) => key);
    await setListingKey(act.tx, made?.id ?? 0, keyFrom(label, taken));
    await act.keep('made a listing');
    return answerListing(act.tx, installation, await needListing(act.tx, made?.uuid ?? ''), []);
  });
}

export const changeListing = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { label, rule: given, apart }: ListingPatch,
): Promise<PlacedListing> =>
  withGuardedRecord(
    installation,
    person,
    listingSort,
    { id, revision, yours: given ?? {}, shows: false },
    async (act, { record }) => {
      const kept = listingBody(record.body).rule;
      // A merge patch, but for the rule's parts: each that is given replaces the kept one as a whole; null takes one away.
      const said = { ...serializeRule(installation.model, kept), ...given };
      const parts = Object.entries(said).filter(([, part]) => part !== null);
      const rule = given ? ruleFrom(installation, Object.fromEntries(parts)) : kept;
      await expectPicked(act.tx, installation, rule, kept);
      const body: ListingBody = { rule };
      const { why, what } = savingOf(apart, 'a listing');
      await changeRecord(act, record, {
        title: label?.trim() ?? record.title,
        body: JSON.stringify(body),
        stage: 'draft',
        why,
      });
      return what;
    },
  );

export const publishListing = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  publication: Publication,
): Promise<PlacedListing> =>
  withGuardedRecord(
    installation,
    person,
    listingSort,
    { id, revision, shows: true },
    async (act, { record }) => {
      const faults = ruleFaults(installation, listingBody(record.body).rule);
      if (faults.length > 0)
        throw ruleViolation('This listing names things that are gone. Fix it first.', faults);
      await goLive(act, record, spanOf(publication, act.now));
      await changeRecord(act, record, { stage: 'draft', why: 'published' });
      return 'put a listing in force';
    },
  );

export async function binListing(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  /** The listing that is put in its place right after. */
  instead?: Id,
): Promise<void> {
  await inAct(installation, person, async (act) => {
    const found = await listingSort.need(act.tx, installation, id);
    if (!revisionMatches(found.record.revision, revision)) {
      const current = await listingSort.answer(act.tx, installation, found);
      expectRevision(found.record, revision, () => changedSince(current, {}));
    }
    const using = [...(await referrers(act.tx, id, 0)), ...(await referrers(act.tx, id, 1))].filter(
      ({ role }) => role === 'listing',
    );
    // A page may show it in what visitors see and in what is worked on.
    const titles = [...new Map(using.map(({ uuid, title }) => [uuid, title])).values()];
    if (titles.length > 0 && instead === undefined) {
      const [show, those] = titles.length === 1 ? ['shows', 'it'] : ['show', 'them'];
      throw ruleViolation(`${titles.join(', ')} ${show} this listing. Give ${those} another first.`);
    }
    await comeDown(act, found.record.id);
    await putInBin(act, found.record.id, true);
    await act.keep('binned a listing');
  });
}
