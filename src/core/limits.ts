import type { Id } from './ids';
import { isJsonObject, sameJson, type Json, type JsonObject } from './json';

/**
 * What somebody may change of all that their role lets them: each list is a bound where it is there, and
 * none where not.
 */
export interface Limits {
  /** Content types and page types, by id. */
  types?: Id[];
  /** Sites in which pages may be changed, by id. */
  sites?: Id[];
  /** Pages that may be changed with all below them, by id. */
  branches?: Id[];
  /** Languages in which words may be changed, the site's own among them or not. */
  languages?: string[];
}

/** A record as limits look at it. */
export interface Limited {
  sort: 'entry' | 'page' | 'listing' | 'medium' | 'shared';
  type: Id | null;
  /** Of a page: its site, and itself with those above it. */
  site?: Id;
  trail?: readonly Id[];
}

/** By which bound somebody may not change a record; undefined where they may. */
export function outsideOf(
  { types, sites, branches }: Limits,
  { sort, type, site, trail = [] }: Limited,
): keyof Limits | undefined {
  // A shared block reaches whatever page it stands on: whoever is bounded to some may not change it.
  if (sort === 'shared') return types ? 'types' : sites ? 'sites' : branches ? 'branches' : undefined;
  if (sort !== 'entry' && sort !== 'page') return undefined;
  if (types && !types.includes(type ?? '')) return 'types';
  if (sort === 'entry') return undefined;
  if (sites && !sites.includes(site ?? '')) return 'sites';
  if (branches && !branches.some((page) => trail.includes(page))) return 'branches';
  return undefined;
}

/** What of a body is told by languages: what is said in each, and from what it was translated. */
const BY_LANGUAGE = ['translations', 'sources'];

/** What a body says besides what it says in some languages, in itself and in all its blocks. */
function besides(value: Json, languages: readonly string[]): Json {
  if (Array.isArray(value)) return value.map((each) => besides(each, languages));
  if (!isJsonObject(value)) return value;
  const left: JsonObject = {};
  for (const [key, each] of Object.entries(value)) {
    if (!BY_LANGUAGE.includes(key) || !isJsonObject(each)) {
      left[key] = besides(each, languages);
      continue;
    }
    const others = Object.entries(each).filter(([language]) => !languages.includes(language));
    if (others.length > 0) left[key] = Object.fromEntries(others);
  }
  return left;
}

/** Every translation in a body that is in none of some languages, in the order in which they stand. */
function translationsBesides(value: Json, languages: readonly string[]): Json[] {
  if (Array.isArray(value)) return value.flatMap((each) => translationsBesides(each, languages));
  if (!isJsonObject(value)) return [];
  return Object.entries(value).flatMap(([key, each]) =>
    BY_LANGUAGE.includes(key) && isJsonObject(each)
      ? Object.entries(each).filter(([language]) => !languages.includes(language))
      : translationsBesides(each, languages),
  );
}

/**
 * Whether a change of a body is only of words in the languages that somebody may change. `main` is the
 * site's own language: whoever may change that may change everything but the translations into others.
 */
export const staysInLanguages = ({ languages }: Limits, main: string, before: Json, after: Json): boolean => {
  if (!languages) return true;
  return languages.includes(main)
    ? sameJson(translationsBesides(before, languages), translationsBesides(after, languages))
    : sameJson(besides(before, languages), besides(after, languages));
};
