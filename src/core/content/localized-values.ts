import { pointer, type Fault } from '../faults';
import type { Id } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';
import type { Field } from '../model/document';
import type { Reference, Surroundings } from '../model/kinds';
import {
  differingFields,
  parseValues,
  referencesIn,
  ruleFaults,
  serializeValues,
  type Values,
} from './values';

/** What something says: in the main language, and what is said of its localised fields in others. */
export interface LocalizedValues {
  values: Values;
  /** By locale. Where a localised field is missing, the main language's value stands. */
  translations?: Record<string, Values>;
  /** By locale and field: a mark of what the main language said when the translation was written. */
  sources?: Record<string, Record<Id, string>>;
}

export const localisedOf = (fields: readonly Field[]): Field[] => fields.filter(({ localised }) => localised);

/** Its values in a language; without one, or where nothing is translated, those of the main language. */
export const valuesIn = ({ values, translations }: LocalizedValues, language?: string): Values => {
  const own = language === undefined ? undefined : translations?.[language];
  return own ? { ...values, ...own } : values;
};

/** The other languages in which something of it is said. */
export const languagesOf = ({ translations = {} }: LocalizedValues): string[] =>
  Object.entries(translations).flatMap(([locale, values]) =>
    Object.keys(values).length > 0 ? [locale] : [],
  );

/** The ids of the fields in which two differ, in any language. */
export function differingLocalized(a: LocalizedValues, b: LocalizedValues): Id[] {
  const languages = new Set([...Object.keys(a.translations ?? {}), ...Object.keys(b.translations ?? {})]);
  return [
    ...new Set([
      ...differingFields(a.values, b.values),
      ...[...languages].flatMap((each) =>
        differingFields(a.translations?.[each] ?? {}, b.translations?.[each] ?? {}),
      ),
    ]),
  ];
}

/**
 * Lays what was given at the door (values by field key; translations by locale and field key) over what was said so
 * far. Returns faults of shape only: with any, nothing may be kept.
 */
export function parseLocalized(
  fields: readonly Field[],
  given: { values?: Json; translations?: Json },
  kept: LocalizedValues,
  path: string,
  languages: readonly string[],
): { localized: LocalizedValues; faults: Fault[] } {
  const faults: Fault[] = [];
  const refuse = (at: string, code: string, message: string): JsonObject => {
    faults.push({ path: at, code, message });
    return {};
  };
  const object = (value: Json | undefined, at: string, message: string): JsonObject =>
    value === undefined ? {} : isJsonObject(value) ? value : refuse(at, 'kind', message);
  const main = parseValues(
    fields,
    object(given.values, pointer(path, 'values'), 'Values are given by field key.'),
    kept.values,
    pointer(path, 'values'),
  );
  faults.push(...main.faults);
  const translations: Record<string, Values> = { ...kept.translations };
  for (const [locale, each] of Object.entries(
    object(given.translations, pointer(path, 'translations'), 'Translations are given by language.'),
  )) {
    const at = pointer(path, 'translations', locale);
    if (!languages.includes(locale)) {
      refuse(at, 'locale', `The site is not written in "${locale}".`);
      continue;
    }
    const read = parseValues(
      localisedOf(fields),
      object(each, at, 'A language has values by field key.'),
      translations[locale] ?? {},
      at,
    );
    faults.push(...read.faults);
    if (Object.keys(read.values).length > 0) translations[locale] = read.values;
    else delete translations[locale];
  }
  return {
    localized: { values: main.values, ...(Object.keys(translations).length > 0 ? { translations } : {}) },
    faults,
  };
}

/**
 * The rules that it breaks, in every language. In another than the main one nothing is required: the main
 * value stands.
 */
export function localizedFaults(
  fields: readonly Field[],
  { values, translations = {} }: LocalizedValues,
  here: Surroundings,
  path = '',
): Fault[] {
  const localised = localisedOf(fields).map((field) => ({ ...field, required: false }));
  return [
    ...ruleFaults(fields, values, here, pointer(path, 'values')),
    ...Object.entries(translations).flatMap(([locale, each]) =>
      ruleFaults(localised, each, here, pointer(path, 'translations', locale)),
    ),
  ];
}

/** Everything it refers to, in every language. */
export const referencesInLocalized = (
  fields: readonly Field[],
  { values, translations = {} }: LocalizedValues,
  path = '',
): Reference[] => [
  ...referencesIn(fields, values, pointer(path, 'values')),
  ...Object.entries(translations).flatMap(([locale, each]) =>
    referencesIn(localisedOf(fields), each, pointer(path, 'translations', locale)),
  ),
];

/** What it says by field key, in the main language (`locale`) and in each it is translated to. */
export const serializeLocalized = (
  fields: readonly Field[],
  { values, translations = {} }: LocalizedValues,
  locale: string,
): { values: JsonObject; translations: JsonObject } => ({
  values: serializeValues(fields, values, locale),
  translations: Object.fromEntries(
    Object.entries(translations).map(([each, own]) => [
      each,
      serializeValues(localisedOf(fields), own, each),
    ]),
  ),
});
