import { sizeWithin, type JsonBounds } from '../../core/json';
import type { ModelDocument } from '../../core/model/document';
import { checkDocument, tryDocument, type TrialContext } from '../../core/model/trial';

/** JSON as it was read: its value, which bound it passes, or why it is none. */
export type ParsedJson = { value: unknown } | { over: keyof JsonBounds } | { wrong: string };

function parseJson({ text, bounds }: { text: string; bounds: JsonBounds }): ParsedJson {
  try {
    const value: unknown = JSON.parse(text);
    const over = sizeWithin(value, bounds);
    return over ? { over } : { value };
  } catch (error) {
    return { wrong: error instanceof Error ? error.message : '' };
  }
}

/** Work on plain data that may take long. Each task takes and gives what can be handed to a thread. */
export const tasks = {
  parseJson,
  tryDocument: ({ given, at, context }: { given: unknown; at: string; context: TrialContext }) =>
    tryDocument(given, at, context),
  checkDocument: ({ document, context }: { document: ModelDocument; context: TrialContext }) =>
    checkDocument(document, context),
};

export type TaskName = keyof typeof tasks;
export type TaskInput<N extends TaskName> = Parameters<(typeof tasks)[N]>[0];
export type TaskOutput<N extends TaskName> = ReturnType<(typeof tasks)[N]>;

/** Does a task by its name. What it takes and gives is its own; the look-up cannot say so to the compiler. */
export const doTask = <N extends TaskName>(name: N, input: TaskInput<N>): TaskOutput<N> =>
  (tasks[name] as unknown as (given: TaskInput<N>) => TaskOutput<N>)(input);
