import { sameJson, type Json, type JsonObject } from '../json';
import { mergeJson } from './merge-json';

/** One thing done to a form: a value put in the place of another. */
interface EditStep {
  key: string;
  before: Json;
  after: Json;
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

  /** Notes a change; typing on in one field goes on with the step before. `at` is a moment in ms. */
  note(key: string, before: Json, after: Json, at: number): void {
    if (sameJson(before, after)) return;
    const last = this.done.at(-1);
    const goesOn =
      last?.key === key &&
      at - last.at < ONE_STEP &&
      typeof after === 'string' &&
      typeof last.after === 'string' &&
      this.undone.length === 0;
    this.undone = [];
    if (goesOn) this.done[this.done.length - 1] = { ...last, after, at };
    else this.done = [...this.done, { key, before, after, at }].slice(-MOST);
  }

  /** Takes the last step back. Answers the field and its value; nothing where no step is left. */
  undo(values: JsonObject): { key: string; value: Json } | undefined {
    const step = this.done.pop();
    if (!step) return undefined;
    this.undone.push(step);
    return { key: step.key, value: replaced(step.after, step.before, values[step.key]) };
  }

  /** Does again what was taken back last. */
  redo(values: JsonObject): { key: string; value: Json } | undefined {
    const step = this.undone.pop();
    if (!step) return undefined;
    this.done.push(step);
    return { key: step.key, value: replaced(step.before, step.after, values[step.key]) };
  }
}

/** A value with one thing in the place of another, whatever else was changed in it. */
const replaced = (from: Json, to: Json, now: Json | undefined): Json =>
  mergeJson(from, now ?? null, to).value ?? null;
