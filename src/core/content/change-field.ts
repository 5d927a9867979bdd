import { isJsonObject, sameJson, type Json } from '../json';
import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';

/** What can be done to one field of many entries. */
export const fieldChanges = ['set', 'clear', 'add', 'take', 'replace', 'shift'] as const;
export type FieldChangeName = (typeof fieldChanges)[number];

/** A change of one field, its values spoken as at the door. */
export type FieldChange =
  | { does: 'set'; value: Json }
  | { does: 'clear' }
  | { does: 'add' | 'take'; values: readonly Json[] }
  /** Words found as they stand, capitals and all, and what stands in their place. */
  | { does: 'replace'; find: string; put: string }
  /** So many days later; earlier where it is negative. */
  | { does: 'shift'; days: number };

/** What can be done to a field of its kind; nothing to one that is worked out. */
export function changesOf(field: Field): FieldChangeName[] {
  const { derived, words, measures, indexShape } = kindFor(field);
  if (derived) return [];
  return [
    'set',
    'clear',
    ...(indexShape.many ? (['add', 'take'] as const) : []),
    ...(words === undefined ? [] : (['replace'] as const)),
    ...(measures === 'time' ? (['shift'] as const) : []),
  ];
}

const DAY = 86_400_000;
const startsWithDay = /^(\d{4}-\d{2}-\d{2})(?=$|T)/;

/** A day, or a moment by its day, so many days later. */
const shifted = (text: string, days: number): string =>
  text.replace(startsWithDay, (day) =>
    new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY).toISOString().slice(0, 10),
  );

/** A value with each of its texts changed: of formatted text, its words alone. */
function eachText(value: Json, change: (text: string) => string): Json {
  if (typeof value === 'string') return change(value);
  if (Array.isArray(value)) return value.map((each) => eachText(each, change));
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, each]): [string, Json] => [
      key,
      key === 'text' || typeof each === 'object' ? eachText(each, change) : each,
    ]),
  );
}

/** A period or a moment with its days changed. */
function eachDay(value: Json, days: number): Json {
  if (typeof value === 'string') return shifted(value, days);
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, each]): [string, Json] => [key, eachDay(each, days)]),
  );
}

/**
 * What a field says after a change, spoken as at the door (null where it says nothing); undefined where it says the same as
 * before.
 */
export function changeField(said: Json, change: FieldChange): Json | undefined {
  const next = changedTo(said, change);
  return sameJson(next, said) ? undefined : next;
}

function changedTo(said: Json, change: FieldChange): Json {
  switch (change.does) {
    case 'set':
      return change.value;
    case 'clear':
      return null;
    case 'add': {
      const has = Array.isArray(said) ? said : [];
      const fresh = change.values.filter((value) => !has.some((each) => sameJson(each, value)));
      return fresh.length === 0 ? said : [...has, ...fresh];
    }
    case 'take': {
      if (!Array.isArray(said)) return said;
      const left = said.filter((each) => !change.values.some((value) => sameJson(each, value)));
      return left.length === 0 ? null : left;
    }
    case 'replace':
      return eachText(said, (text) => text.replaceAll(change.find, () => change.put));
    case 'shift':
      return eachDay(said, change.days);
  }
}
