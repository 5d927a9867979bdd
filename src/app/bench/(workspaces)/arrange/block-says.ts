import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import type { CompiledModel } from '../../../../core/model/compile';
import { localizedPatchOf } from '../../../../ui/form-languages';

export const asText = (value: Json | undefined): string => (typeof value === 'string' ? value : '');

export const valuesOf = (block: JsonObject): JsonObject => (isJsonObject(block.values) ? block.values : {});

export const translationsOf = (block: JsonObject): JsonObject =>
  isJsonObject(block.translations) ? block.translations : {};

/** A block that says something else, in the main language or another. */
export function saying(block: JsonObject, change: JsonObject, language: string): JsonObject {
  const { values = {}, translations = {} } = localizedPatchOf(change, language ? [language] : []);
  const kept = translationsOf(block);
  const own = kept[language];
  const next = language
    ? {
        ...kept,
        [language]: { ...(isJsonObject(own) ? own : {}), ...(translations[language] as JsonObject) },
      }
    : kept;
  return {
    ...block,
    values: { ...valuesOf(block), ...values },
    ...(Object.keys(next).length > 0 ? { translations: next } : {}),
  };
}

/** What a block says in a language, by the keys of its fields; in the main one where that is empty. */
export function spokenValues(model: CompiledModel, block: JsonObject, language: string): JsonObject {
  if (language === '') return valuesOf(block);
  const own = translationsOf(block)[language];
  return { ...valuesOf(block), ...localisedBlank(model, block), ...(isJsonObject(own) ? own : {}) };
}

/** Nothing said yet in a language, for every field that may differ by language. */
const localisedBlank = (model: CompiledModel, block: JsonObject): JsonObject =>
  Object.fromEntries(
    (model.blockTypeByKey(asText(block.type))?.fields ?? [])
      .filter(({ localised }) => localised)
      .map(({ key }) => [key, null]),
  );

/** How forms call a field in a language. */
export const inLanguage = (key: string, language: string): string =>
  language === '' ? key : `${language}_${key}`;
