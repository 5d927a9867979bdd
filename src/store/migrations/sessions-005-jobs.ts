import type { StepTransaction } from './step';

/** Work that takes longer than a request, or is due at a time. */
export const jobs = {
  name: 'sessions-005-jobs',
  async up(tx: StepTransaction): Promise<void> {
    await tx.run(`CREATE TABLE jobs (
      id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE,
      kind TEXT NOT NULL, lane TEXT NOT NULL, what TEXT NOT NULL, input TEXT NOT NULL, position TEXT,
      done INTEGER NOT NULL, total INTEGER, state TEXT NOT NULL, stopping INTEGER NOT NULL,
      due_at INTEGER NOT NULL, again_at INTEGER NOT NULL, tries INTEGER NOT NULL, told TEXT, once TEXT,
      person INTEGER, made_at INTEGER NOT NULL, ended_at INTEGER)`);
    await tx.run("CREATE INDEX jobs_waiting ON jobs (lane, due_at, id) WHERE state = 'waiting'");
    await tx.run("CREATE INDEX jobs_open ON jobs (id) WHERE state IN ('waiting', 'running')");
    await tx.run("CREATE INDEX jobs_failed ON jobs (id) WHERE state = 'failed'");
    await tx.run('CREATE INDEX jobs_ended ON jobs (ended_at) WHERE ended_at IS NOT NULL');
    await tx.run("CREATE UNIQUE INDEX jobs_once ON jobs (once) WHERE once IS NOT NULL AND state = 'waiting'");
    await tx.run('CREATE INDEX jobs_person ON jobs (person, id)');
  },
};
