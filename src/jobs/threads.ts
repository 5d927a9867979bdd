import { Worker } from 'node:worker_threads';
import type { Beside } from '../services/runtime/beside';
import type { TaskInput, TaskName, TaskOutput } from '../services/runtime/tasks';

/** One task as it is handed over, and what comes back. */
export interface Asked {
  number: number;
  name: TaskName;
  input: TaskInput<TaskName>;
}
export type Told = { number: number; done: unknown } | { number: number; failed: string };

interface Waiting {
  resolve(done: unknown): void;
  reject(error: Error): void;
}

/** How much memory (MB) the thread may take. */
const MEMORY = 512;

/**
 * Does tasks in a thread of their own, one after the other. The thread begins with the first task; one that breaks takes
 * along what it was asked, and the next task begins another.
 */
export class Threads implements Beside {
  private thread: Worker | undefined;
  private number = 0;
  private readonly waiting = new Map<number, Waiting>();

  run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
    const number = (this.number += 1);
    return new Promise<TaskOutput<N>>((resolve, reject) => {
      // What comes back under a number is what the task of that number gives.
      this.waiting.set(number, { resolve: (done) => resolve(done as TaskOutput<N>), reject });
      (this.thread ??= this.begin()).postMessage({ number, name, input } satisfies Asked);
    });
  }

  async close(): Promise<void> {
    await this.thread?.terminate();
  }

  private begin(): Worker {
    const thread = new Worker(new URL('./beside.mjs', import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    // It holds up nobody who wants to stop.
    thread.unref();
    thread.on('message', (told: Told) => this.settle(told));
    thread.on('error', (error) => this.lose(error));
    thread.on('exit', () => this.lose(new Error('The thread ended.')));
    return thread;
  }

  private settle(told: Told): void {
    const asker = this.waiting.get(told.number);
    this.waiting.delete(told.number);
    if ('failed' in told) asker?.reject(new Error(told.failed));
    else asker?.resolve(told.done);
  }

  private lose(error: Error): void {
    this.thread = undefined;
    const lost = [...this.waiting.values()];
    this.waiting.clear();
    for (const { reject } of lost) reject(error);
  }
}
