import type { Id } from '../ids';
import type { CompiledModel } from '../model/compile';
import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';
import { everythingSaid, type SlotContents } from './blocks';
import type { LocalizedValues } from './localized-values';
import type { Values } from './values';

/** A text that can be searched: of which field (its label), in which language (none: the main one), in which block. */
export interface SearchedText {
  label: string;
  text: string;
  language?: string;
  block?: Id;
}

/**
 * Whether what a field says is sought by its words: those an editor wrote, by themselves or inside groups
 * and lists.
 */
export const isSearched = (field: Field): boolean => {
  const { words, holds, derived } = kindFor(field);
  return !derived && (words !== undefined || holds !== undefined);
};

function textsOf(fields: readonly Field[], values: Values, locale: string): SearchedText[] {
  return fields.flatMap((field) => {
    const value = values[field.id];
    const kind = kindFor(field);
    // What was kept from before a field changed its kind is told as a fault, and not sought.
    if (value === undefined || !isSearched(field) || !kind.isOfKind(value)) return [];
    const text = kind.inWords(value, { locale });
    return text === '' ? [] : [{ label: field.label, text }];
  });
}

/**
 * Every text of something with fields, in the main language (`locale`) and in each in which something of it
 * is said.
 */
export const textsIn = (
  fields: readonly Field[],
  { values, translations = {} }: LocalizedValues,
  locale: string,
): SearchedText[] => [
  ...textsOf(fields, values, locale),
  ...Object.entries(translations).flatMap(([language, own]) =>
    textsOf(fields, own, language).map((each) => ({ ...each, language })),
  ),
];

/** Every text of the blocks that stand in some slots, those inside others too. */
export const textsInSlots = (model: CompiledModel, contents: SlotContents): SearchedText[] =>
  everythingSaid(contents).flatMap(({ of, said }) => {
    const type = model.blockType(said.type);
    return type
      ? textsIn(type.fields, said, model.locale).map((each) => ({
          ...each,
          label: `${type.definition.label}, ${each.label.toLowerCase()}`,
          block: of.id,
        }))
      : [];
  });
