import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/**
 * The columns of index tables are named by their field and its kind, and indexes by what they are made of, so that those
 * of a model to come can be filled beside those in use.
 */
export const columnsByKind = {
  name: '014-columns-by-kind',
  up: (tx: StepTransaction): Promise<void> => deriveAgain(tx),
};
