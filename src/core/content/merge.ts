import { piecesOfPointer, pointer } from '../faults';
import type { Json, JsonObject } from '../json';
import { mergeJson, type Collision } from './merge-json';

/**
 * Three-way merge of what two people made of one record: what both started from, mine, and what was kept meanwhile. All that
 * can stand beside one another does, down to list items, blocks and paragraphs; where it cannot, mine stands until it is
 * decided, so that no one's typing is lost before they have chosen.
 */
export function mergeValues(
  base: JsonObject,
  mine: JsonObject,
  theirs: JsonObject,
): { values: JsonObject; conflicts: Collision[] } {
  const { value, conflicts } = mergeJson(base, theirs, mine);
  const merged = (value ?? {}) as JsonObject;
  const keys = new Set([...Object.keys(base), ...Object.keys(mine), ...Object.keys(theirs)]);
  return {
    values: Object.fromEntries([...keys].map((key) => [key, merged[key] ?? null])),
    conflicts: conflicts.map(({ mine: other, theirs: own, ...where }) => ({
      ...where,
      mine: own,
      theirs: other,
    })),
  };
}

const idOf = (each: Json): Json | undefined =>
  typeof each === 'object' && each !== null && !Array.isArray(each) ? (each.id ?? each._id) : each;

/**
 * A value with another put at a place in it (a JSON Pointer, things with ids by their ids), or taken out there where it is
 * undefined. What is put where a thing with this id is not stands last.
 */
export function putAt(value: Json, path: string, put: Json | undefined): Json {
  const [piece, ...rest] = piecesOfPointer(path);
  if (piece === undefined) return put ?? null;
  const inside = pointer('', ...rest);
  if (Array.isArray(value)) {
    const at = value.findIndex((each) => idOf(each) === piece);
    if (rest.length > 0) return value.map((each, i) => (i === at ? putAt(each, inside, put) : each));
    if (put === undefined) return value.filter((_, i) => i !== at);
    return at < 0 ? [...value, put] : value.map((each, i) => (i === at ? put : each));
  }
  const object = (typeof value === 'object' && value !== null ? value : {}) as JsonObject;
  if (rest.length > 0) return { ...object, [piece]: putAt(object[piece] ?? null, inside, put) };
  if (put !== undefined) return { ...object, [piece]: put };
  const { [piece]: _gone, ...others } = object;
  return others;
}
