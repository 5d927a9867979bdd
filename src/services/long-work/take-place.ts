import { putNextPlaceTaking, takeDuePlace } from '../pages';
import type { Installation } from '../runtime/installation';
import type { Job, Step } from './doers';

/** Lets the next page take the place that has come; after the last, the next that waits is asked for. */
export async function takePlaceStep(
  installation: Installation,
  _job: Job<'takePlace'>,
  position: { done: number } | undefined,
): Promise<Step<{ done: number }>> {
  const done = position?.done ?? 0;
  if (await takeDuePlace(installation)) return { position: { done: done + 1 }, done: done + 1, total: null };
  await putNextPlaceTaking(installation);
  return { position: undefined, done, total: null };
}
