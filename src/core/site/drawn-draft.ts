import { blocksGiven, idOf, slotsGiven } from '../content/block-edits';
import { parseWidths, rowsWith, spacings, type Spacing, type Widths } from '../content/block-rows';
import { parseQuestions, questionsIn, type Question } from '../content/contact-questions';
import { parseSlots } from '../content/parse-slots';
import type { SlotContents } from '../content/blocks';
import { withShared } from '../content/shared-blocks';
import { isPlacedShared, sharedSlot } from '../model/shared-type';
import { referencesInLocalized, parseLocalized, type LocalizedValues } from '../content/localized-values';
import { isJsonObject, type JsonObject } from '../json';
import type { Id } from '../ids';
import type { Drawing } from '../mapping/face';
import { mapToFace } from '../mapping/map';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { BlockType, Slot } from '../model/document';
import { sampleValues } from '../model/fresh/sample-values';
import { elsewhereIn } from './providers';
import { parseTeaser, teaserFace, type TeaserRule } from './teaser';
import type { DrawnBlock, DrawnSlots } from './visitor-page';

/** What the server drew of a page last: its blocks by their ids, and what those said then. */
export interface DrawnBefore {
  drawn: ReadonlyMap<Id, DrawnBlock>;
  said: ReadonlyMap<Id, JsonObject>;
}

/** Every drawn block by its id, those inside others too. */
export function drawnById(slots: DrawnSlots): Map<Id, DrawnBlock> {
  const found = new Map<Id, DrawnBlock>();
  const note = (within: DrawnSlots) => {
    for (const blocks of Object.values(within))
      for (const block of blocks) {
        found.set(block.id, block);
        note(block.slots);
      }
  };
  note(slots);
  return found;
}

/** What a block says as forms hold it, read as far as it can be read. */
export const readBlock = (
  model: CompiledModel,
  type: CompiledType<BlockType>,
  { values, translations }: JsonObject,
): LocalizedValues =>
  parseLocalized(
    type.fields,
    { ...(isJsonObject(values) ? { values } : {}), ...(isJsonObject(translations) ? { translations } : {}) },
    { values: {} },
    '',
    model.document.locales.others,
  ).localized;

const listingOf = ({ listing }: JsonObject): Id | undefined =>
  typeof listing === 'string' && listing !== '' ? listing : undefined;

/** Whether two forms of a block say the same, whatever stands in their slots. */
function saysSame(a: JsonObject, b: JsonObject | undefined): boolean {
  if (a === b) return true;
  if (!b) return false;
  const own = ({ slots: _slots, held: _held, ...rest }: JsonObject) => JSON.stringify(rest);
  return own(a) === own(b);
}

/** Whether the very same drawn blocks stand in some slots: what is drawn the same stays the same object. */
const standsSame = (a: DrawnSlots, b: DrawnSlots): boolean =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].every((slot) => {
    const [one, other] = [a[slot] ?? [], b[slot] ?? []];
    return one.length === other.length && one.every((block, i) => block === other[i]);
  });

/** What the blocks of a draft that differ from what was drawn refer to: it must be known to draw them here. */
export function referencesToDraw(model: CompiledModel, slots: JsonObject, before: DrawnBefore): Id[] {
  return Object.values(slots).flatMap((given) =>
    blocksGiven(given).flatMap((block) => {
      const type = model.blockTypeByKey(String(block.type));
      if (!type) return [];
      const isSame = saysSame(block, before.said.get(idOf(block)));
      if (isPlacedShared(type.id)) return isSame || typeof block.shared !== 'string' ? [] : [block.shared];
      const own = isSame
        ? []
        : referencesInLocalized(type.fields, readBlock(model, type, block)).map(({ target }) => target);
      return [...own, ...referencesToDraw(model, slotsGiven(block), before)];
    }),
  );
}

/** Blocks as they are kept, drawn here. */
const drawKept = (drawing: Drawing, contents: SlotContents): DrawnSlots =>
  Object.fromEntries(
    Object.entries(contents).map(([slot, blocks]) => [
      slot,
      blocks.flatMap((block): DrawnBlock[] => {
        const type = drawing.model.blockType(block.type);
        return type ? [drawnFace(drawing, type, block, drawKept(drawing, block.slots ?? {}))] : [];
      }),
    ]),
  );

