import type { Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import type { KeptRecord } from '../../store/records';
import type { ReachedPage } from '../reach/pages';
import type { Installation } from '../runtime/installation';
import { changedSince } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { inAct, type Act, type Doer } from './act';

/** How records of one sort are found, told and followed to the pages that show them. */
export interface GuardedSort<Found extends { record: KeptRecord }, Answer extends object> {
  need(reader: Reader, installation: Installation, id: Id): Promise<Found>;
  answer(reader: Reader, installation: Installation, found: Found): Promise<Answer>;
  /** Asked before the record changes; what it answers is asked after, and tells every page that differs. */
  follow(
    reader: Reader,
    installation: Installation,
    before: Found,
  ): Promise<(after: Found) => Promise<ReachedPage[]>>;
}

export interface Guard {
  id: Id;
  /** The revision that the writer read. */
  revision: number;
  /** What the writer says, told back where somebody else was faster. */
  yours?: object;
  /** Whether visitors may see something else afterwards. */
  shows: boolean;
}

/**
 * Does one act on a record at the revision its writer read, then renews the pages that differ for visitors.
 * `work` answers
 * what was done, as the act is told.
 */
export async function withGuardedRecord<Found extends { record: KeptRecord }, Answer extends object>(
  installation: Installation,
  person: Doer,
  sort: GuardedSort<Found, Answer>,
  { id, revision, yours = {}, shows }: Guard,
  work: (act: Act, found: Found) => Promise<string>,
): Promise<Answer> {
  const { done, reached } = await inAct(installation, person, async (act) => {
    const { tx } = act;
    const before = await sort.need(tx, installation, id);
    if (!revisionMatches(before.record.revision, revision))
      throw changedSince({ ...(await sort.answer(tx, installation, before)) }, yours);
    const follow = shows ? await sort.follow(tx, installation, before) : undefined;
    await act.keep(await work(act, before));
    const after = await sort.need(tx, installation, id);
    return { done: await sort.answer(tx, installation, after), reached: (await follow?.(after)) ?? [] };
  });
  if (reached.length > 0) installation.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}
