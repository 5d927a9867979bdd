import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/** The words that visitors may find: those of each version that they see or are going to see, by language. */
export const liveWords = {
  name: '028-live-words',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(
      `CREATE VIRTUAL TABLE live_words USING fts5 (title, words, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2')`,
    );
    await deriveAgain(tx);
  },
};
