import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/** Media say more of themselves: captions, credits, how pictures are seen, what stands beside films. */
export const mediaFields = {
  name: '024-media-fields',
  up: (tx: StepTransaction): Promise<void> => deriveAgain(tx),
};
