import { doTask, type TaskInput, type TaskName, type TaskOutput } from './tasks';

/** Where tasks are done: beside the event loop, where there are threads for it. */
export interface Beside {
  run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>>;
  close(): Promise<void>;
}

/** Does every task here and now: for scripts and tests, where nobody else waits. */
export const here: Beside = {
  run: (name, input) => Promise.resolve().then(() => doTask(name, input)),
  close: () => Promise.resolve(),
};
