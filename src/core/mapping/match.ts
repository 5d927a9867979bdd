import { dayFrom } from '../content/day';
import { sortKey } from '../content/sort-key';
import type { Values } from '../content/values';
import type { Json } from '../json';
import type { CompiledType } from '../model/compile';
import { kindOf } from '../model/kinds';
import { isStandingOrder, type Condition, type OrderKey, type Test } from './listing-rule';

/** Letters as `contains` and `startsWith` compare them: without case and accents. */
export const folded = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

const asArray = (value: Json | undefined): Json[] => (Array.isArray(value) ? value : value === undefined || value === null ? [] : [value]);
const isRelativeDay = (value: Json): value is { now: string } => typeof value === 'object' && value !== null && !Array.isArray(value) && typeof value.now === 'string';

/** A test's value with days told from now turned into the day they stand for. */
export const resolved = (value: Json | undefined, today: string): Json[] => asArray(value).map((each) => (isRelativeDay(each) ? dayFrom(each, today) : each));

function passes({ field, is, value }: Test, values: Values, today: string): boolean {
  const has = asArray(values[field]);
  if (is === 'empty') return has.length === 0;
  if (has.length === 0) return is === 'noneOf';
  const wanted = resolved(value, today);
  const [first] = has;
  const [low, high] = wanted;
  const compare = (a: Json | undefined, b: Json | undefined): number => (typeof a === 'number' && typeof b === 'number' ? a - b : String(a) < String(b) ? -1 : String(a) > String(b) ? 1 : 0);
  switch (is) {
    case 'filled': return true;
    case 'equals': return has.length === wanted.length && has.every((each, i) => each === wanted[i]);
    case 'oneOf': return has.some((each) => wanted.includes(each));
    case 'noneOf': return !has.some((each) => wanted.includes(each));
    case 'allOf': return wanted.every((each) => has.includes(each));
    case 'contains': return folded(String(first)).includes(folded(String(low)));
    case 'startsWith': return folded(String(first)).startsWith(folded(String(low)));
    case 'before': case 'lessThan': return compare(first, low) < 0;
    case 'after': case 'moreThan': return compare(first, low) > 0;
    case 'between': return compare(first, low) >= 0 && compare(first, high) <= 0;
  }
}

/**
 * Whether an entry's values pass a condition on a day. This is what the words of a condition mean; the store asks the
 * same of the sheets in SQL, and is tested against this. An empty field passes only `empty` and `noneOf`.
 */
export function matches(condition: Condition, values: Values, today: string): boolean {
  if ('all' in condition) return condition.all.every((inner) => matches(inner, values, today));
  if ('any' in condition) return condition.any.some((inner) => matches(inner, values, today));
  if ('not' in condition) return !matches(condition.not, values, today);
  return passes(condition, values, today);
}

/** What an entry is put in order by: besides its values, when it was last published and changed (ms). */
export interface Sortable {
  values: Values;
  published: number;
  changed: number;
  /** Settles ties the same way every time. */
  serial: number;
}

/** Compares two entries by the order keys. Entries without a value come last, whichever the direction. */
export function compareBy(order: readonly OrderKey[], type: CompiledType, locale: string): (a: Sortable, b: Sortable) => number {
  const keyOf = (entry: Sortable, by: string): string | number | undefined => {
    if (isStandingOrder(by)) return entry[by];
    const field = type.field(by);
    const value = field && entry.values[field.id];
    if (!field || value === undefined) return undefined;
    const kind = kindOf(field);
    const cell = kind.sheetCell(value, field.rules);
    const { sort } = kind.sheetShape(field.rules);
    return sort === 'text' ? sortKey(String(cell.value), locale) : sort === 'rank' ? cell.rank : cell.value ?? undefined;
  };
  return (a, b) => {
    for (const { by, direction } of order) {
      const [x, y] = [keyOf(a, by), keyOf(b, by)];
      if (x === y) continue;
      if (x === undefined) return 1;
      if (y === undefined) return -1;
      return (x < y) === (direction === 'up') ? -1 : 1;
    }
    return a.serial - b.serial;
  };
}
