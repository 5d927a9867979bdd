import { forgetOld } from '../bin';
import type { Installation } from '../runtime/installation';
import { thinVersions } from '../versions';
import { forgetByTerms } from '../visitor-accounts/forget';
import type { Step } from './doers';

/** Where tidying goes on: with the bin, or after a record whose versions were thinned. */
export interface TidyPosition {
  after: number;
  done: number;
}

/** How often (ms) what is kept no longer is looked for. */
const EVERY = 86_400_000;

/** Has the product forget once a day what it keeps no longer. */
export const putTidying = (installation: Installation, dueAt = installation.now()): Promise<unknown> =>
  installation.queue.put({
    kind: 'tidy',
    input: {},
    what: 'Forget what is kept no longer: old savings, what lay in the bin, and what visitors left',
    person: null,
    dueAt,
    once: 'tidy',
  });

/**
 * Forgets some of what is kept no longer; the bin and what visitors left first, then savings. At the end it is
 * asked for again, a day later.
 */
export async function tidyPart(
  installation: Installation,
  from: TidyPosition | undefined,
): Promise<Step<TidyPosition>> {
  const { after, done } = from ?? { after: -1, done: 0 };
  if (after < 0) {
    const forgotten = (await forgetOld(installation)) + (await forgetByTerms(installation));
    const next = { after: forgotten > 0 ? -1 : 0, done: done + forgotten };
    return { position: next, done: next.done, total: null };
  }
  const { next, forgotten } = await thinVersions(installation, after);
  const now = done + forgotten;
  if (next !== undefined) return { position: { after: next, done: now }, done: now, total: null };
  await putTidying(installation, installation.now() + EVERY);
  return { position: undefined, done: now, total: null };
}
