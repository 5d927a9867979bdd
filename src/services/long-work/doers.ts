import type { Id } from '../../core/ids';
import type { Json } from '../../core/json';
import { undoPart, type UndoPosition } from '../acts/undo-parts';
import { handOverPart, type HandOverPosition } from '../categories/hand-over';
import { manyStep, type ManyPosition } from '../entries';
import { recountPart, type RecountPosition } from '../records/recount';
import type { Installation } from '../runtime/installation';
import type { JobInputs, JobKind } from '../runtime/queue';
import { handOver } from './letters';
import { takePlaceStep } from './take-place';
import { tidyPart, type TidyPosition } from './tidy';

/** Where each kind of work goes on after a step; plain data, kept between two steps. */
interface Positions {
  letter: null;
  recount: RecountPosition;
  undo: UndoPosition;
  handOver: HandOverPosition;
  tidy: TidyPosition;
  changeMany: ManyPosition;
  takePlace: { done: number };
}

/** One piece of work as its kind does it. */
export interface Job<K extends JobKind> {
  id: Id;
  input: JobInputs[K];
  person: number | null;
}

/** One step done: where to go on (nothing when it is over), how much is done and of how much, and what came of it. */
export interface Step<Position = Json> {
  position: Position | undefined;
  done: number;
  total: number | null;
  told?: string;
}

/** Kinds of one lane are done one after the other; lanes go side by side, so that neither a letter nor what is due at a moment waits for long work. */
export type Lane = 'letters' | 'clock' | 'content';
export const lanes: readonly Lane[] = ['letters', 'clock', 'content'];

interface Doer<K extends JobKind> {
  lane: Lane;
  /**
   * Does the next step, at most some tenths of a second of it. A step may be done again where the process ended before it
   * was noted, so doing it twice leaves what doing it once does.
   */
  step(
    installation: Installation,
    job: Job<K>,
    position: Positions[K] | undefined,
  ): Promise<Step<Positions[K]>>;
}

/** What does each kind of work. A missing one is a type error. */
const doers: { [K in JobKind]: Doer<K> } = {
  letter: { lane: 'letters', step: handOver },
  recount: { lane: 'content', step: (installation, _job, position) => recountPart(installation, position) },
  undo: { lane: 'content', step: undoPart },
  handOver: { lane: 'content', step: handOverPart },
  tidy: { lane: 'content', step: (installation, _job, position) => tidyPart(installation, position) },
  takePlace: { lane: 'clock', step: takePlaceStep },
  changeMany: { lane: 'content', step: manyStep },
};

export const laneOf = (kind: JobKind): Lane => doers[kind].lane;
export const isJobKind = (word: string): word is JobKind => Object.hasOwn(doers, word);

/** Does a step of a kind by its name. What it was given and its position are its own; the look-up cannot say so. */
export const doStep = (
  installation: Installation,
  kind: JobKind,
  job: Job<JobKind>,
  position: Json | undefined,
): Promise<Step> => {
  const { step } = doers[kind] as unknown as {
    step(at: Installation, of: Job<JobKind>, from: Json | undefined): Promise<Step>;
  };
  return step(installation, job, position);
};
