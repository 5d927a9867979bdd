import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { joined, sql } from './sql';
import { jobs } from './tables/jobs';
import type { RowOf } from './tables/table';

/** Over: done, failed for good, or stopped by somebody. */
export type JobState = 'waiting' | 'running' | 'done' | 'failed' | 'stopped';
export type JobRow = RowOf<typeof jobs.columns>;

const columns = sql`id, uuid, kind, lane, what, input, position, done, total, state, stopping, due_at AS dueAt,
  again_at AS againAt, tries, told, once, person, made_at AS madeAt, ended_at AS endedAt`;

/** Puts a piece of work in, unless one that is enough waits already. Answers the id of that which waits. */
export async function putJob(
  tx: WriteTransaction,
  job: Pick<JobRow, 'uuid' | 'kind' | 'lane' | 'what' | 'input' | 'dueAt' | 'once' | 'person' | 'madeAt'>,
): Promise<Id> {
  const waits = job.once === null ? undefined : await tx.find(jobs, { once: job.once, state: 'waiting' });
  if (waits) return waits.uuid;
  await tx.insert(jobs, { ...job, done: 0, state: 'waiting', stopping: 0, againAt: 0, tries: 0 });
  return job.uuid;
}

/** Takes the first of a lane that is due by the product's clock and by the machine's, and counts the try. */
export async function takeJob(
  tx: WriteTransaction,
  lane: string,
  now: number,
  machineNow: number,
): Promise<JobRow | undefined> {
  const next = await tx.one<JobRow>(
    sql`SELECT ${columns} FROM jobs WHERE state = 'waiting' AND lane = ${lane} AND due_at <= ${now} AND again_at <= ${machineNow}
      ORDER BY due_at, id LIMIT 1`,
  );
  if (!next) return undefined;
  const taken = { state: 'running' as const, tries: next.tries + 1 };
  await tx.update(jobs, { id: next.id }, taken);
  return { ...next, ...taken };
}

/** How long (ms) until the next of a lane may be due, by both clocks; nothing where none waits. */
export async function nextJobIn(
  reader: Reader,
  lane: string,
  now: number,
  machineNow: number,
): Promise<number | undefined> {
  const found = await reader.one<{ wait: number | null }>(
    sql`SELECT min(max(due_at - ${now}, again_at - ${machineNow})) AS wait FROM jobs WHERE state = 'waiting' AND lane = ${lane}`,
  );
  return found?.wait ?? undefined;
}

/** Notes how far a job came. Answers whether it is to stop here. */
export async function noteStep(
  tx: WriteTransaction,
  id: number,
  step: Pick<JobRow, 'position' | 'done' | 'total'>,
): Promise<boolean> {
  await tx.update(jobs, { id }, step);
  return (await tx.find(jobs, { id }))?.stopping === 1;
}

/** Ends a job. What it was given may be nobody's business any more. */
export const endJob = (
  tx: WriteTransaction,
  id: number,
  state: 'done' | 'failed' | 'stopped',
  told: string | null,
  endedAt: number,
): Promise<number> =>
  tx.update(
    jobs,
    { id },
    { state, told, endedAt, stopping: 0, ...(state === 'failed' ? {} : { input: '{}' }) },
  );

/** Lets a job wait until a moment of the machine's clock, with why; one that is to stop is over. */
export async function waitAgain(
  tx: WriteTransaction,
  id: number,
  wait: Pick<JobRow, 'againAt' | 'told' | 'tries'>,
  now: number,
): Promise<void> {
  const stops = (await tx.find(jobs, { id }))?.stopping === 1;
  if (stops) await endJob(tx, id, 'stopped', wait.told, now);
  else await tx.update(jobs, { id }, { ...wait, state: 'waiting', once: null });
}

/** Those that were under way when the process ended. */
export const runningJobs = (reader: Reader): Promise<JobRow[]> =>
  reader.all<JobRow>(sql`SELECT ${columns} FROM jobs WHERE state = 'running'`);

/** Has a job stop: at once where it waits, else after the step under way. Answers whether it was still open. */
export async function stopJob(tx: WriteTransaction, uuid: Id, now: number): Promise<boolean> {
  const waiting = await tx.update(
    jobs,
    { uuid, state: 'waiting' },
    { state: 'stopped', endedAt: now, input: '{}' },
  );
  return waiting > 0 || (await tx.update(jobs, { uuid, state: 'running' }, { stopping: 1 })) > 0;
}

/** Has a job that failed for good go on where it was. Answers whether it had failed. */
export const tryJobAgain = (tx: WriteTransaction, uuid: Id): Promise<number> =>
  tx.update(
    jobs,
    { uuid, state: 'failed' },
    { state: 'waiting', againAt: 0, tries: 0, endedAt: null, once: null },
  );

export const jobByUuid = (reader: Reader, uuid: Id): Promise<JobRow | undefined> =>
  reader.find(jobs, { uuid });

/** Jobs, the newest first: those before a key (0 for the first), of one person alone where one is named. */
export const listJobs = (
  reader: Reader,
  { person, before, most }: { person?: number | undefined; before: number; most: number },
): Promise<JobRow[]> =>
  reader.all<JobRow>(
    sql`SELECT ${columns} FROM jobs WHERE ${joined(
      [
        ...(before > 0 ? [sql`id < ${before}`] : []),
        ...(person === undefined ? [] : [sql`person = ${person}`]),
      ],
      ' AND ',
      '1',
    )} ORDER BY id DESC LIMIT ${most}`,
  );

/** How many are under way or due now, and how many failed for good. */
export async function countJobs(
  reader: Reader,
  person: number | undefined,
  now: number,
): Promise<{ open: number; failed: number }> {
  const own = person === undefined ? sql`1` : sql`person = ${person}`;
  const open = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM jobs INDEXED BY jobs_open WHERE state IN ('waiting', 'running') AND due_at <= ${now} AND ${own}`,
  );
  const failed = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM jobs INDEXED BY jobs_failed WHERE state = 'failed' AND ${own}`,
  );
  return { open: open?.n ?? 0, failed: failed?.n ?? 0 };
}

/** Forgets what was over before a moment. */
export const forgetJobs = (tx: WriteTransaction, before: number): Promise<number> =>
  tx.run(sql`DELETE FROM jobs WHERE ended_at < ${before}`);
