import type { Known } from '../../core/content/known';
import type { Place, PlaceScope } from '../../core/content/versions';
import { isId } from '../../core/ids';
import { isJsonObject, type Json } from '../../core/json';
import { kindFor } from '../../core/model/kinds';

/** Every word in a value, piece by piece. */
const wordsOf = (value: Json): string[] => {
  if (typeof value === 'string') return [value];
  if (Array.isArray(value)) return value.flatMap(wordsOf);
  if (isJsonObject(value))
    return Object.entries(value).flatMap(([key, each]) =>
      key === 'id' || key === '_id' || key === 'preset' ? [] : wordsOf(each),
    );
  return value === null ? [] : [String(value)];
};

/** Every id in a value, so that what it names can be said. */
export const idsIn = (value: Json | undefined): string[] =>
  value === undefined ? [] : wordsOf(value).filter(isId);

/** A value that no field holds, in words: things by their names, names of parts before what they are. */
function freeWords(value: Json, known: Known): string[] {
  if (typeof value === 'string') {
    const { entries, pages, categories, media } = known;
    return [
      entries.get(value)?.title ??
        pages.get(value)?.title ??
        categories.get(value)?.label ??
        media.get(value)?.label ??
        known.binned?.get(value) ??
        (isId(value) ? '…' : value),
    ];
  }
  if (typeof value === 'boolean') return [value ? 'Yes' : 'No'];
  if (Array.isArray(value)) return value.flatMap((each) => freeWords(each, known).join(' ') || []);
  if (isJsonObject(value))
    return Object.entries(value).flatMap(([key, each]) =>
      key === 'id' || key === '_id' ? [] : freeWords(each, known),
    );
  return value === null ? [] : [String(value)];
}

/** A value in words, as far as its field tells what it is; undefined is what is not there. */
export function valueInWords(
  value: Json | undefined,
  { field }: Pick<Place, 'field'>,
  { model }: Pick<PlaceScope, 'model'>,
  known: Known,
): string | undefined {
  if (value === undefined || value === null || value === '') return undefined;
  if (field) {
    const kind = kindFor(field);
    const read = kind.read(value);
    const words = read.ok ? kind.inWords(read.value, { locale: model.locale, known }) : '';
    if (words !== '') return words;
  }
  if (isJsonObject(value) && isJsonObject(value.values))
    return Object.values(value.values).flatMap(wordsOf).join('\n');
  return freeWords(value, known).join('\n');
}
