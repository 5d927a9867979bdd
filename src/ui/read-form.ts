import { readValues, ruleFaults, type Values } from '../core/content/values';
import type { Fault } from '../core/faults';
import type { JsonObject } from '../core/json';
import type { Field } from '../core/model/document';

/** What a form holds, read by the same code as on the server. */
export interface FormReading {
  /** Values that can be kept, by field id. */
  values: Values;
  /** What was given, without the fields that hold no value of their kind: this is what can be sent. */
  sendable: JsonObject;
  /** Every fault at its field (`/values/key`): no value of its kind, or a rule broken. */
  faults: Fault[];
}

/** Reads the values of a form (spoken by key) as the server would, on a day (ISO 8601). */
export function readForm(fields: readonly Field[], given: JsonObject, today: string): FormReading {
  const { values, faults } = readValues(fields, given, {}, '/values');
  const unreadable = new Set(faults.map(({ path }) => path));
  const broken = ruleFaults(fields, values, { today }).filter(({ path }) => !unreadable.has(path));
  const sendable = Object.fromEntries(Object.entries(given).filter(([key]) => !unreadable.has(`/values/${key}`)));
  return { values, sendable, faults: [...faults, ...broken] };
}

/** The words of the faults at one field. */
export const faultsAt = (faults: readonly Fault[], key: string): string[] => faults.filter(({ path }) => path === `/values/${key}`).map(({ message }) => message);
