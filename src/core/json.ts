/** A JSON value (RFC 8259). */
export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
export type JsonObject = { [key: string]: Json };

export const isJsonObject = (value: unknown): value is JsonObject =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** How deep arrays and objects nest: 0 for a plain value. Stops counting past `most`, so that hostile input costs little. */
export function depthOf(value: unknown, most: number): number {
  const stack: { at: unknown; depth: number }[] = [{ at: value, depth: 0 }];
  let deepest = 0;
  for (let next = stack.pop(); next; next = stack.pop()) {
    if (typeof next.at !== 'object' || next.at === null) continue;
    const depth = next.depth + 1;
    deepest = Math.max(deepest, depth);
    if (deepest > most) return deepest;
    for (const inner of Object.values(next.at)) stack.push({ at: inner, depth });
  }
  return deepest;
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
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && sameJson(a[key], b[key]));
}
