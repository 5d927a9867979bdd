import { newId, type Id } from '../../core/ids';
import type { Json } from '../../core/json';
import type { Installation } from '../runtime/installation';
import type { JobKind, NewJob, Queue } from '../runtime/queue';
import { doStep } from './doers';

/** Does all work here and now, as long as it is due: for scripts and tests, where nobody else waits. */
export class QueueHere implements Queue {
  constructor(private readonly installation: () => Installation) {}

  async put<K extends JobKind>({ kind, input, person, dueAt, alongside }: NewJob<K>): Promise<Id> {
    const id = newId();
    if (alongside) await this.installation().sessions.write((tx) => alongside(tx, id));
    if (dueAt !== undefined && dueAt > this.installation().now()) return id;
    for (let position: Json | undefined = undefined; ;) {
      const step = await doStep(this.installation(), kind, { id, input, person }, position);
      if (step.position === undefined) return id;
      position = step.position;
    }
  }

  wake(): void {}

  async close(): Promise<void> {}
}
