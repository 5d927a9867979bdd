import { fieldsOfMapping } from '../mapping/parts';
import type { CompiledModel } from '../model/compile';
import type { Face, Field } from '../model/document';
import { everythingSaid, isSeenAt, type SlotContents } from './blocks';
import { textsIn, type SearchedText } from './searched-texts';
import type { LocalizedValues } from './localized-values';

/** The blocks in some slots that every visitor sees at a moment, without those inside what they do not see. */
const seenAt = (contents: SlotContents, moment: number): SlotContents =>
  Object.fromEntries(
    Object.entries(contents).map(([slot, blocks]) => [
      slot,
      blocks
        .filter((block) => !block.seenBy && isSeenAt(block, moment))
        .map((block) => (block.slots ? { ...block, slots: seenAt(block.slots, moment) } : block)),
    ]),
  );

const ofFace = (fields: readonly Field[], { mapping }: Face): Field[] => {
  const shown = new Set(fieldsOfMapping(mapping));
  return fields.filter(({ id }) => shown.has(id));
};

/**
 * The texts of something that visitors see at a moment (ms since 1970): of its own fields and of the blocks that
 * stand on
 * it, those that a face shows. What no face shows is an editor's own and is not found.
 */
export function shownTexts(
  model: CompiledModel,
  { fields, definition: { face } }: { fields: readonly Field[]; definition: { face: Face } },
  { slots = {}, ...localized }: LocalizedValues & { slots?: SlotContents },
  moment: number,
): SearchedText[] {
  return [
    ...textsIn(ofFace(fields, face), localized, model.locale),
    ...everythingSaid(seenAt(slots, moment)).flatMap(({ said }) => {
      const type = model.blockType(said.type);
      return type ? textsIn(ofFace(type.fields, type.definition.face), said, model.locale) : [];
    }),
  ];
}

/**
 * Of some texts those in a language (nothing for the main one); of a thing that says nothing in it, those in the
 * main one.
 */
export function textsInLanguage(texts: readonly SearchedText[], language: string | undefined): string[] {
  const own = texts.filter((each) => each.language === language);
  return (own.length > 0 ? own : texts.filter((each) => each.language === undefined)).map(({ text }) => text);
}
