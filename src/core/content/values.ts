import type { Fault } from '../faults';
import { under } from '../faults';
import type { Id } from '../ids';
import { sameJson, type Json, type JsonObject } from '../json';
import type { Field } from '../model/document';
import {
  fieldGroup,
  kindFor,
  withComputed,
  type FieldValues,
  type Reference,
  type Surroundings,
} from '../model/kinds';

/** What one entry, page or block holds: values by field id. A field without a value is absent. */
export type Values = FieldValues;

/**
 * Lays what was given at the door (values by field key; null empties a field) over the values kept so far.
 * Returns faults of shape only: with any, nothing may be kept. `path` is where the values stood in what was given.
 */
export function parseValues(
  fields: readonly Field[],
  given: JsonObject,
  kept: Values,
  path: string,
): { values: Values; faults: Fault[] } {
  const { values, faults } = fieldGroup.parseFields(fields, given, kept);
  return { values, faults: under(path, faults) };
}

/**
 * The rules that the values break, at `path` and the field's key. These are kept, told, and hold back publishing.
 * A field whose condition does not hold is not shown, and so asks nothing.
 */
export const ruleFaults = (
  fields: readonly Field[],
  values: Values,
  here: Surroundings,
  path = '/values',
): Fault[] => under(path, fieldGroup.checkFields(fields, values, here));

/** Everything the values refer to, with its place below `path`. */
export const referencesIn = (fields: readonly Field[], values: Values, path = '/values'): Reference[] =>
  fieldGroup.referencesOf(fields, values).map((ref) => ({ ...ref, path: path + ref.path }));

/**
 * Values by field key, as they are spoken at the door, computed ones worked out. Every field is named; one
 * without a value is null.
 */
export const serializeValues = (fields: readonly Field[], values: Values, locale = 'en'): JsonObject =>
  fieldGroup.serializeFields(fields, withComputed(fields, values, locale));

/**
 * What a default stands for when something new is made: `today` (ISO 8601) and the person who makes it, where
 * one asks for them.
 */
export interface Newness {
  today: string;
  /** The clock's day and minute, for moments. */
  minute?: string;
  /** The name of who makes it. */
  person?: string;
  /** The shared blocks there are, by their keys. */
  shared?: ReadonlyMap<string, Id>;
}

/** A default told from the making: `{ "new": "now" }`, `{ "new": "person" }`; else as it stands. */
function settledDefault(field: Field, { today, minute = `${today}T00:00`, person = '' }: Newness): Json {
  const preset = field.default ?? null;
  if (typeof preset !== 'object' || preset === null || Array.isArray(preset) || !('new' in preset))
    return preset;
  if (preset.new === 'now') return kindFor(field).hasClock ? minute : today;
  return preset.new === 'person' ? person : null;
}

/** What a new one holds: the defaults that are values of their kind. */
export function defaultValues(fields: readonly Field[], made: Newness = { today: '' }): Values {
  const given: [string, Json][] = fields.flatMap((field) =>
    field.default === undefined ? [] : [[field.key, settledDefault(field, made)] as [string, Json]],
  );
  return given.reduce<Values>((values, [key, value]) => {
    const read = parseValues(fields, { [key]: value }, values, '');
    return read.faults.length > 0 ? values : read.values;
  }, {});
}

/** The ids of the fields in which two sets of values differ. */
export function differingFields(a: Values, b: Values): Id[] {
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (id) => !sameJson(a[id] as Json | undefined, b[id] as Json | undefined),
  );
}

/** The words that name something: its title field's value, on one line, or nothing when it is empty. */
export function titleOf(type: { title: Id }, values: Values): string {
  const value = values[type.title];
  return typeof value === 'string' ? value : '';
}
