import { AsyncLocalStorage } from 'node:async_hooks';
import type { Id } from '../../core/ids';

/** What one request has done so far. */
export interface RequestContext {
  /** The acts it kept, in order. */
  acts: { id: Id; what: string }[];
}

const contexts = new AsyncLocalStorage<RequestContext>();

/** Answers a request in a context of its own, and tells what it did. */
export const inRequest = async <T>(work: (context: RequestContext) => Promise<T>): Promise<T> => {
  const context: RequestContext = { acts: [] };
  return contexts.run(context, () => work(context));
};

/** Notes that the request under way kept an act. Outside a request (the sample, a measurement) nobody asks. */
export const noteAct = (id: Id, what: string): void => {
  contexts.getStore()?.acts.push({ id, what });
};
