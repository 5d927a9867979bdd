import type { StepTransaction } from './step';

/** Letters from visitors and to them, by which what they wrote is found again, to be taken out or erased. */
export const visitorLetters = {
  name: 'sessions-010-visitor-letters',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE visitor_letters (id INTEGER PRIMARY KEY, letter TEXT NOT NULL UNIQUE,
      visitor INTEGER REFERENCES visitors(id) ON DELETE CASCADE, email TEXT NOT NULL, at INTEGER NOT NULL,
      page TEXT, said TEXT)`);
    await tx.run('CREATE INDEX visitor_letters_of ON visitor_letters (visitor)');
    await tx.run('CREATE INDEX visitor_letters_at ON visitor_letters (at)');
    // Messages alone are listed; letters about accounts say nothing of their own.
    await tx.run('CREATE INDEX messages_in_order ON visitor_letters (id) WHERE page IS NOT NULL');
    await tx.run('CREATE INDEX messages_from ON visitor_letters (email, id) WHERE page IS NOT NULL');
  },
};
