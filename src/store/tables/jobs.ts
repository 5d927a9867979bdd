import type { JobState } from '../jobs';
import { counted, integer, orNull, table, text, textOf } from './table';

/** Work that takes longer than a request, or is due at a time: one row for each piece, with how far it came. */
export const jobs = table('jobs', {
  id: counted,
  uuid: text,
  kind: text,
  lane: text,
  /** What it does, as a person reads it. */
  what: text,
  /** What it was given (JSON); emptied when it is over. */
  input: text,
  /** Where it goes on (JSON), in words of its kind; null before its first step. */
  position: orNull(text),
  done: integer,
  total: orNull(integer),
  state: textOf<JobState>(),
  /** 1 where somebody asked that it stop after the step under way. */
  stopping: integer,
  /** Not before this moment (ms) of the product's clock. */
  dueAt: integer,
  /** Nor before this moment (ms) of the machine's clock: it waits after it failed. */
  againAt: integer,
  tries: integer,
  /** Why it failed the last time, or what came of it. */
  told: orNull(text),
  /** Of what at most one waits at a time. */
  once: orNull(text),
  person: orNull(integer),
  madeAt: integer,
  endedAt: orNull(integer),
});
