import type { EntryAnswer, EntryPatch } from '../../../../contract/entries';
import { isJsonObject, type JsonObject } from '../../../../core/json';
import type { Field } from '../../../../core/model/document';

/** What is said in another language stands in the draft beside the rest, under a name that no field can have, so that each is merged by itself. */
const named = (locale: string, key: string): string => `${locale}_${key}`;

/** A language by its name in English. */
export const languageName = (locale: string): string => new Intl.DisplayNames('en', { type: 'language' }).of(locale) ?? locale;

/** The localised fields of a type as they are filled in for another language: nothing is required there, since the main language stands in. */
export const fieldsIn = (fields: readonly Field[], locale: string): Field[] =>
  fields.filter(({ localised }) => localised).map((field) => {
    const { required: _required, showWhen: _showWhen, ...rest } = field;
    return { ...rest, id: `${locale} ${field.id}`, key: named(locale, field.key), label: `${field.label}, in ${languageName(locale)}` } as Field;
  });

/** An entry's answer with what it says in other languages among its values, as the draft edits it. */
export function withLanguages(answer: EntryAnswer, fields: readonly Field[], locales: readonly string[]): EntryAnswer {
  const localised = fields.filter((field) => field.localised);
  const said = locales.flatMap((locale) => {
    const values = answer.translations[locale];
    return localised.map(({ key }) => [named(locale, key), isJsonObject(values) ? values[key] ?? null : null] as const);
  });
  return { ...answer, values: { ...answer.values, ...Object.fromEntries(said) } };
}

/** A patch of the server's from changes of the draft. */
export function entryPatchOf(changes: JsonObject, locales: readonly string[]): EntryPatch {
  const values: JsonObject = {};
  const translations: Record<string, JsonObject> = {};
  for (const [name, value] of Object.entries(changes)) {
    const locale = locales.find((each) => name.startsWith(`${each}_`));
    if (locale === undefined) values[name] = value;
    else translations[locale] = { ...translations[locale], [name.slice(locale.length + 1)]: value };
  }
  return { ...(Object.keys(values).length > 0 ? { values } : {}), ...(Object.keys(translations).length > 0 ? { translations } : {}) };
}
