import { sameJson, type JsonObject } from '../json';

/**
 * Three-way merge, field by field: what both started from, mine, and what was kept meanwhile.
 * A field that only one side changed takes that side's value; one that both changed differently is told as a conflict
 * and keeps mine, so that no one's typing is lost before they have chosen.
 */
export function mergeValues(
  base: JsonObject,
  mine: JsonObject,
  theirs: JsonObject,
): { values: JsonObject; conflicts: string[] } {
  const values: JsonObject = {};
  const conflicts: string[] = [];
  for (const key of new Set([...Object.keys(base), ...Object.keys(mine), ...Object.keys(theirs)])) {
    const mineChanged = !sameJson(base[key], mine[key]);
    const theirsChanged = !sameJson(base[key], theirs[key]);
    if (mineChanged && theirsChanged && !sameJson(mine[key], theirs[key])) conflicts.push(key);
    values[key] = (mineChanged ? mine[key] : theirs[key]) ?? null;
  }
  return { values, conflicts };
}
