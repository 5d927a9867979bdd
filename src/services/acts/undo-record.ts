import { mergeJson } from '../../core/content/merge-json';
import { sameJson, type Json } from '../../core/json';
import {
  dropLive,
  endLive,
  liveOf,
  putLive,
  recordById,
  recordsByUuids,
  revisionBody,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { branchOf, pageAt, placeOf, placesOfMany } from '../../store/pages';
import { sites } from '../../store/sites';
import {
  dropWaitingPlaces,
  putWaitingPlaces,
  waitingPlacesOf,
  type WaitingPlace,
} from '../../store/waiting-places';
import type { Act } from '../records/act';
import type { ActPlace, ActRecord, ActVersion } from '../records/act-state';
import { carriedBody } from '../records/carry';
import { changeRecord, putInBin } from '../records/working';
import { comeDown } from '../records/versions';
import { parentPlace } from '../pages/places';
import { binAddress, isBinAddress } from '../../core/site/address';
import { giveWords, placePages, readdress } from '../pages/placing';

/** Why something that an act changed stays as it is now. */
export type Reason = string;

const SINCE = 'It was changed since.';
const NOT_KEPT = 'What it said before is not kept any more.';

/**
 * Takes back what an act did to one record; what others changed since stays. Answers why parts of it stay as
 * they are.
 */
export async function undoRecord(
  act: Act,
  id: number,
  before: ActRecord | null,
  after: ActRecord,
): Promise<Reason[]> {
  const record = await recordById(act.tx, id);
  if (!record) return ['It is not there any more.'];
  if (!before) return undoMaking(act, record);
  const left: Reason[] = [];
  if (before.place !== undefined) left.push(...(await undoPlace(act, record, before.place, after.place)));
  await undoBin(act, record, before, after);
  if (before.live && after.live) left.push(...(await undoLive(act, record, before.live, after.live)));
  left.push(...(await undoWorking(act, record, before, after)));
  return left;
}

/** What was made goes to the bin, whatever became of it since: there it can be looked at and taken out. */
async function undoMaking(act: Act, record: KeptRecord): Promise<Reason[]> {
  if (record.binnedAt !== null) return [];
  const place = record.sort === 'page' ? await placeOf(act.tx, record.id) : undefined;
  if (place && (await branchOf(act.tx, record.id)).length > 1) return ['Pages stand below it now.'];
  await comeDown(act, record.id);
  await putInBin(act, record.id, true);
  if (place) await placePages(act, [{ ...place, address: binAddress(record.uuid) }]);
  return [];
}

async function undoBin(act: Act, record: KeptRecord, before: ActRecord, after: ActRecord): Promise<void> {
  if (before.binnedAt === undefined || after.binnedAt === undefined) return;
  const [was, is, now] = [before.binnedAt, after.binnedAt, record.binnedAt].map((at) => at !== null);
  if (is === now && was !== now) await putInBin(act, record.id, was ?? false);
}

/** What a kept revision says, carried to the model of now. */
async function bodyAt(act: Act, record: KeptRecord, revision: number | undefined): Promise<Json | undefined> {
  const kept = revision === undefined ? undefined : await revisionBody(act.tx, record.id, revision);
  if (!kept) return undefined;
  const body = kept.model < act.model ? carriedBody(act.inside.model, record, kept.body) : kept.body;
  return JSON.parse(body) as Json;
}

async function undoWorking(
  act: Act,
  record: KeptRecord,
  before: ActRecord,
  after: ActRecord,
): Promise<Reason[]> {
  const [was, is] = [await bodyAt(act, record, before.revision), await bodyAt(act, record, after.revision)];
  const now = JSON.parse(record.body) as Json;
  const { value = now, conflicts } =
    was === undefined || is === undefined ? { value: now, conflicts: [] } : mergeJson(is, was, now);
  const stage = before.stage !== undefined && after.stage === record.stage ? before.stage : record.stage;
  const title = before.title !== undefined && after.title === record.title ? before.title : record.title;
  if (!sameJson(value, now) || stage !== record.stage || title !== record.title)
    await changeRecord(act, record, { body: JSON.stringify(value), stage, title, why: 'undone' });
  if (before.revision !== undefined && was === undefined) return [NOT_KEPT];
  return conflicts.length > 0 ? [SINCE] : [];
}

const sameSpans = (kept: readonly ActVersion[], now: readonly LiveVersion[], from: number): boolean => {
  const open = (spans: readonly { id: number; starts: number; ends: number }[]) =>
    spans.filter(({ ends }) => ends > from).map(({ id, starts, ends }) => [id, starts, ends]);
  return sameJson(open(kept), open(now));
};

/**
 * From now on visitors see again what they saw before the act, as far as that would still show. What they saw between
 * stays known: a version that ended is not begun again, another with its words begins.
 */
async function undoLive(
  act: Act,
  record: KeptRecord,
  before: readonly ActVersion[],
  after: readonly ActVersion[],
): Promise<Reason[]> {
  const { tx, now } = act;
  const versions = await liveOf(tx, record.id);
  if (!sameSpans(after, versions, now)) return ['What visitors see of it was changed since.'];
  await act.touch([record.id]);
  for (const { id, starts, ends } of versions) {
    if (ends <= now) continue;
    if (starts < now) await endLive(tx, id, now);
    else await dropLive(tx, id);
  }
  for (const version of before) {
    if (version.ends <= now) continue;
    const said =
      version.body ?? (version.revision && (await revisionBody(tx, record.id, version.revision))?.body);
    if (typeof said !== 'string') return ['What visitors saw of it is not kept any more.'];
    const { starts, ends, model, at, by } = version;
    const span = { starts: Math.max(starts, now), ends };
    await putLive(tx, [{ record: record.id, title: record.title, body: said, model, ...span, at, by }]);
  }
  return [];
}

/** Lets a page wait again for the places that it waited for before an act. Answers false where others changed that since. */
async function undoWaiting(
  act: Act,
  record: KeptRecord,
  before: readonly WaitingPlace[] = [],
  after: readonly WaitingPlace[] = [],
): Promise<boolean> {
  const { tx } = act;
  const asJson = (places: readonly WaitingPlace[]): Json => places.map((place) => ({ ...place }));
  if (sameJson(asJson(before), asJson(after))) return true;
  const now = (await waitingPlacesOf(tx, [record.id])).get(record.id) ?? [];
  if (!sameJson(asJson(now), asJson(after))) return false;
  await act.touch([record.id]);
  await dropWaitingPlaces(tx, { record: record.id });
  const keys = new Map(
    (
      await recordsByUuids(
        tx,
        before.flatMap(({ parent }) => parent ?? []),
      )
    ).map(({ uuid, id }) => [uuid, id]),
  );
  // What should have begun by now is over.
  const left = before.filter(({ starts }) => starts === 0 || starts > act.now);
  await putWaitingPlaces(
    tx,
    left.map(({ starts, parent, position, slug }) => ({
      record: record.id,
      starts,
      parent: keys.get(parent ?? '') ?? null,
      position,
      slug,
    })),
  );
  return true;
}

async function undoPlace(
  act: Act,
  record: KeptRecord,
  before: ActPlace | null,
  after: ActPlace | null | undefined,
): Promise<Reason[]> {
  const { tx } = act;
  const now = (await placesOfMany(tx, [record.id])).get(record.id);
  if (!before || !after || !now) return [];
  if (!(await undoWaiting(act, record, before.waiting, after.waiting)))
    return ['Where it is to stand was changed since.'];
  const where = ({ parent, position, slug, category }: ActPlace): Json => [parent, position, slug, category];
  if (sameJson(where(before), where(after)) && before.address === after.address) return [];
  // Its address follows from its place; only the bin has one of its own.
  if (!sameJson(where(after), where(now)) || isBinAddress(after.address) !== isBinAddress(now.address))
    return ['It was moved since.'];
  const [above] = before.parent === null ? [] : await recordsByUuids(tx, [before.parent]);
  if (before.parent !== null && (!above || above.binnedAt !== null))
    return ['The page it stood below is not there any more.'];
  const parent = await parentPlace(tx, above?.id ?? null);
  const site = (await sites(tx)).find(({ id }) => id === before.site);
  if (!site) return ['The site it stood in is not there any more.'];
  if (before.category !== now.category && before.category !== null)
    await giveWords(act, record.id, act.inside.keyMap.of(before.category));
  if (before.category !== null) {
    await placePages(act, [{ ...before, record: record.id, parent: above?.id ?? null }]);
    return [];
  }
  const taken = await pageAt(tx, before.site, before.address);
  if (taken && taken.record !== record.id && !isBinAddress(before.address))
    return [`“${taken.title}” stands at ${before.address} now.`];
  await readdress(act, record.id, { site, parent }, before.position, before.slug);
  return [];
}
