import type { StepTransaction } from './step';

/**
 * Visitors who have an account, their groups, where they are signed in, and the words by which they choose a
 * password.
 */
export const visitors = {
  name: 'sessions-009-visitors',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE visitors (id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, email TEXT NOT NULL UNIQUE,
      password TEXT NOT NULL, made_at INTEGER NOT NULL, made_by INTEGER, seen_at INTEGER, revision INTEGER NOT NULL)`);
    await tx.run(`CREATE TABLE visitor_groups (visitor INTEGER NOT NULL REFERENCES visitors(id) ON DELETE CASCADE,
      audience TEXT NOT NULL, PRIMARY KEY (visitor, audience)) WITHOUT ROWID`);
    await tx.run('CREATE INDEX visitors_in_group ON visitor_groups (audience)');
    await tx.run(`CREATE TABLE visitor_sessions (token TEXT PRIMARY KEY, visitor INTEGER NOT NULL REFERENCES visitors(id) ON DELETE CASCADE,
      ends_at INTEGER NOT NULL) WITHOUT ROWID`);
    await tx.run('CREATE INDEX visitor_sessions_of ON visitor_sessions (visitor)');
    await tx.run(`CREATE TABLE visitor_links (word TEXT PRIMARY KEY, visitor INTEGER NOT NULL REFERENCES visitors(id) ON DELETE CASCADE,
      ends_at INTEGER NOT NULL) WITHOUT ROWID`);
    await tx.run('CREATE INDEX visitor_links_of ON visitor_links (visitor)');
  },
};
