import type { LocalizedValues } from '../../core/content/localized-values';
import type { Drawing } from '../../core/mapping/face';
import { parts } from '../../core/mapping/parts';
import { mapToFace } from '../../core/mapping/map';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import type { VocabularyThing } from '../../core/model/vocabulary';

/** What an entry says in the vocabulary of those who read sites by themselves, where its type maps to it. */
export function thingOf(
  type: CompiledType<ContentType>,
  localized: LocalizedValues,
  drawing: Drawing,
): { thing?: VocabularyThing } {
  const { vocabulary } = type.definition;
  if (!vocabulary) return {};
  const said = Object.entries(vocabulary.fields).flatMap(
    ([key, id]): [string, string | number | boolean][] => {
      const field = type.field(id);
      if (!field) return [];
      const value = localized.values[id];
      if (typeof value === 'number' || typeof value === 'boolean') return [[key, value]];
      const part = parts.date.takes.includes(field.kind) ? 'date' : 'kicker';
      const [shown] = mapToFace({ [part]: [[{ field: id }]] }, type, localized, drawing)[part] ?? [];
      const words = part === 'date' ? shown?.at : shown?.words;
      return words ? [[key, words]] : [];
    },
  );
  return { thing: { is: vocabulary.is, said: Object.fromEntries(said) } };
}
