import type { StepTransaction } from './step';

/** The second file: what comes and goes with the people at work, so that a long change of the content never blocks a sign-in. */
export const beginSessions = {
  name: 'sessions-001-begin',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE sessions (
      id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, token TEXT NOT NULL UNIQUE, person INTEGER NOT NULL,
      made_at INTEGER NOT NULL, seen_at INTEGER NOT NULL, ends_at INTEGER NOT NULL, agent TEXT NOT NULL)`);
    await tx.run(`CREATE INDEX sessions_by_person ON sessions (person, ends_at)`);
    await tx.run(`CREATE TABLE attempts (name TEXT NOT NULL, at INTEGER NOT NULL)`);
    await tx.run(`CREATE INDEX attempts_by_name ON attempts (name, at)`);
  },
};
