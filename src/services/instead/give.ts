import { giveInstead } from '../../core/content/give-instead';
import { newId, type Id } from '../../core/ids';
import type { Json } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import { asksReviewIn } from '../../core/content/shared-blocks';
import { sharedSlot } from '../../core/model/shared-type';
import { pageBody } from '../records/bodies';
import { mayPublish } from '../../core/roles';
import { leaveAddresses, type OldAddressRow } from '../../store/old-addresses';
import { placeOf } from '../../store/pages';
import { liveOfMany, recordsByIds, recordsByUuids, rewriteLive, type KeptRecord } from '../../store/records';
import { recordsNaming } from '../../store/refs';
import { entryPlaces } from '../entries/addresses';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import { changeRecords, type WorkingPatch } from '../records/working';
import type { Installation } from '../runtime/installation';
import { actUnderWay, inOneAct } from '../runtime/request-context';
import { ruleViolation } from '../runtime/refusal';
import { insteadGiven } from './options';

/** The most records that name one thing and are given another at once. */
const MOST = 2000;
/** How many of them one write changes: some tenths of a second, between which others write. */
const PART = 40;

const replaced = (body: string, from: Id, to: Id): string =>
  // Bodies are written by the services alone.
  JSON.stringify(giveInstead(JSON.parse(body) as Json, from, to));

/** The steps by which the address of something leads on to what stands in its place, as they are before it goes. */
async function stepsTo(installation: Installation, record: KeptRecord, to: Id): Promise<OldAddressRow[]> {
  const { content } = installation;
  const step = { why: 'replaced', at: installation.now() } as const;
  if (record.sort === 'page') {
    const place = await placeOf(content, record.id);
    const above = place?.parent ? await placeOf(content, place.parent) : undefined;
    if (!place || place.category !== null) return [];
    const { address, slug } = place;
    return [
      { ...step, parent: record.uuid, piece: '', way: 'heir', target: to, address },
      ...(above
        ? [{ ...step, parent: above.uuid, piece: slug, way: 'page' as const, target: record.uuid, address }]
        : []),
    ];
  }
  const { uuid: id, type } = record;
  const address =
    record.sort === 'entry' && type
      ? (await entryPlaces(content, installation, [{ id, type }])).get(id)
      : undefined;
  return address === undefined
    ? []
    : [{ ...step, parent: record.uuid, piece: '', way: 'heir', target: to, address }];
}

/** Whether someone who reviews must publish a record. */
const asksReview = (model: CompiledModel, { sort, type, body }: KeptRecord): boolean =>
  sort === 'shared'
    ? asksReviewIn(model, pageBody(body).slots?.[sharedSlot.id] ?? [])
    : ((model.contentType(type ?? '') ?? model.pageType(type ?? ''))?.definition.review ?? false);

/**
 * Gives what some records (by integer key) say of one thing to another: in what is worked on, and, where the person may
 * publish it, in what visitors see or will see. What lies in the bin stays as it is.
 */
async function giveIn(act: Act, person: Person, records: readonly number[], from: Id, to: Id): Promise<void> {
  const naming = (await recordsByIds(act.tx, records)).filter(
    ({ binnedAt, uuid }) => binnedAt === null && uuid !== from,
  );
  await act.touch(naming.map(({ id }) => id));
  const live = await liveOfMany(
    act.tx,
    naming.map(({ id }) => id),
  );
  const { model } = act.inside;
  const changed: { record: KeptRecord; patch: WorkingPatch }[] = [];
  const rewritten: (readonly [version: number, body: string])[] = [];
  for (const record of naming) {
    const body = replaced(record.body, from, to);
    if (body !== record.body) changed.push({ record, patch: { body, why: 'another in its place' } });
    if (!mayPublish(person.role, asksReview(model, record))) continue;
    for (const version of live.get(record.id) ?? [])
      // What visitors saw before stays as they saw it.
      if (version.ends > act.now) rewritten.push([version.id, replaced(version.body, from, to)]);
  }
  await changeRecords(act, changed);
  await rewriteLive(act.tx, rewritten);
}

/**
 * Does what takes a record away from where visitors see it, and puts another in its place: all that names it
 * names the other then, and its address leads there. All of it is one act; `what` says it. With none in its
 * place, only the first is done.
 */
export async function withInstead<T>(
  installation: Installation,
  person: Person,
  { id, instead, what }: { id: Id; instead: Id | undefined; what: string },
  work: () => Promise<T>,
): Promise<T> {
  const { content } = installation;
  const [record] = instead === undefined ? [] : await recordsByUuids(content, [id]);
  // What is not there is refused by the work itself.
  if (!record || instead === undefined) return work();
  await insteadGiven(installation, record, instead);
  const naming = await recordsNaming(content, id, { most: MOST + 1 });
  if (naming.length > MOST)
    throw ruleViolation(
      `More than ${MOST.toLocaleString('en')} things name it; so many cannot be given another at once.`,
    );
  const steps = await stepsTo(installation, record, instead);
  // It may be part of something larger that is done.
  const whole = actUnderWay() ?? { id: newId(), what: `${what}, with another in its place` };
  const done = await inOneAct(whole.id, whole.what, async () => {
    const answer = await work();
    for (let from = 0; from === 0 || from < naming.length; from += PART)
      await inAct(installation, person, async (act) => {
        if (from === 0) await leaveAddresses(act.tx, steps);
        await giveIn(act, person, naming.slice(from, from + PART), id, instead);
        await act.keep(what);
      });
    return answer;
  });
  // What names it may be anywhere; it is rare enough to draw every page anew.
  installation.rendered.renewAll();
  return done;
}