/** A block drawn here: its face, and what stands in it. */
function drawnFace(
  drawing: Drawing,
  type: CompiledType<BlockType>,
  block: LocalizedValues & {
    id: Id;
    variant?: string;
    widths?: Widths;
    spaced?: Spacing;
    questions?: readonly Question[];
    teaser?: TeaserRule;
  },
  slots: DrawnSlots,
): DrawnBlock {
  const { face, behaves, key } = type.definition;
  const own = teaserFace(mapToFace(face.mapping, type, block, drawing), block.teaser);
  const shown = behaves === 'elsewhere' ? elsewhereIn(own, drawing.model.document.providers) : { face: own };
  const variant = drawing.model.document.houseStyle.variants.find((one) => one.key === block.variant);
  return {
    id: block.id,
    type: key,
    ...shown,
    slots,
    ...(behaves ? { behaves } : {}),
    ...(face.rows ? { rows: rowsWith(face.rows, block.widths) } : {}),
    ...(block.spaced ? { spaced: block.spaced } : {}),
    ...(variant ? { variant } : {}),
    ...(block.questions ? { questions: questionsIn(block.questions, drawing.language) } : {}),
  };
}

/** A block of a type as one of it looks that says what each of its fields is. */
export const drawSample = (drawing: Drawing, type: CompiledType<BlockType>): DrawnBlock =>
  drawnFace(drawing, type, { id: type.id, values: sampleValues(type.fields) }, {});

/**
 * A shared block that was put in a place, or has something said differently there, as far as what it holds
 * is known here.
 */
function drawPlaced(drawing: Drawing, given: JsonObject): DrawnBlock[] {
  const { model, known } = drawing;
  const { slots } = parseSlots(model, [sharedSlot], { [sharedSlot.key]: [given] }, {}, '');
  const seen = (id: Id) => known?.shared?.get(id)?.live ?? known?.shared?.get(id)?.blocks;
  return drawKept(drawing, withShared(model, slots, seen, true))[sharedSlot.id] ?? [];
}

/**
 * The blocks of a draft as visitors would see them, where they stand in it. A block that says what it said
 * when the server drew it is taken as drawn; another is drawn here, with what the server drew of its listing
 * until it is drawn again. What is hidden is drawn as well.
 */
export function drawDraft(
  drawing: Drawing,
  slots: readonly Slot[],
  given: JsonObject,
  before: DrawnBefore,
): DrawnSlots {
  const { model } = drawing;
  const block = (each: JsonObject): DrawnBlock[] => {
    const type = model.blockTypeByKey(String(each.type));
    if (!type) return [];
    const told = before.drawn.get(idOf(each));
    if (isPlacedShared(type.id))
      return told && saysSame(each, before.said.get(idOf(each))) ? [told] : drawPlaced(drawing, each);
    const inside = drawDraft(drawing, type.definition.slots, slotsGiven(each), before);
    if (told && saysSame(each, before.said.get(idOf(each))))
      return [standsSame(inside, told.slots) ? told : { ...told, slots: inside }];
    const isSameListing = listingOf(before.said.get(idOf(each)) ?? {}) === listingOf(each);
    const widths = parseWidths(each.widths);
    const spaced = spacings.find((one) => one === each.spaced);
    const { rule: teaser } = parseTeaser(each.teaser, '');
    const { questions } = parseQuestions(each.questions, '', model.document.locales.others);
    const said = {
      ...readBlock(model, type, each),
      id: idOf(each),
      variant: String(each.variant ?? ''),
      ...(widths ? { widths } : {}),
      ...(spaced ? { spaced } : {}),
      ...(questions.length > 0 ? { questions } : {}),
      ...(teaser ? { teaser } : {}),
    };
    return [
      {
        ...drawnFace(drawing, type, said, inside),
        ...(told?.listing && isSameListing ? { listing: told.listing } : {}),
        ...(told?.navigation ? { navigation: told.navigation } : {}),
      },
    ];
  };
  return Object.fromEntries(slots.map((slot) => [slot.id, blocksGiven(given[slot.key]).flatMap(block)]));
}
