/** A JSON value (RFC 8259). */
export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
export type JsonObject = { [key: string]: Json };

export const isJsonObject = (value: unknown): value is JsonObject =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export interface JsonBounds {
  /** How deep arrays and objects may nest. */
  depth: number;
  /** How many values there may be in all. */
  nodes: number;
  /** How many names one object may have. */
  keys: number;
}

/** Which bound a value passes, if any. Stops counting there, so that hostile input costs little. */
export function sizeWithin(value: unknown, bounds: JsonBounds): keyof JsonBounds | undefined {
  const stack: { at: unknown; depth: number }[] = [{ at: value, depth: 0 }];
  let nodes = 0;
  for (let next = stack.pop(); next; next = stack.pop()) {
    nodes += 1;
    if (nodes + stack.length > bounds.nodes) return 'nodes';
    if (typeof next.at !== 'object' || next.at === null) continue;
    const depth = next.depth + 1;
    if (depth > bounds.depth) return 'depth';
    const inside = Object.values(next.at);
    if (!Array.isArray(next.at) && inside.length > bounds.keys) return 'keys';
    for (const inner of inside) stack.push({ at: inner, depth });
  }
  return undefined;
}

/** Whether two JSON values say the same; the order of an object's keys does not matter. */
export function sameJson(a: Json | undefined, b: Json | undefined): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b)) {
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((inner, i) => sameJson(inner, b[i]))
    );
  }
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => Object.hasOwn(b, key) && sameJson(a[key], b[key]))
  );
}
