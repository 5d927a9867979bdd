import type { Id } from '../../core/ids';
import { actByUuid, type ActRow } from '../../store/acts';
import { ruleViolation } from '../runtime/refusal';
import type { Act } from './act';

/** How long (ms) after its last part more can still belong to an act. */
const GOES_ON = 60 * 60_000;

/**
 * The act that an earlier part of the same long work kept, with which this one goes on; nothing where this is the first.
 * `what` says which acts may go on. Refused where it is another's, over, or was taken back.
 */
export async function actGoingOn(act: Act, id: Id | undefined, what: RegExp): Promise<ActRow | undefined> {
  if (id === undefined) return undefined;
  const begun = await actByUuid(act.tx, id);
  const goesOn =
    begun?.person === act.by &&
    begun.undoneBy === null &&
    begun.undoes === null &&
    what.test(begun.what) &&
    begun.at > act.now - GOES_ON;
  if (!begun || !goesOn) throw ruleViolation('What came before this was taken back, or is too long ago.');
  return begun;
}
