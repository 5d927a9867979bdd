import { parentPort } from 'node:worker_threads';
import { doTask } from '../services/runtime/tasks';
import type { Asked, Told } from './threads';

// A thin door: what is asked is done by its name, and told with the number it came with.
parentPort?.on('message', ({ number, name, input }: Asked) => {
  let told: Told;
  try {
    told = { number, done: doTask(name, input) };
  } catch (error) {
    told = { number, failed: error instanceof Error ? error.message : String(error) };
  }
  parentPort?.postMessage(told);
});
