import { newestRecord } from '../../store/records';
import { forgetVersions, versionsToThin } from '../../store/versions';
import type { Installation } from '../runtime/installation';

/** How long (ms) every saving is kept: 30 days. */
export const EVERY_SAVING = 30 * 86_400_000;
/** Of how many records the savings are looked at between two writes, and how many one write forgets. */
const RECORDS = 2_000;
const ONE_WRITE = 500;

/**
 * Thins what is kept of the next records: of the savings of one person on one day, when it is more than 30 days past, the
 * last stays. What visitors saw, what bears a name and what was kept for another reason than saving always stays. Answers
 * after which record to go on (nothing when it is over), and how many were forgotten.
 */
export async function thinVersions(
  { content, now }: Installation,
  after: number,
): Promise<{ next: number | undefined; forgotten: number }> {
  const last = await newestRecord(content);
  const to = after + RECORDS;
  const thin = await versionsToThin(content, { from: after, to, before: now() - EVERY_SAVING });
  for (let i = 0; i < thin.length; i += ONE_WRITE)
    await content.write((tx) => forgetVersions(tx, thin.slice(i, i + ONE_WRITE)));
  return { next: to < last ? to : undefined, forgotten: thin.length };
}
