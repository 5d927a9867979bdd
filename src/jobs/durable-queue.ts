import { newId, type Id } from '../core/ids';
import type { Json } from '../core/json';
import { doStep, isJobKind, laneOf, lanes, type Lane } from '../services/long-work';
import { log, Refusal, type Installation, type JobKind, type NewJob, type Queue } from '../services/runtime';
import {
  endJob,
  forgetJobs,
  nextJobIn,
  noteStep,
  putJob,
  runningJobs,
  takeJob,
  waitAgain,
  type JobRow,
} from '../store/jobs';

const MINUTE = 60_000;
/** How often something is tried before it has failed for good: for about a day. */
const MOST_TRIES = 10;
/** How long (ms) what is over can be seen. */
const KEPT = 30 * 24 * 60 * MINUTE;
/** How long (ms) to sleep at the most: clocks may be set anew. */
const LONGEST_SLEEP = 30_000;

/** How long (ms) something waits after it failed so many times: 5 seconds, then four times as long each time, to 6 hours. */
export const waitAfter = (tries: number): number => Math.min(5000 * 4 ** (tries - 1), 360 * MINUTE);

/** What was kept of a job, as its kind takes it; it was written here. */
const kept = (text: string | null): Json | undefined =>
  text === null ? undefined : (JSON.parse(text) as Json);

/** The status of a refusal, which is told by what it has: the class is another in each bundle. */
const statusOf = (error: unknown): number | undefined =>
  error instanceof Error && 'status' in error && typeof error.status === 'number' ? error.status : undefined;

/** A refusal of what was asked says that trying again would not help. */
const isForGood = (error: unknown): boolean => (statusOf(error) ?? 500) < 500;

/** Words for a person: those of a refusal. What else went wrong is told in the log. */
const wordsOf = (error: unknown): string =>
  error instanceof Error && statusOf(error) !== undefined
    ? error.message
    : 'Something went wrong here. The log of the server says what.';

/** Sleeps until it is woken; a waking while nobody sleeps counts for the next sleep. */
class Alarm {
  private rung = false;
  private wake: () => void = () => {};

  ring(): void {
    this.rung = true;
    this.wake();
  }

  async sleep(ms: number): Promise<void> {
    if (!this.rung)
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, ms);
        // It holds up nobody who wants to stop.
        timer.unref();
        this.wake = () => {
          clearTimeout(timer);
          resolve();
        };
      });
    this.rung = false;
  }
}

/**
 * Does what was put into the second file, step by step: each lane one piece of work after the other. What a killed process
 * left under way goes on where it was; what fails is tried again, after waits that grow.
 */
export class DurableQueue implements Queue {
  private readonly alarms = new Map<Lane, Alarm>();
  private going: Promise<unknown> | undefined;
  private closing = false;

  constructor(private readonly installation: Installation) {}

  async put<K extends JobKind>(job: NewJob<K>): Promise<Id> {
    const { sessions, now } = this.installation;
    const { kind, what, person, once = null } = job;
    const madeAt = now();
    const uuid = await sessions.write(async (tx) => {
      await forgetJobs(tx, madeAt - KEPT);
      const id = await putJob(tx, {
        uuid: newId(),
        kind,
        what,
        person,
        madeAt,
        lane: laneOf(kind),
        input: JSON.stringify(job.input),
        dueAt: job.dueAt ?? madeAt,
        once,
      });
      await job.alongside?.(tx, id);
      return id;
    });
    this.wake();
    return uuid;
  }

  /** Begins to work, with what was under way when the process ended the last time. */
  async begin(): Promise<void> {
    for (const job of await runningJobs(this.installation.sessions))
      await this.failed(job, new Refusal(503, 'The server ended while it worked on this.'), Date.now());
    this.going = Promise.all(lanes.map((lane) => this.workOn(lane)));
  }

  wake(): void {
    for (const alarm of this.alarms.values()) alarm.ring();
  }

  async close(): Promise<void> {
    this.closing = true;
    this.wake();
    await this.going;
  }

  private async workOn(lane: Lane): Promise<void> {
    const alarm = new Alarm();
    this.alarms.set(lane, alarm);
    while (!this.closing)
      try {
        if (!(await this.workOnce(lane))) await alarm.sleep(await this.wait(lane));
      } catch (error) {
        // The second file itself did not answer.
        log.error({ error, lane }, 'Long work does not go on.');
        await alarm.sleep(LONGEST_SLEEP);
      }
  }

  private async wait(lane: Lane): Promise<number> {
    const { sessions, now } = this.installation;
    const next = await nextJobIn(sessions, lane, now(), Date.now());
    return Math.max(0, Math.min(next ?? LONGEST_SLEEP, LONGEST_SLEEP));
  }

  /** Does the next piece of work of a lane, as far as it goes. Answers whether there was one. */
  private async workOnce(lane: Lane): Promise<boolean> {
    const { sessions, now } = this.installation;
    const job = await sessions.write((tx) => takeJob(tx, lane, now(), Date.now()));
    if (!job) return false;
    try {
      await this.work(job);
    } catch (error) {
      log.warn({ error, job: job.uuid, kind: job.kind }, 'Long work failed.');
      await this.failed(job, error, Date.now() + waitAfter(job.tries));
    }
    return true;
  }

  private async work({ id, uuid, kind, input, position, person, tries, told }: JobRow): Promise<void> {
    const { installation } = this;
    const { sessions, now } = installation;
    if (!isJobKind(kind)) throw new Error(`Nobody here knows how to do “${kind}”.`);
    // What was given is written by `put` alone.
    const job = { id: uuid, kind, person, input: kept(input) as never };
    for (let from = kept(position); ;) {
      const step = await doStep(installation, kind, job, from);
      from = step.position;
      if (from === undefined) {
        await sessions.write(async (tx) => {
          await noteStep(tx, id, { position: null, done: step.done, total: step.total });
          await endJob(tx, id, 'done', step.told ?? null, now());
        });
        return;
      }
      const { done, total } = step;
      const stops = await sessions.write((tx) =>
        noteStep(tx, id, { position: JSON.stringify(step.position), done, total }),
      );
      if (stops) {
        await sessions.write((tx) => endJob(tx, id, 'stopped', step.told ?? null, now()));
        return;
      }
      if (this.closing) {
        // Ending in good order is no failure.
        await sessions.write((tx) => waitAgain(tx, id, { againAt: 0, told, tries: tries - 1 }, now()));
        return;
      }
    }
  }

  private async failed({ id, tries }: JobRow, error: unknown, againAt: number): Promise<void> {
    const { sessions, now } = this.installation;
    const words = wordsOf(error);
    await sessions.write<unknown>((tx) =>
      tries >= MOST_TRIES || isForGood(error)
        ? endJob(tx, id, 'failed', words, now())
        : waitAgain(tx, id, { againAt, told: words, tries }, now()),
    );
  }
}
