import type { Known } from '../core/content/known';
import { parseValues, ruleFaults, type Values } from '../core/content/values';
import { piecesOfPointer, type Fault } from '../core/faults';
import type { JsonObject } from '../core/json';
import type { Field } from '../core/model/document';
import { visibleFields } from '../core/model/kinds';

/** What a form holds, read by the same code as on the server. */
export interface FormReading {
  /** Values that can be kept, by field id. */
  values: Values;
  /** What was given, without the fields that hold no value of their kind: this is what can be sent. */
  sendable: JsonObject;
  /** Every fault at its field (`/values/key`): no value of its kind, or a rule broken. */
  faults: Fault[];
}

/** The piece of a path that names the field: `/values/guide/0` is about `guide`. */
export const keyOf = (path: string): string => piecesOfPointer(path)[1] ?? '';

/**
 * Reads the values of a form (spoken by key) as the server would, on a day (ISO 8601); where what they refer to
 * is known, that it is there and fits as well.
 */
export function parseForm(
  fields: readonly Field[],
  given: JsonObject,
  today: string,
  known?: Known,
): FormReading {
  const { values, faults } = parseValues(fields, given, {}, '/values');
  const invalidInput = new Set(faults.map(({ path }) => keyOf(path)));
  const broken = ruleFaults(fields, values, known ? { today, known } : { today }).filter(
    ({ path }) => !invalidInput.has(keyOf(path)),
  );
  const sendable = Object.fromEntries(Object.entries(given).filter(([key]) => !invalidInput.has(key)));
  return { values, sendable, faults: [...faults, ...broken] };
}

/** The faults at a place and below it, with paths told from there. */
export const faultsBelow = (faults: readonly Fault[], at: string): Fault[] =>
  faults
    .filter(({ path }) => path === at || path.startsWith(`${at}/`))
    .map((fault) => ({ ...fault, path: fault.path.slice(at.length) }));

/** Whether two lists of faults tell the same. */
export const areSameFaults = (a: readonly Fault[], b: readonly Fault[]): boolean =>
  a.length === b.length && a.every(({ path, message }, i) => path === b[i]?.path && message === b[i].message);

/** The faults of one field of a form, with paths below its value. */
export const faultsAt = (faults: readonly Fault[], key: string): Fault[] =>
  faultsBelow(faults, `/values/${key}`);

/** The fields that stand in a form, given what the others hold now; those that hold nothing readable count as empty. */
export const shownFields = (fields: readonly Field[], given: JsonObject): Field[] =>
  fields.some(({ showWhen }) => showWhen)
    ? visibleFields(fields, parseValues(fields, given, {}, '').values, new Date().toISOString().slice(0, 10))
    : [...fields];
