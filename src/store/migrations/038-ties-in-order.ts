import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/**
 * What is alike in a column stands in the indexes of the visitors' side in the order in which it was made: a list that goes
 * by a column in which very many are alike, or empty, is read from its first on, where all of those were sorted before.
 */
export const tiesInOrder = {
  name: '038-ties-in-order',
  async up(tx: StepTransaction): Promise<void> {
    await deriveAgain(tx);
  },
};
