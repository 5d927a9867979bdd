import { pointer } from '../faults';
import { newId, type Id } from '../ids';
import { isJsonObject, type JsonObject } from '../json';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { BlockType, Field, PresetBlock, Slot } from '../model/document';
import type { Reference } from '../model/kinds';
import { sharedSlot } from '../model/shared-type';
import type { SeenBy } from '../site/audience';
import type { Spacing, Widths } from './block-rows';
import type { NavigationRule } from '../site/navigation';
import type { TeaserRule } from '../site/teaser';
import { serializeQuestions, type Question } from './contact-questions';
import { referencesInLocalized, serializeLocalized, type LocalizedValues } from './localized-values';
import { defaultValues, parseValues, type Newness } from './values';

/** One filled-in block type where it stands in a slot. */
export interface Block extends LocalizedValues {
  id: Id;
  type: Id;
  /** The variant of the house style it is shown in, by key. */
  variant?: string;
  /** How wide the cells in the rows of its face are here, where not as its type says. */
  widths?: Widths;
  /** How much room it leaves between them, where not as much as the house style. */
  spaced?: Spacing;
  /** The listing that a block which behaves as one shows. */
  listing?: Id;
  /** What a contact form asks besides what every one does. */
  questions?: Question[];
  /** How a navigation is made, where it is not as usual. */
  navigation?: NavigationRule;
  /** What a teaser leaves out of what it leads to, where it does. */
  teaser?: TeaserRule;
  hidden?: boolean;
  /** From when and until when (ISO 8601, to the minute) visitors see it, where that is bounded. */
  from?: string;
  until?: string;
  /** For whom it is, where not for all who see the page. */
  seenBy?: Pick<SeenBy, 'groups'>;
  /** The shared block that stands here, where it is one. */
  shared?: Id;
  /** What is said differently here than in the shared block, by the ids of its blocks. */
  differs?: Record<Id, Difference>;
  /** The block of the slot's beginning that this one is, so that what is held stays held. */
  preset?: Id;
  /** What an editor is told to write, by field, where a starter left that to them. */
  hints?: Hints;
  slots?: SlotContents;
}

/** What an editor is told to write in fields, by their ids. */
export type Hints = Record<Id, string>;

/** What one block of a shared block says differently in a place: values of the fields that are open to it. */
export interface Difference extends LocalizedValues {
  type: Id;
  /** The fields that say nothing there, whatever the shared block says. */
  without?: Id[];
}

/** What stands in the slots of a page or block, by slot id. */
export type SlotContents = Record<Id, Block[]>;

export const blockBounds = { blocks: 400, depth: 8 } as const;

/** What one block says, spoken by keys; `preset` is the block of its slot's beginning that it is. */
export function serializeBlock(
  model: CompiledModel,
  type: CompiledType<BlockType>,
  block: Block,
  preset?: PresetBlock,
): JsonObject {
  const { values, translations } = serializeLocalized(type.fields, block, model.locale);
  return {
    id: block.id,
    type: type.definition.key,
    values,
    ...(Object.keys(translations).length > 0 ? { translations } : {}),
    ...(block.variant ? { variant: block.variant } : {}),
    ...(block.widths ? { widths: block.widths.map((cells) => [...cells]) } : {}),
    ...(block.spaced ? { spaced: block.spaced } : {}),
    ...(block.listing ? { listing: block.listing } : {}),
    // What asked visitors once, and is of a type that asks nothing now, says nothing of it.
    ...(block.questions && type.definition.behaves === 'contact'
      ? { questions: serializeQuestions(block.questions) }
      : {}),
    ...(block.navigation && type.definition.behaves === 'navigation'
      ? { navigation: { ...block.navigation } }
      : {}),
    ...(block.teaser && type.definition.behaves === 'teaser' ? { teaser: { ...block.teaser } } : {}),
    ...(block.hidden ? { hidden: true } : {}),
    ...(block.from ? { from: block.from } : {}),
    ...(block.until ? { until: block.until } : {}),
    ...(block.seenBy ? { seenBy: { groups: [...block.seenBy.groups] } } : {}),
    ...(block.shared ? { shared: block.shared } : {}),
    ...(block.differs ? { differs: serializeDifferences(model, block.differs) } : {}),
    ...(block.preset ? { preset: block.preset } : {}),
    ...(preset?.held ? { held: preset.held } : {}),
    ...(block.hints ? { hints: serializeHints(type.fields, block.hints) } : {}),
    ...(type.definition.slots.length > 0
      ? { slots: serializeSlots(model, type.definition.slots, block.slots ?? {}) }
      : {}),
  };
}

/**
 * What an editor is told to write, by the keys of fields; what was told of a field that is gone is kept, and not
 * told.
 */
export const serializeHints = (fields: readonly Field[], hints: Hints): Record<string, string> =>
  Object.fromEntries(
    fields.flatMap(({ id, key }): [string, string][] => {
      const hint = hints[id];
      return hint === undefined ? [] : [[key, hint]];
    }),
  );

/** What is said differently in a place, spoken by keys; what a type that is gone would say is kept and not told. */
const serializeDifferences = (model: CompiledModel, differs: Record<Id, Difference>): JsonObject =>
  Object.fromEntries(
    Object.entries(differs).flatMap(([id, difference]): [string, JsonObject][] => {
      const type = model.blockType(difference.type);
      if (!type) return [];
      const { values, translations } = serializeLocalized(type.fields, difference, model.locale);
      // A field that is not named is as the shared block says it.
      const said = (each: JsonObject): JsonObject =>
        Object.fromEntries(Object.entries(each).filter(([, value]) => value !== null));
      const others = Object.entries(translations).map(
        ([locale, each]) => [locale, said(isJsonObject(each) ? each : {})] as const,
      );
      return [
        [
          id,
          {
            type: type.definition.key,
            values: said(values),
            ...(others.length > 0 ? { translations: Object.fromEntries(others) } : {}),
            ...(difference.without
              ? {
                  without: type.fields.flatMap(({ id: own, key }) =>
                    difference.without?.includes(own) ? [key] : [],
                  ),
                }
              : {}),
          },
        ],
      ];
    }),
  );

