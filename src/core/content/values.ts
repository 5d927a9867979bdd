import { pointer, type Fault } from '../faults';
import type { Id } from '../ids';
import { sameJson, type Json, type JsonObject } from '../json';
import type { Field } from '../model/document';
import { isEmpty, kindOf, type Surroundings, type Value } from '../model/kinds';

/** What one entry or page holds: values by field id. A field without a value is absent. */
export type Values = Record<Id, Value>;

/**
 * Lays what was given at the door (values by field key; null empties a field) over the values kept so far.
 * Returns faults of shape only: with any, nothing may be kept. `path` is where the values stood in what was given.
 */
export function readValues(fields: readonly Field[], given: JsonObject, kept: Values, path: string): { values: Values; faults: Fault[] } {
  const byKey = new Map(fields.map((field) => [field.key, field]));
  const values: Values = { ...kept };
  const faults: Fault[] = [];
  for (const [key, input] of Object.entries(given)) {
    const field = byKey.get(key);
    if (!field) {
      faults.push({ path: pointer(path, key), code: 'unknown-field', message: `There is no field "${key}" here.` });
      continue;
    }
    if (isEmpty(input)) {
      delete values[field.id];
      continue;
    }
    const value = kindOf(field).read(input, field.rules);
    if (!value.ok) faults.push({ path: pointer(path, key), code: value.code, message: value.message });
    else if (isEmpty(value.value)) delete values[field.id];
    else values[field.id] = value.value;
  }
  return { values, faults };
}

/** The rules that the values break, at `path` and the field's key. These are kept, told, and hold back publishing. */
export function ruleFaults(fields: readonly Field[], values: Values, here: Surroundings, path = '/values'): Fault[] {
  return fields.flatMap((field): Fault[] => {
    const value = values[field.id];
    const at = pointer(path, field.key);
    if (value === undefined) {
      return field.required ? [{ path: at, code: 'required', message: `${field.label} must be filled in before this can be published.` }] : [];
    }
    // A value kept from before a field changed its kind may no longer be of the kind: it is told, never thrown away.
    const spoken = kindOf(field).speak(value, field.rules);
    if (spoken !== null && !kindOf(field).read(spoken, field.rules).ok) return [{ path: at, code: 'kind', message: `${field.label} holds something of another kind. Fill it in again.` }];
    return kindOf(field).check(value, field.rules, here).map((fault) => ({ path: at, ...fault }));
  });
}

/** Values by field key, as they are spoken at the door. Every field is named; one without a value is null. */
export function speakValues(fields: readonly Field[], values: Values): JsonObject {
  return Object.fromEntries(
    fields.map((field) => {
      const value = values[field.id];
      return [field.key, value === undefined ? null : kindOf(field).speak(value, field.rules)];
    }),
  );
}

/** What a new one holds: the defaults that are values of their kind. */
export function defaultValues(fields: readonly Field[]): Values {
  const given: [string, Json][] = fields.flatMap((field) => (field.default === undefined ? [] : [[field.key, field.default] as [string, Json]]));
  return readValues(fields, Object.fromEntries(given), {}, '').values;
}

/** The ids of the fields in which two sets of values differ. */
export function differingFields(a: Values, b: Values): Id[] {
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((id) => !sameJson(a[id], b[id]));
}

/** The words that name something: its title field's value, on one line, or nothing when it is empty. */
export function titleOf(type: { title: Id }, values: Values): string {
  const value = values[type.title];
  return typeof value === 'string' ? value : '';
}
