import type { Id } from '../ids';
import { isJsonObject, sameJson, type Json } from '../json';
import type { Field } from '../model/document';
import { localisedOf, type LocalizedValues } from './localized-values';

/** A value written in one way only: keys in order, so that what says the same is written the same. */
const canonical = (value: Json): string =>
  Array.isArray(value)
    ? `[${value.map(canonical).join()}]`
    : isJsonObject(value)
      ? `{${Object.keys(value)
          .sort()
          .map((key) => `${JSON.stringify(key)}:${canonical(value[key] ?? null)}`)
          .join()}}`
      : JSON.stringify(value);

const PRIME = 0x100000001b3n;
const OFFSET = 0xcbf29ce484222325n;

/** A short mark of a value, by which it is known again: FNV-1a in 64 bits (datatracker.ietf.org/doc/draft-eastlake-fnv). */
export function markOf(value: Json | undefined): string {
  let hash = OFFSET;
  for (const byte of new TextEncoder().encode(canonical(value ?? null)))
    hash = BigInt.asUintN(64, (hash ^ BigInt(byte)) * PRIME);
  return hash.toString(36);
}

/**
 * What is said now, with a mark beside each translation of what the main language said when it was written: one that stayed
 * keeps its mark, one that differs from before (or that somebody found right as it is: `confirmed`, field ids by locale)
 * gets the mark of what the main language says now.
 */
export function withSources<Said extends LocalizedValues>(
  fields: readonly Field[],
  before: LocalizedValues,
  now: Said,
  confirmed: Readonly<Record<string, readonly Id[]>> = {},
): Said {
  const { sources: _sources, ...said } = now;
  const sources: Record<string, Record<Id, string>> = {};
  for (const [locale, values] of Object.entries(now.translations ?? {})) {
    const marks = localisedOf(fields).flatMap(({ id }): [Id, string][] => {
      const value = values[id];
      if (value === undefined) return [];
      const stayed =
        sameJson(before.translations?.[locale]?.[id] as Json | undefined, value) &&
        !confirmed[locale]?.includes(id);
      const mark = stayed ? before.sources?.[locale]?.[id] : markOf(now.values[id]);
      return mark === undefined ? [] : [[id, mark]];
    });
    if (marks.length > 0) sources[locale] = Object.fromEntries(marks);
  }
  return { ...said, ...(Object.keys(sources).length > 0 ? { sources } : {}) } as Said;
}

/** The fields whose translation into a language is older than what the main language says now. */
export const olderIn = (
  fields: readonly Field[],
  { values, translations = {}, sources = {} }: LocalizedValues,
  locale: string,
): Id[] =>
  localisedOf(fields).flatMap(({ id }) => {
    const mark = translations[locale]?.[id] === undefined ? undefined : sources[locale]?.[id];
    return mark === undefined || mark === markOf(values[id]) ? [] : [id];
  });

/** How far something is said in a language: nothing of it, some of what the main language says, all of it, or all with something older. */
export type SaidIn = 'nothing' | 'part' | 'older' | 'all';

export function saidIn(fields: readonly Field[], said: LocalizedValues, locale: string): SaidIn {
  const wanted = localisedOf(fields).filter(({ id }) => said.values[id] !== undefined);
  const done = wanted.filter(({ id }) => said.translations?.[locale]?.[id] !== undefined);
  if (done.length === 0) return wanted.length === 0 ? 'all' : 'nothing';
  if (olderIn(fields, said, locale).length > 0) return 'older';
  return done.length < wanted.length ? 'part' : 'all';
}
