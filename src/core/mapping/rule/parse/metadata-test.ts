import { states, type State } from '../../../content/states';
import { pointer, type Fault } from '../../../faults';
import { isId, type Id } from '../../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../../json';
import type { FieldsHere } from '../here-value';
import { listingBounds, type MetadataTest } from '../listing-rule';

export const metadataKeys = ['entry', 'under', 'site', 'author', 'language', 'state', 'linksTo'] as const;

const hereOr: Record<(typeof metadataKeys)[number], string> = {
  entry: `Say "here" for the entry on whose page the listing stands, or give the ids of 1 to ${listingBounds.values} entries.`,
  under: `Say "here" for the page on which the listing stands, or give the ids of 1 to ${listingBounds.values} pages.`,
  site: `Say "here" for the site of the page on which the listing stands, or give the ids of 1 to ${listingBounds.values} sites.`,
  author: `Give the ids of 1 to ${listingBounds.values} people.`,
  language: 'Say "here" for the language of the page, or give languages of the site.',
  state: `Give one or more of: ${states.join(', ')}.`,
  linksTo: `Say "here" for the entry on whose page the listing stands, what a field there names as { "here": "entry." and the key of an entry link }, or give the ids of 1 to ${listingBounds.values} entries.`,
};

/**
 * Reads a test of how something stands, apart from its fields: which entry it is, below which page or in
 * which site it stands, its author, language or state, what it links to. `linksHere` reads what a field of the entry
 * or page names where the listing stands, with the faults it finds.
 */
export function parseMetadataTest(
  locales: { main: string; others: readonly string[] },
  input: JsonObject,
  path: string,
  linksHere: (given: JsonObject, path: string) => FieldsHere | undefined,
): { test?: MetadataTest; faults: Fault[] } {
  const word = metadataKeys.find((each) => each in input) ?? 'entry';
  const known = word === 'under' ? ['under', 'only'] : [word];
  const faults: Fault[] = Object.keys(input)
    .filter((key) => !known.includes(key))
    .map((key) => ({
      path: pointer(path, key),
      code: 'unknown',
      message: `"${key}" means nothing here. Known are: ${known.join(', ')}.`,
    }));
  const given = input[word];
  const listed = <T extends string>(is: (each: Json) => each is T): T[] | undefined =>
    Array.isArray(given) && given.length > 0 && given.length <= listingBounds.values && given.every(is)
      ? given
      : undefined;
  const anId = (each: Json): each is Id => typeof each === 'string' && isId(each);
  const refused = (): { faults: Fault[] } => ({
    faults: [...faults, { path: pointer(path, word), code: 'value', message: hereOr[word] }],
  });
  if (word === 'under') {
    const only = input.only ?? undefined;
    if (only !== undefined && only !== 'children')
      faults.push({
        path: pointer(path, 'only'),
        code: 'value',
        message: 'Only "children" can be asked for: what stands right below.',
      });
    const under = given === 'here' ? given : listed(anId);
    return under ? { test: { under, ...(only === 'children' ? { only } : {}) }, faults } : refused();
  }
  if (word === 'entry') {
    const entry = given === 'here' ? given : listed(anId);
    return entry ? { test: { entry }, faults } : refused();
  }
  if (word === 'linksTo') {
    if (isJsonObject(given)) {
      const linksTo = linksHere(given, pointer(path, word));
      return { ...(linksTo ? { test: { linksTo } } : {}), faults };
    }
    const linksTo = given === 'here' ? given : listed(anId);
    return linksTo ? { test: { linksTo }, faults } : refused();
  }
  if (word === 'site') {
    const site = given === 'here' ? given : listed(anId);
    return site ? { test: { site }, faults } : refused();
  }
  if (word === 'author') {
    const author = listed(anId);
    return author ? { test: { author }, faults } : refused();
  }
  if (word === 'language') {
    const language =
      given === 'here'
        ? given
        : listed(
            (each): each is string =>
              typeof each === 'string' && [locales.main, ...locales.others].includes(each),
          );
    return language ? { test: { language }, faults } : refused();
  }
  const state = listed((each): each is State => states.some((known1) => known1 === each));
  return state ? { test: { state }, faults } : refused();
}

export const isMetadataTest = (condition: Json): condition is JsonObject =>
  isJsonObject(condition) && metadataKeys.some((word) => word in condition);
