import { sameJson, type JsonObject } from '../json';
import { mergeJson } from './merge-json';

/** One thing done to a form: values put in the place of others, by their fields. */
interface EditStep {
  before: JsonObject;
  after: JsonObject;
  /** In what words were typed, where that is what was done. */
  typedIn: string | undefined;
  at: number;
}

/** How long (ms) typing in one field is one step. */
const ONE_STEP = 1500;
/** How many steps can be taken back. */
const MOST = 200;

/**
 * What was done to a form, step by step, so that it can be taken back and done again. Taking back a step leaves what others
 * changed meanwhile: what it changed is merged back, and only where both are in one place its own words win.
 */
export class EditSteps {
  private done: EditStep[] = [];
  private undone: EditStep[] = [];

  get canUndo(): boolean {
    return this.done.length > 0;
  }

  get canRedo(): boolean {
    return this.undone.length > 0;
  }

  /**
   * Notes what was done to `values`, as one step, however many fields it changed. Typing on in one place, which `typedIn`
   * names, goes on with the step before. `at` is a moment in ms.
   */
  note(values: JsonObject, changes: JsonObject, at: number, typedIn?: string): void {
    const keys = Object.keys(changes).filter((key) => !sameJson(values[key] ?? null, changes[key] ?? null));
    if (keys.length === 0) return;
    const of = (from: JsonObject) => Object.fromEntries(keys.map((key) => [key, from[key] ?? null]));
    const last = this.done.at(-1);
    const goesOn =
      last?.typedIn !== undefined &&
      last.typedIn === typedIn &&
      at - last.at < ONE_STEP &&
      keys.every((key) => key in last.after) &&
      this.undone.length === 0;
    this.undone = [];
    if (goesOn) this.done[this.done.length - 1] = { ...last, after: { ...last.after, ...of(changes) }, at };
    else this.done = [...this.done, { before: of(values), after: of(changes), typedIn, at }].slice(-MOST);
  }

  /** Takes the last step back. Answers the fields that change and their values; nothing where no step is left. */
  undo(values: JsonObject): JsonObject | undefined {
    const step = this.done.pop();
    if (!step) return undefined;
    this.undone.push(step);
    return replaced(step.after, step.before, values);
  }

  /** Does again what was taken back last. */
  redo(values: JsonObject): JsonObject | undefined {
    const step = this.undone.pop();
    if (!step) return undefined;
    this.done.push(step);
    return replaced(step.before, step.after, values);
  }
}

/** Each of some fields with one value in the place of another, whatever else was changed in it. */
const replaced = (from: JsonObject, to: JsonObject, now: JsonObject): JsonObject =>
  Object.fromEntries(
    Object.entries(to).map(([key, value]) => [
      key,
      mergeJson(from[key] ?? null, now[key] ?? null, value).value ?? null,
    ]),
  );
