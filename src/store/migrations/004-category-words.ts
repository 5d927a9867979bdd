import type { StepTransaction } from './step';

/** Pages that hold the words and blocks of one category's page; each stands below the page that says how all of them are. */
export const categoryWords = {
  name: '004-category-words',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(
      'CREATE TABLE category_words (record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, category INTEGER NOT NULL)',
    );
    await tx.run('CREATE INDEX category_words_by_category ON category_words (category)');
  },
};
