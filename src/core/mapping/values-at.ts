import { valuesIn, type LocalizedValues } from '../content/localized-values';
import type { Values } from '../content/values';
import type { Id } from '../ids';
import type { Field } from '../model/document';
import { asList, kindFor, plainFields, type Value } from '../model/kinds';
import { dateInFormat } from './date-format';
import { dateInPattern } from './date-pattern';
import type { Drawing } from './face';
import type { Format } from './parts';
import { shorten } from './shorten';

/** A value that was found at the end of a path, with its field. `lang` is its language, where it is not the page's. */
export type Found = { field: Field; value: Value; lang?: string };

/** Values with those among them that are said in the page's own language; without these all are. */
export interface Spoken {
  values: Values;
  translated?: Values;
}

export const spokenIn = (localized: LocalizedValues, { language }: Drawing): Spoken => ({
  values: valuesIn(localized, language),
  ...(language === undefined ? {} : { translated: localized.translations?.[language] ?? {} }),
});

/** The values at the end of a path: one, or one for each thing the path runs through. */
export function valuesAt(
  path: string,
  fields: readonly Field[],
  { values, translated }: Spoken,
  drawing: Drawing,
): Found[] {
  const [first = '', ...rest] = path.split('.');
  const field = fields.find(({ id }) => id === first);
  const value = field && values[field.id];
  if (!field || value === undefined) return [];
  const lang =
    field.localised && translated && translated[field.id] === undefined
      ? { lang: drawing.model.document.locales.main }
      : {};
  if (rest.length === 0) return [{ field, value, ...lang }];
  const further = rest.join('.');
  const { holds, inside = [], leadsTo } = kindFor(field);
  if (holds === 'once')
    return valuesAt(further, plainFields(inside), { values: value as Values }, drawing).map((found) => ({
      ...found,
      ...lang,
    }));
  if (!leadsTo) return [];
  return asList(value as Id | Id[]).flatMap((id) => {
    const entry = drawing.known?.entries.get(id);
    const type = entry && drawing.model.contentType(entry.type);
    return entry?.live && type ? valuesAt(further, type.fields, spokenIn(entry.live, drawing), drawing) : [];
  });
}

/** What a found value says. */
export const wordsIn = ({ field, value }: Found, drawing: Drawing, format: Format | undefined): string => {
  const kind = kindFor(field);
  if (kind.measures === 'time' && typeof value === 'string') {
    if (format?.pattern) return dateInPattern(value, format.pattern, drawing.locale);
    if (format?.date) return dateInFormat(value, format.date, drawing.locale);
  }
  const words = kind.inWords(value, drawing);
  return format?.shorten ? shorten(words, format.shorten) : words;
};

/** The value as single things, where it holds several. */
export function apart({ field, value }: Found, format: Format | undefined): Found[] {
  const many = Array.isArray(value)
    ? value.map((one) => ({ field, value: [one] as unknown as Value }))
    : [{ field, value }];
  return format?.first === undefined ? many : many.slice(0, format.first);
}
