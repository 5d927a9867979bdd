import type { Difference, VersionContent } from './compare-versions';
import { placeInWords, type PlaceScope } from './place-in-words';

/** In which fields, slots and other parts two versions differ, by their names, each once. */
export const whatChanged = (
  differences: readonly Difference[],
  scope: PlaceScope,
  sources: readonly VersionContent[],
): string[] => [
  ...new Set(differences.flatMap(({ path }) => placeInWords(path, scope, sources).way[0] ?? [])),
];