/**
 * What the blocks in some slots say, spoken by keys. A block whose type is gone is left out; it is kept, and
 * told as a fault.
 */
export function serializeSlots(
  model: CompiledModel,
  slots: readonly Slot[],
  contents: SlotContents,
): JsonObject {
  return Object.fromEntries(
    slots.map((slot) => [
      slot.key,
      (contents[slot.id] ?? []).flatMap((block): JsonObject[] => {
        const type = model.blockType(block.type);
        return type ? [serializeBlock(model, type, block, presetOf(slot, block))] : [];
      }),
    ]),
  );
}

/** The block of a slot's beginning that a block is, where it is one. */
export const presetOf = (slot: Slot, block: Block): PresetBlock | undefined =>
  block.preset ? slot.preset?.find(({ id }) => id === block.preset) : undefined;

/** One block of a slot's beginning, filled in. */
function fromPreset(model: CompiledModel, preset: PresetBlock, made: Newness): Block[] {
  const type = model.blockType(preset.type);
  if (!type) return [];
  if (preset.shared !== undefined) {
    // One that is not there yet is left out, and told as what is held and missing.
    const shared = made.shared?.get(preset.shared);
    return shared === undefined
      ? []
      : [{ id: newId(), type: type.id, values: {}, preset: preset.id, shared }];
  }
  const { values } = parseValues(type.fields, preset.values ?? {}, defaultValues(type.fields, made), '');
  const slots = firstContents(model, type.definition.slots, made);
  return [
    {
      id: newId(),
      type: type.id,
      values,
      preset: preset.id,
      ...(Object.keys(slots).length > 0 ? { slots } : {}),
    },
  ];
}

/** What stands in slots from the beginning. */
export const firstContents = (model: CompiledModel, slots: readonly Slot[], made: Newness): SlotContents =>
  Object.fromEntries(
    slots.flatMap((slot) =>
      slot.preset && slot.preset.length > 0
        ? [[slot.id, slot.preset.flatMap((preset) => fromPreset(model, preset, made))]]
        : [],
    ),
  );

/** A new block of a type, with its defaults and what its own slots begin with. */
export function newBlock(model: CompiledModel, type: CompiledType<BlockType>, made: Newness): Block {
  const slots = firstContents(model, type.definition.slots, made);
  return {
    id: newId(),
    type: type.id,
    values: defaultValues(type.fields, made),
    ...(Object.keys(slots).length > 0 ? { slots } : {}),
  };
}

/** Every block that stands in some slots, those inside others too. */
export const blocksIn = (contents: SlotContents): Block[] =>
  Object.values(contents).flatMap((blocks) =>
    blocks.flatMap((block) => [block, ...blocksIn(block.slots ?? {})]),
  );

/** Whether visitors see a block at a moment (ms since 1970), where they see what it stands in. */
export const isSeenAt = ({ hidden, from, until }: Block, moment: number): boolean =>
  !hidden &&
  (from === undefined || Date.parse(from) <= moment) &&
  (until === undefined || Date.parse(until) > moment);

/** The next moment after one (ms since 1970) at which a block in some slots begins or ends to be seen. */
export const nextTurnIn = (contents: SlotContents, moment: number): number | undefined =>
  blocksIn(contents)
    .flatMap(({ from, until }) => [from, until])
    .flatMap((each) => (each !== undefined && Date.parse(each) > moment ? [Date.parse(each)] : []))
    .sort((a, b) => a - b)[0];

/**
 * All that is said in some slots, by the blocks and differently than by shared ones, each with the type that
 * it is said of.
 */
export const everythingSaid = (
  contents: SlotContents,
): { of: Block; said: LocalizedValues & { type: Id } }[] =>
  blocksIn(contents).flatMap((block) => [
    { of: block, said: block },
    ...Object.values(block.differs ?? {}).map((said) => ({ of: block, said })),
  ]);

/** Everything the blocks refer to. */
export function referencesInSlots(
  model: CompiledModel,
  slots: readonly Slot[],
  contents: SlotContents,
  path = '/slots',
): Reference[] {
  return slots.flatMap((slot) =>
    (contents[slot.id] ?? []).flatMap((block, i) => {
      const type = model.blockType(block.type);
      if (!type) return [];
      const at = pointer(path, slot.key, i);
      const { shared, differs = {} } = block;
      // Where a shared block's own blocks have been put in its place, they count as standing there.
      const inside = shared === undefined ? type.definition.slots : [sharedSlot];
      return [
        ...referencesInLocalized(type.fields, block, at),
        ...(shared === undefined
          ? []
          : [{ path: pointer(at, 'shared'), sort: 'shared' as const, target: shared }]),
        ...Object.entries(differs).flatMap(([id, difference]) =>
          referencesInLocalized(
            model.blockType(difference.type)?.fields ?? [],
            difference,
            pointer(at, 'differs', id),
          ),
        ),
        ...referencesInSlots(model, inside, block.slots ?? {}, pointer(at, 'slots')),
      ];
    }),
  );
}
