import { dayFrom } from '../content/day';
import type { Id } from '../ids';
import { isJsonObject, type Json } from '../json';
import type { FieldValues } from '../model/kinds/nested';
import type { Condition, Test } from './listing-rule';

/** Letters as `contains` and `startsWith` compare them: without case and accents. */
export const folded = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

const asArray = (value: Json | undefined): Json[] => (Array.isArray(value) ? value : value === undefined || value === null ? [] : [value]);
const isRelativeDay = (value: Json): value is { now: string } => typeof value === 'object' && value !== null && !Array.isArray(value) && typeof value.now === 'string';

/** A test's value with days told from now turned into the day they stand for. What is taken from a place is none until it is settled. */
export const resolved = (value: Json | undefined, today: string): Json[] =>
  asArray(value).flatMap((each) => (isRelativeDay(each) ? [dayFrom(each, today)] : isJsonObject(each) && 'here' in each ? [] : [each]));

/** Whether a category stands below another, or is it. Without a way to ask, only being it counts. */
export type IsUnder = (category: string, above: string) => boolean;

function passes({ field, is, value }: Test, values: FieldValues, today: string, isUnder: IsUnder): boolean {
  const has = asArray(values[field] as Json | undefined);
  if (is === 'empty') return has.length === 0;
  if (has.length === 0) return is === 'noneOf';
  const wanted = resolved(value, today);
  // Where there is nothing to compare with, nothing is like it.
  if (is !== 'filled' && wanted.length === 0) return is === 'noneOf';
  const [first] = has;
  const [low, high] = wanted;
  const compare = (a: Json | undefined, b: Json | undefined): number => (typeof a === 'number' && typeof b === 'number' ? a - b : String(a) < String(b) ? -1 : String(a) > String(b) ? 1 : 0);
  switch (is) {
    case 'filled': return true;
    case 'equals': return has.length === wanted.length && has.every((each, i) => each === wanted[i]);
    case 'oneOf': return has.some((each) => wanted.includes(each));
    case 'noneOf': return !has.some((each) => wanted.includes(each));
    case 'allOf': return wanted.every((each) => has.includes(each));
    case 'under': return has.some((each) => wanted.some((above) => isUnder(String(each), String(above))));
    case 'contains': return folded(String(first)).includes(folded(String(low)));
    case 'startsWith': return folded(String(first)).startsWith(folded(String(low)));
    case 'before': case 'lessThan': return compare(first, low) < 0;
    case 'after': case 'moreThan': return compare(first, low) > 0;
    case 'between': return compare(first, low) >= 0 && compare(first, high) <= 0;
  }
}

/**
 * Whether values pass a condition on a day. This is what the words of a condition mean; the store asks the same of the
 * sheets in SQL, and is tested against this. An empty field passes only `empty` and `noneOf`. `id` is that of the entry
 * which holds the values. What a condition takes from its place must have been settled (`settled` in here.ts).
 */
export function matches(condition: Condition, values: FieldValues, today: string, isUnder: IsUnder = (category, above) => category === above, id?: Id): boolean {
  const inner = (each: Condition) => matches(each, values, today, isUnder, id);
  if ('all' in condition) return condition.all.every(inner);
  if ('any' in condition) return condition.any.some(inner);
  if ('not' in condition) return !inner(condition.not);
  if ('entry' in condition) return condition.entry !== 'here' && id !== undefined && condition.entry.includes(id);
  return passes(condition, values, today, isUnder);
}
