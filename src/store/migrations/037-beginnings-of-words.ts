import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/**
 * The beginnings of words lie in the search of all content beside the words themselves, so that one with very many hits is
 * read from its first hit on: else all hits of all words that begin so are put together before
 * (sqlite.org/fts5.html#prefix_indexes).
 */
export const beginningsOfWords = {
  name: '037-beginnings-of-words',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run('DROP TABLE record_words');
    await tx.run(
      `CREATE VIRTUAL TABLE record_words USING fts5 (words, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3 4')`,
    );
    await deriveAgain(tx);
  },
};
