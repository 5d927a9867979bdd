import { diff3Merge } from 'node-diff3';
import { pointer } from '../faults';
import type { Id } from '../ids';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../json';

/** A place where two changes cannot stand beside one another, with what each would have there; undefined is taken out. */
export interface Collision {
  /** A JSON Pointer (RFC 6901); things with ids stand in it by their ids. */
  path: string;
  base: Json | undefined;
  mine: Json | undefined;
  theirs: Json | undefined;
}

/** What came of merging two changes of one value. */
export interface MergedJson {
  /** Undefined where the value is gone. */
  value: Json | undefined;
  /** What both changed in ways that cannot stand beside one another. There `theirs` stands. */
  conflicts: Collision[];
}

/**
 * Merges two changes of one JSON value: `mine` and `theirs`, both made from `base`. Objects merge key by key; lists of things
 * with ids merge thing by thing, wherever these stand; lists of different words (ids) as sets in an order; texts of several
 * lines, and lists of other objects (paragraphs of formatted text), line by line and object by object (diff3: Khanna, Kunal
 * and Pierce, "A Formal Investigation of Diff3", 2007); anything else as a whole. What only one side changed is as that side
 * made it; a thing that one side took out and the other changed stays, and is told.
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
  return (
    mergeLines(base, mine, theirs, path) ?? {
      value: theirs,
      conflicts: [{ path, base, mine, theirs }],
    }
  );
}

/** What parts a text into pieces that are merged by themselves, and puts them together again; undefined where it has none. */
function piecesOf(
  value: Json | undefined,
): { pieces: string[]; whole: (pieces: readonly string[]) => Json } | undefined {
  if (typeof value === 'string') return { pieces: value.split('\n'), whole: (pieces) => pieces.join('\n') };
  if (Array.isArray(value) && value.every(isJsonObject))
    return {
      pieces: value.map((each) => JSON.stringify(each)),
      whole: (pieces) => pieces.map((piece) => JSON.parse(piece) as Json),
    };
  return undefined;
}

/** Merges two texts line by line, or two lists object by object; undefined where they are neither, or of one line. */
function mergeLines(
  base: Json | undefined,
  mine: Json | undefined,
  theirs: Json | undefined,
  path: string,
): MergedJson | undefined {
  const [was, own, other] = [base ?? (typeof mine === 'string' ? '' : []), mine, theirs].map(piecesOf);
  if (!was || !own || !other || typeof mine !== typeof theirs) return undefined;
  if (Math.max(was.pieces.length, own.pieces.length, other.pieces.length) < 2) return undefined;
  const regions = diff3Merge(own.pieces, was.pieces, other.pieces, { excludeFalseConflicts: true });
  /** The whole with what one side has where both collide; everywhere else the changes of both. */
  const as = (side: 'a' | 'o' | 'b'): Json =>
    own.whole(regions.flatMap(({ ok, conflict }) => ok ?? conflict?.[side] ?? []));
  if (regions.every(({ conflict }) => conflict === undefined)) return { value: as('b'), conflicts: [] };
  return { value: as('b'), conflicts: [{ path, base: as('o'), mine: as('a'), theirs: as('b') }] };
}

function mergeObjects(base: JsonObject = {}, mine: JsonObject, theirs: JsonObject, path: string): MergedJson {
  const merged = new Map<string, Json>();
  const conflicts: Collision[] = [];
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
    const key = isJsonObject(each) ? (each.id ?? each._id) : each;
    if (typeof key !== 'string' || found.has(key)) return undefined;
    found.set(key, each);
  }
  return found;
}

function mergeLists(base: Keyed, mine: Keyed, theirs: Keyed, path: string): MergedJson {
  const merged = new Map<Id, Json>();
  const conflicts: Collision[] = [];
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
    return sameJson(left, was)
      ? { value: undefined, conflicts: [] }
      : { value: left, conflicts: [{ path, base: was, mine: own, theirs: other }] };
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
