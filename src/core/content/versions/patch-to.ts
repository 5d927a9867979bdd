import { isJsonObject, sameJson, type Json, type JsonObject } from '../../json';
import type { VersionContent } from './compare-versions';

/** How many names deep parts of a version are changed name by name; any other is given whole. */
const depths: Readonly<Record<string, number>> = {
  values: 1,
  translations: 2,
  slots: 1,
  settings: 1,
  byHand: 1,
  rule: 1,
  labels: 1,
};

function patchOf(now: Json | undefined, wanted: Json | undefined, depth: number): Json | undefined {
  if (sameJson(now, wanted) || (now === undefined && wanted === undefined)) return undefined;
  if (depth === 0) return wanted ?? null;
  const [is, will] = [now, wanted].map((each) => (isJsonObject(each) ? each : {}));
  const patch: JsonObject = {};
  for (const name of new Set([...Object.keys(is ?? {}), ...Object.keys(will ?? {})])) {
    const inside = patchOf(is?.[name], will?.[name], depth - 1);
    if (inside !== undefined) patch[name] = inside;
  }
  return Object.keys(patch).length > 0 ? patch : undefined;
}

/** The JSON merge patch (RFC 7396) that makes one version of a record say what another does. */
export const patchTo = (now: VersionContent, wanted: VersionContent): JsonObject =>
  Object.fromEntries(
    [...new Set([...Object.keys(now), ...Object.keys(wanted)])].flatMap((part): [string, Json][] => {
      const patch = patchOf(now[part], wanted[part], depths[part] ?? 0);
      return patch === undefined ? [] : [[part, patch]];
    }),
  );
