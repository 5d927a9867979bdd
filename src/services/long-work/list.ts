import type { LongWorkAnswer, LongWorkQuery, WorkAnswer } from '../../contract/long-work';
import { isId, type Id } from '../../core/ids';
import { may } from '../../core/roles';
import { countJobs, jobByUuid, listJobs, stopJob, tryJobAgain, type JobRow } from '../../store/jobs';
import { namesOfPeople } from '../../store/people';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { notFound, ruleViolation } from '../runtime/refusal';

const moment = (ms: number): string => new Date(ms).toISOString();

function workAnswer(job: JobRow, by: string, now: number): WorkAnswer {
  // What waits after it failed goes by the machine's clock.
  const due = job.dueAt > now ? job.dueAt : job.againAt > Date.now() ? job.againAt : undefined;
  return {
    id: job.uuid,
    number: job.id,
    what: job.what,
    by,
    state: job.state,
    done: job.done,
    ...(job.total === null ? {} : { total: job.total }),
    ...(job.told === null ? {} : { told: job.told }),
    at: moment(job.madeAt),
    ...(job.state === 'waiting' && due !== undefined ? { due: moment(due) } : {}),
    tries: job.tries,
    ...(job.endedAt === null ? {} : { ended: moment(job.endedAt) }),
    stopping: job.stopping === 1,
  };
}

/** Whose work a person sees: an architect everyone's, others their own. */
const seenBy = ({ role, id }: Person): number | undefined => (may(role, 'keep people') ? undefined : id);

const namesOf = ({ content }: Installation, jobs: readonly JobRow[]): Promise<Map<number, string>> =>
  namesOfPeople(content, [...new Set(jobs.flatMap(({ person }) => person ?? []))]);

/** Long work, the newest first. */
export async function longWork(
  installation: Installation,
  person: Person,
  { before = 0, limit = 50 }: LongWorkQuery,
): Promise<LongWorkAnswer> {
  const { sessions } = installation;
  const now = installation.now();
  const own = seenBy(person);
  const jobs = await listJobs(sessions, { person: own, before, most: limit });
  const names = await namesOf(installation, jobs);
  const last = jobs.at(-1);
  return {
    items: jobs.map((job) => workAnswer(job, names.get(job.person ?? 0) ?? '', now)),
    ...(await countJobs(sessions, own, now)),
    ...(last && jobs.length === limit ? { next: last.id } : {}),
  };
}

async function workOf(installation: Installation, person: Person, id: Id): Promise<JobRow> {
  const job = isId(id) ? await jobByUuid(installation.sessions, id) : undefined;
  const own = seenBy(person);
  if (!job || (own !== undefined && job.person !== own)) throw notFound('long work');
  return job;
}

async function answerOf(installation: Installation, person: Person, id: Id): Promise<WorkAnswer> {
  const job = await workOf(installation, person, id);
  const names = await namesOf(installation, [job]);
  return workAnswer(job, names.get(job.person ?? 0) ?? '', installation.now());
}

/** Has long work stop; what it did so far stays. Refused where it is over. */
export async function stopLongWork(installation: Installation, person: Person, id: Id): Promise<WorkAnswer> {
  await workOf(installation, person, id);
  const open = await installation.sessions.write((tx) => stopJob(tx, id, installation.now()));
  if (!open) throw ruleViolation('This is over already.');
  return answerOf(installation, person, id);
}

/** Has long work that failed for good go on where it was. */
export async function tryLongWorkAgain(
  installation: Installation,
  person: Person,
  id: Id,
): Promise<WorkAnswer> {
  await workOf(installation, person, id);
  const again = await installation.sessions.write((tx) => tryJobAgain(tx, id));
  if (again === 0) throw ruleViolation('Only what failed can be tried again.');
  installation.queue.wake();
  return answerOf(installation, person, id);
}

/** How much long work a person sees under way, and how much that failed for good. */
export const countLongWork = (
  installation: Installation,
  person: Person,
): Promise<{ open: number; failed: number }> =>
  countJobs(installation.sessions, seenBy(person), installation.now());
