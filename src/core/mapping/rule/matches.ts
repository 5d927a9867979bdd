import { dayFrom } from '../../content/day';
import type { State } from '../../content/states';
import type { Id } from '../../ids';
import { isJsonObject, type Json } from '../../json';
import type { Comparison } from '../../model/kinds';
import type { FieldValues } from '../../model/kinds/nested';
import type { Condition, MetadataTest, Test } from './listing-rule';

/** Letters as `contains` and `startsWith` compare them: without case and accents. */
export const folded = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

const asArray = (value: Json | undefined): Json[] =>
  Array.isArray(value) ? value : value === undefined || value === null ? [] : [value];
const isRelativeDay = (value: Json): value is { now: string } =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && typeof value.now === 'string';

/**
 * A test's value with days told from now turned into the day they stand for. What is taken from a place is
 * none until it is settled.
 */
export const resolved = (value: Json | undefined, today: string): Json[] =>
  asArray(value).flatMap((each) =>
    isRelativeDay(each) ? [dayFrom(each, today)] : isJsonObject(each) && 'here' in each ? [] : [each],
  );

/** Whether a category stands below another, or is it. Without a way to ask, only being it counts. */
export type IsUnder = (category: string, above: string) => boolean;

/**
 * What a condition may ask besides values: which entry or page holds them, how that stands, and what visitors
 * see of those it links to.
 */
export interface Subject {
  id?: Id;
  linked?: (entry: Id) => FieldValues | undefined;
  /** Whether its own page stands below a page, or with `children` right below it. */
  isBelow?: (page: Id, children: boolean) => boolean;
  /** The site in which its own page stands. */
  site?: Id;
  /** Who let visitors see it, or changed it last. */
  author?: Id;
  /** The languages in which something of it is said, the main one too. */
  languages?: readonly string[];
  state?: State;
  /** What its entry links name, as far as they are kept for filtering (`linksIn`). */
  linksTo?: readonly Id[];
}

/** Whether it stands as a test asks. What its place gives must have been settled. */
function stands(test: MetadataTest, subject: Subject): boolean {
  const { id, isBelow, site, author, languages = [], state, linksTo = [] } = subject;
  if ('entry' in test) return test.entry !== 'here' && id !== undefined && test.entry.includes(id);
  if ('under' in test)
    return (
      test.under !== 'here' && test.under.some((page) => isBelow?.(page, test.only === 'children') ?? false)
    );
  if ('site' in test) return test.site !== 'here' && site !== undefined && test.site.includes(site);
  if ('author' in test) return author !== undefined && test.author.includes(author);
  if ('language' in test)
    return test.language !== 'here' && test.language.some((each) => languages.includes(each));
  if ('linksTo' in test)
    return Array.isArray(test.linksTo) && test.linksTo.some((each) => linksTo.includes(each));
  return state !== undefined && test.state.includes(state);
}

/** The two ids of a path through an entry link: the link, and the field of what it leads to. */
export function throughLink(path: string): { link: Id; field: Id } | undefined {
  const [link, field] = path.split('.');
  return link !== undefined && field !== undefined ? { link, field } : undefined;
}

/**
 * A test through a link holds where one of the linked entries passes it; one that asks for nothing, where
 * none passes the opposite.
 */
function passesThrough(
  { is, value }: Test,
  { link, field }: { link: Id; field: Id },
  values: FieldValues,
  today: string,
  isUnder: IsUnder,
  { linked }: Subject,
): boolean {
  const entries = asArray(values[link] as Json | undefined)
    .map((id) => linked?.(String(id)))
    .filter((each) => each !== undefined);
  const some = (opposite: Comparison) =>
    entries.some((each) =>
      passes({ field, is: opposite, ...(value === undefined ? {} : { value }) }, each, today, isUnder),
    );
  if (is === 'empty') return !some('filled');
  return is === 'noneOf' ? !some('oneOf') : some(is);
}

function passes({ field, is, value }: Test, values: FieldValues, today: string, isUnder: IsUnder): boolean {
  const has = asArray(values[field] as Json | undefined);
  if (is === 'empty') return has.length === 0;
  if (has.length === 0) return is === 'noneOf';
  const wanted = resolved(value, today);
  // Where there is nothing to compare with, nothing is like it.
  if (is !== 'filled' && wanted.length === 0) return is === 'noneOf';
  const [first] = has;
  const [low, high] = wanted;
  const compare = (a: Json | undefined, b: Json | undefined): number =>
    typeof a === 'number' && typeof b === 'number'
      ? a - b
      : String(a) < String(b)
        ? -1
        : String(a) > String(b)
          ? 1
          : 0;
  switch (is) {
    case 'filled':
      return true;
    case 'equals':
      return has.length === wanted.length && has.every((each, i) => each === wanted[i]);
    case 'oneOf':
      return has.some((each) => wanted.includes(each));
    case 'noneOf':
      return !has.some((each) => wanted.includes(each));
    case 'allOf':
      return wanted.every((each) => has.includes(each));
    case 'under':
      return has.some((each) => wanted.some((above) => isUnder(String(each), String(above))));
    case 'contains':
      return folded(String(first)).includes(folded(String(low)));
    case 'startsWith':
      return folded(String(first)).startsWith(folded(String(low)));
    case 'before':
    case 'lessThan':
      return compare(first, low) < 0;
    case 'after':
    case 'moreThan':
      return compare(first, low) > 0;
    case 'between':
      return compare(first, low) >= 0 && compare(first, high) <= 0;
  }
}

/**
 * Whether values pass a condition on a day. This is what the words of a condition mean; the store asks the same of the
 * sheets in SQL, and is tested against this. An empty field passes only `empty` and `noneOf`. What a
 * condition takes from its place must have been settled (`settled` in here.ts).
 */
export function matches(
  condition: Condition,
  values: FieldValues,
  today: string,
  isUnder: IsUnder = (category, above) => category === above,
  subject: Subject = {},
): boolean {
  const inner = (each: Condition) => matches(each, values, today, isUnder, subject);
  if ('all' in condition) return condition.all.every(inner);
  if ('any' in condition) return condition.any.some(inner);
  if ('not' in condition) return !inner(condition.not);
  if (!('field' in condition)) return stands(condition, subject);
  const through = throughLink(condition.field);
  return through
    ? passesThrough(condition, through, values, today, isUnder, subject)
    : passes(condition, values, today, isUnder);
}
