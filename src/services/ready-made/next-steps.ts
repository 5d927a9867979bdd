import type { BeginAnswer, NextStep, NextStepKey, StepsPut } from '../../contract/begin';
import { workingModel } from '../../store/model';
import { people } from '../../store/people';
import { visitorsSee } from '../../store/records';
import { putSetting, setting } from '../../store/settings';
import type { Installation } from '../runtime/installation';
import { isBlank } from './begin';
import { madeUpAnswer } from './made-up';
import { offeredSites } from './offered';

const order: readonly NextStepKey[] = ['types', 'inForce', 'entry', 'listing', 'page', 'colleague'];

/** What comes next, in the order of the job; each is done when it is truly there. */
async function stepsOf(installation: Installation): Promise<NextStep[]> {
  const { content, model } = installation;
  const now = installation.now();
  const inForce = model.document.contentTypes.length > 0;
  const done: Record<NextStepKey, boolean> = {
    types: inForce || ((await workingModel(content))?.document.contentTypes.length ?? 0) > 0,
    inForce,
    entry: await visitorsSee(content, 'entry', now),
    listing: await visitorsSee(content, 'listing', now),
    page: await visitorsSee(content, 'page', now),
    colleague: (await people(content)).length > 1,
  };
  return order.map((key) => ({ key, done: done[key] }));
}

/** What an installation can begin from, and what comes next in it. */
export async function beginning(installation: Installation): Promise<BeginAnswer> {
  const { entries, pages, media, categories, from } = await madeUpAnswer(installation);
  return {
    ...offeredSites(),
    blank: await isBlank(installation),
    steps: await stepsOf(installation),
    away: (await setting(installation.content, 'steps')) === 'away',
    ...(entries + pages + media + categories > 0 ? { madeUp: from } : {}),
  };
}

/** Puts the list of what comes next away, or back. */
export async function putStepsAway(installation: Installation, { away }: StepsPut): Promise<BeginAnswer> {
  await installation.content.write((tx) => putSetting(tx, 'steps', away ? 'away' : 'there'));
  return beginning(installation);
}
