import type { StepTransaction } from './step';

/** Notes at records, and work that is given to people. */
export const notesAndGivenWork = {
  name: '017-notes-and-given-work',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE notes (
      id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE,
      answers INTEGER REFERENCES notes(id) ON DELETE CASCADE, path TEXT NOT NULL, quote TEXT NOT NULL, words TEXT NOT NULL,
      at INTEGER NOT NULL, person INTEGER REFERENCES people(id), settled_at INTEGER, settled_by INTEGER REFERENCES people(id))`);
    await tx.run('CREATE INDEX notes_record ON notes (record, id)');
    await tx.run('CREATE INDEX notes_answers ON notes (answers) WHERE answers IS NOT NULL');
    await tx.run(`CREATE TABLE given_work (
      record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, person INTEGER NOT NULL REFERENCES people(id),
      day TEXT, words TEXT NOT NULL, at INTEGER NOT NULL, given_by INTEGER REFERENCES people(id))`);
    await tx.run('CREATE INDEX given_work_person ON given_work (person, day)');
    await tx.run('ALTER TABLE people ADD COLUMN letters INTEGER NOT NULL DEFAULT 1');
    await tx.run('ALTER TABLE people ADD COLUMN limits TEXT');
    await tx.run('CREATE INDEX acts_person ON acts (person, id)');
    await tx.run(`CREATE INDEX working_review ON working (changed_at) WHERE stage = 'review'`);
  },
};
