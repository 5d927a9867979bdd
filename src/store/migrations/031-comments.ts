import type { StepTransaction } from './step';

/** What visitors say on pages and entries, and what was answered. */
export const comments = {
  name: '031-comments',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE comments (id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE,
      record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, answers INTEGER REFERENCES comments(id) ON DELETE CASCADE,
      name TEXT NOT NULL, words TEXT NOT NULL, first_words TEXT, language TEXT NOT NULL, state TEXT NOT NULL, at INTEGER NOT NULL,
      person INTEGER, revision INTEGER NOT NULL)`);
    await tx.run('CREATE INDEX comments_on ON comments (record, state, at)');
    await tx.run('CREATE INDEX comments_by_state ON comments (state, at)');
    await tx.run('CREATE INDEX comments_answering ON comments (answers) WHERE answers IS NOT NULL');
  },
};
