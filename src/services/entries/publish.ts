import type { EntriesSettled, SettleEntries } from '../../contract/entries';
import { FOREVER } from '../../core/content/states';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { countChangesOf } from '../../store/acts';
import { recordsByUuids, type KeptRecord } from '../../store/records';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import { actGoingOn } from '../records/act-going-on';
import { entryBody } from '../records/bodies';
import { expectPublisher } from '../records/review';
import { allGoLive } from '../records/versions';
import { changeRecords } from '../records/working';
import type { Installation } from '../runtime/installation';
import { faultsOfEntries } from './faults';
import { contentTypeInForce } from './type-in-force';

/** Refuses somebody who may not decide what visitors see of a type. */
export function expectReviewer(person: Person, { definition }: CompiledType<ContentType>, why: string): void {
  expectPublisher(person, definition.review, why);
}

/** Lets visitors see the working versions of entries from now on. None of them may have faults. */
export async function showEntries(act: Act, records: readonly KeptRecord[]): Promise<void> {
  await allGoLive(act, records, { starts: act.now, ends: FOREVER });
  await changeRecords(
    act,
    records.map((record) => ({ record, patch: { stage: 'draft', why: 'published' } })),
  );
}

const SETTLED: Record<SettleEntries['to'], RegExp> = {
  published: /^published (?:an entry|\d+ entries)$/,
  review: /^sent (?:an entry|\d+ entries) for review$/,
};

function settled(to: SettleEntries['to'], count: number): string {
  const things = count === 1 ? 'an entry' : `${count} entries`;
  return to === 'published' ? `published ${things}` : `sent ${things} for review`;
}

/**
 * Publishes some entries of a type, or sends them for review, as one act. Those with something to fix, and those in the bin,
 * stay as they are and are told. What is settled after others can be one act with them.
 */
export async function settleEntries(
  installation: Installation,
  person: Person,
  id: Id,
  { ids, to, act: begunBy }: SettleEntries,
): Promise<EntriesSettled> {
  const type = contentTypeInForce(installation, id);
  const { plural } = type.definition;
  if (to === 'published') expectReviewer(person, type, `Someone who reviews must publish ${plural}.`);
  const answer = await inAct(installation, person, async (act) => {
    const begun = await actGoingOn(act, begunBy, SETTLED[to]);
    const records = (await recordsByUuids(act.tx, ids)).filter(
      (record) => record.type === id && record.sort === 'entry' && record.binnedAt === null,
    );
    const faults = await faultsOfEntries(
      act.tx,
      installation,
      type,
      records.map((record) => ({ record: record.id, localized: entryBody(record.body) })),
    );
    const good = records.filter((_, i) => faults[i]?.length === 0);
    if (to === 'published') await showEntries(act, good);
    else
      await changeRecords(
        act,
        good.map((record) => ({ record, patch: { stage: 'review', why: 'sent for review' } })),
      );
    const all = good.length + (begun ? await countChangesOf(act.tx, begun.id, 'entry') : 0);
    const kept = await act.keep(settled(to, all), begun ? { partOf: begun.uuid } : {});
    return { done: good.length, held: ids.length - good.length, act: kept ?? null };
  });
  // What many entries show may be anywhere.
  if (to === 'published' && answer.done > 0) installation.rendered.renewAll();
  return answer;
}
