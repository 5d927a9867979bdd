import type { Id } from '../../core/ids';
import type { ManyAsked, ManyOfAllAsked } from '../../contract/many';
import type { Letter } from '../../standins/mail-outbox';
import type { WriteTransaction } from '../../store/database';

/** What each kind of long work is given, as it is kept. */
export interface JobInputs {
  /** A letter to be handed to the mail service. */
  letter: { letter: Letter; at: number };
  /** The faults that were noted to follow from a model. */
  recount: Record<string, never>;
  /** An act taken back in parts, each a write of its own: the act, and the act that takes it back. */
  undo: { act: Id; undo: Id };
  /** What names a category given to another (or to none) in parts, which are one act; then the category goes. */
  handOver: { category: Id; into: Id | null; act: Id; what: string };
  /** What is kept no longer is forgotten. */
  tidy: Record<string, never>;
  /** Many entries of a type changed in parts, which are one act. */
  changeMany: { type?: Id | undefined; act: Id; asked: ManyAsked | ManyOfAllAsked };
  /** Pages take the places that were planned for them by now. */
  takePlace: Record<string, never>;
}
export type JobKind = keyof JobInputs;

export interface NewJob<K extends JobKind = JobKind> {
  kind: K;
  input: JobInputs[K];
  /** What it does, as a person reads it. */
  what: string;
  /** Who asked for it; nobody where it follows by itself. */
  person: number | null;
  /** Not before this moment (ms) of the product's clock; at once where it is left out. */
  dueAt?: number;
  /** Of those that say the same here, one that waits is enough. */
  once?: string;
  /** What is written with it, in the same transaction; `id` is that of the work. */
  alongside?: (tx: WriteTransaction, id: Id) => Promise<unknown>;
}

/**
 * Takes work that is longer than a request, or due at a time. What it has taken is done, also when the process
 * is killed meanwhile.
 */
export interface Queue {
  /** Answers with the id under which the work is told of. */
  put<K extends JobKind>(job: NewJob<K>): Promise<Id>;
  /** Looks for work again: some has become due by another's doing. */
  wake(): void;
  /** Ends after the steps under way. */
  close(): Promise<void>;
}
