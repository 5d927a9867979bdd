import { pointer } from '../faults';
import type { Id } from '../ids';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../json';

/** What came of merging two changes of one value. */
export interface MergedJson {
  /** Undefined where the value is gone. */
  value: Json | undefined;
  /**
   * JSON Pointers (RFC 6901) of what both changed in ways that cannot stand beside one another. There
   * `theirs` stands.
   */
  conflicts: string[];
}

/**
 * Merges two changes of one JSON value: `mine` and `theirs`, both made from `base`. Objects merge key by key;
 * lists of things
 * with ids merge thing by thing, wherever these stand; lists of different words (ids) as sets in an order;
 * anything else as
 * a whole. What only one side changed is as that side made it; a thing that one side took out and the other
 * changed stays.
 *
 * mergeJson({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) // { value: { a: 2, b: 3 }, conflicts: [] }
 */
export function mergeJson(
  base: Json | undefined,
  mine: Json | undefined,
  theirs: Json | undefined,
  path = '',
): MergedJson {
  if (sameJson(base, mine) || sameJson(mine, theirs)) return { value: theirs, conflicts: [] };
  if (sameJson(base, theirs)) return { value: mine, conflicts: [] };
  const objects = [base ?? {}, mine, theirs];
  if (objects.every(isJsonObject))
    return mergeObjects(base as JsonObject | undefined, mine as JsonObject, theirs as JsonObject, path);
  const lists = [base ?? [], mine, theirs].map(keyed);
  const [before, own, other] = lists;
  if (before && own && other) return mergeLists(before, own, other, path);
  return { value: theirs, conflicts: [path] };
}

function mergeObjects(base: JsonObject = {}, mine: JsonObject, theirs: JsonObject, path: string): MergedJson {
  const merged = new Map<string, Json>();
  const conflicts: string[] = [];
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine), ...Object.keys(base)])) {
    const own = (of: JsonObject) => (Object.hasOwn(of, key) ? of[key] : undefined);
    const { value, conflicts: inside } = mergeJson(own(base), own(mine), own(theirs), pointer(path, key));
    if (value !== undefined) merged.set(key, value);
    conflicts.push(...inside);
  }
  return { value: Object.fromEntries(merged), conflicts };
}

type Keyed = ReadonlyMap<Id, Json>;

/** A list as things by their ids, or as different words; undefined where it is neither. */
function keyed(value: Json | undefined): Keyed | undefined {
  if (!Array.isArray(value)) return undefined;
  const found = new Map<Id, Json>();
  for (const each of value) {
    const key = isJsonObject(each) ? each.id : each;
    if (typeof key !== 'string' || found.has(key)) return undefined;
    found.set(key, each);
  }
  return found;
}

function mergeLists(base: Keyed, mine: Keyed, theirs: Keyed, path: string): MergedJson {
  const merged = new Map<Id, Json>();
  const conflicts: string[] = [];
  for (const key of orderOf(base, mine, theirs)) {
    const { value, conflicts: inside } = mergeOne(base, mine, theirs, key, pointer(path, key));
    if (value !== undefined) merged.set(key, value);
    conflicts.push(...inside);
  }
  return { value: [...merged.values()], conflicts };
}

/** One thing of a list. Taken out on one side and changed on the other, it stays as it was changed. */
function mergeOne(base: Keyed, mine: Keyed, theirs: Keyed, key: Id, path: string): MergedJson {
  const [was, own, other] = [base.get(key), mine.get(key), theirs.get(key)];
  if (was !== undefined && (own === undefined) !== (other === undefined)) {
    const left = own ?? other;
    return sameJson(left, was) ? { value: undefined, conflicts: [] } : { value: left, conflicts: [path] };
  }
  return mergeJson(was, own, other, path);
}

/**
 * The order of all things: that of the side that changed it, theirs where both did; what the other added
 * stands after what it followed there.
 */
function orderOf(base: Keyed, mine: Keyed, theirs: Keyed): Id[] {
  const among = (keys: Iterable<Id>) =>
    [...keys].filter((key) => base.has(key) && mine.has(key) && theirs.has(key));
  const theirsMoved = !sameJson(among(base.keys()), among(theirs.keys()));
  const [first, second] = theirsMoved ? [theirs, mine] : [mine, theirs];
  const order = [...first.keys()];
  let before: Id | undefined;
  for (const key of second.keys()) {
    if (!first.has(key)) order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, key);
    before = key;
  }
  return order;
}
