import { pointer, type Fault } from '../faults';
import { isId, newId, type Id } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { BlockType, PresetBlock, Slot } from '../model/document';
import { allowedIn } from '../model/check';
import type { Reference, Surroundings } from '../model/kinds';
import {
  parseLocalized,
  referencesInLocalized,
  localizedFaults,
  serializeLocalized,
  type LocalizedValues,
} from './localized-values';
import { defaultValues, parseValues, type Newness } from './values';

/** One filled-in block type where it stands in a slot. */
export interface Block extends LocalizedValues {
  id: Id;
  type: Id;
  /** The variant of the house style it is shown in, by key. */
  variant?: string;
  /** The listing that a block which behaves as one shows. */
  listing?: Id;
  hidden?: boolean;
  /** The block of the slot's beginning that this one is, so that what is held stays held. */
  preset?: Id;
  slots?: SlotContents;
}

/** What stands in the slots of a page or block, by slot id. */
export type SlotContents = Record<Id, Block[]>;

export const blockBounds = { blocks: 400, depth: 8 } as const;

/** Reads what was given for the slots of a page or block, spoken by keys, and collects every fault of shape. */
class SlotReader {
  readonly faults: Fault[] = [];
  private count = 0;
  private readonly seen = new Set<Id>();

  constructor(private readonly model: CompiledModel) {}

  contents(
    slots: readonly Slot[],
    given: Json,
    kept: SlotContents,
    path: string,
    depth: number,
  ): SlotContents {
    if (!isJsonObject(given)) {
      this.faults.push({
        path,
        code: 'kind',
        message: 'Slots are given by their keys, each with a list of blocks.',
      });
      return kept;
    }
    if (depth > blockBounds.depth) {
      this.faults.push({
        path,
        code: 'too-deep',
        message: `Blocks stand inside one another at most ${blockBounds.depth} deep.`,
      });
      return kept;
    }
    const contents: SlotContents = { ...kept };
    for (const [key, blocks] of Object.entries(given)) {
      const at = pointer(path, key);
      const slot = slots.find((each) => each.key === key);
      if (!slot)
        this.faults.push({ path: at, code: 'unknown-slot', message: `There is no slot "${key}" here.` });
      else if (blocks === null) delete contents[slot.id];
      else if (!Array.isArray(blocks))
        this.faults.push({ path: at, code: 'kind', message: 'A slot holds a list of blocks.' });
      else contents[slot.id] = blocks.flatMap((block, i) => this.block(block, pointer(at, i), depth) ?? []);
    }
    return contents;
  }

  private block(given: Json, path: string, depth: number): Block | undefined {
    const refuse = (code: string, message: string, at = path): undefined =>
      void this.faults.push({ path: at, code, message });
    this.count += 1;
    if (this.count > blockBounds.blocks)
      return this.count === blockBounds.blocks + 1
        ? refuse('too-many', `A page holds at most ${blockBounds.blocks} blocks.`)
        : undefined;
    if (!isJsonObject(given)) return refuse('kind', 'A block says of what type it is, and what it holds.');
    for (const key of Object.keys(given))
      if (
        ![
          'id',
          'type',
          'values',
          'translations',
          'variant',
          'listing',
          'hidden',
          'preset',
          'slots',
          'held',
        ].includes(key)
      )
        refuse('unknown', `"${key}" means nothing on a block.`, pointer(path, key));
    const type = typeof given.type === 'string' ? this.model.blockTypeByKey(given.type) : undefined;
    if (!type)
      return refuse(
        'unknown-type',
        `There is no block type ${JSON.stringify(given.type ?? null)}.`,
        pointer(path, 'type'),
      );
    const id =
      typeof given.id === 'string' && isId(given.id) && !this.seen.has(given.id) ? given.id : newId();
    this.seen.add(id);
    const { values, translations } = given;
    const { localized, faults } = parseLocalized(
      type.fields,
      {
        ...(values === undefined ? {} : { values }),
        ...(translations === undefined ? {} : { translations }),
      },
      { values: {} },
      path,
      this.model.document.locales.others,
    );
    this.faults.push(...faults);
    const { variant, listing, preset } = given;
    if (
      typeof variant === 'string' &&
      variant !== '' &&
      !(type.definition.face.variants ?? []).includes(variant)
    )
      refuse(
        'variant',
        `${type.definition.label} may not be shown as “${variant}”.`,
        pointer(path, 'variant'),
      );
    if (listing !== undefined && listing !== null && (typeof listing !== 'string' || !isId(listing)))
      refuse('listing', 'This takes the id of a listing.', pointer(path, 'listing'));
    const slots =
      given.slots === undefined
        ? {}
        : this.contents(type.definition.slots, given.slots, {}, pointer(path, 'slots'), depth + 1);
    return {
      id,
      type: type.id,
      ...localized,
      ...(typeof variant === 'string' && variant ? { variant } : {}),
      ...(typeof listing === 'string' ? { listing } : {}),
      ...(given.hidden === true ? { hidden: true } : {}),
      ...(typeof preset === 'string' && isId(preset) ? { preset } : {}),
      ...(Object.keys(slots).length > 0 ? { slots } : {}),
    };
  }
}

/** Lays given slots (by key; null empties one) over those kept. With any fault nothing may be kept. */
export function parseSlots(
  model: CompiledModel,
  slots: readonly Slot[],
  given: Json,
  kept: SlotContents,
  path: string,
): { slots: SlotContents; faults: Fault[] } {
  const reader = new SlotReader(model);
  const contents = reader.contents(slots, given, kept, path, 1);
  return { slots: contents, faults: reader.faults };
}

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
    ...(block.listing ? { listing: block.listing } : {}),
    ...(block.hidden ? { hidden: true } : {}),
    ...(block.preset ? { preset: block.preset } : {}),
    ...(preset?.held ? { held: preset.held } : {}),
    ...(type.definition.slots.length > 0
      ? { slots: serializeSlots(model, type.definition.slots, block.slots ?? {}) }
      : {}),
  };
}

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

const presetOf = (slot: Slot, block: Block): PresetBlock | undefined =>
  block.preset ? slot.preset?.find(({ id }) => id === block.preset) : undefined;

/** One block of a slot's beginning, filled in. */
function fromPreset(model: CompiledModel, preset: PresetBlock, made: Newness): Block[] {
  const type = model.blockType(preset.type);
  if (!type) return [];
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

/**
 * What in the slots breaks a rule: too few or too many, a type that may not stand there, a held block that is
 * gone or changed, a block's own faults.
 */
export function slotRuleFaults(
  model: CompiledModel,
  slots: readonly Slot[],
  contents: SlotContents,
  here: Surroundings,
  path = '/slots',
): Fault[] {
  return slots.flatMap((slot): Fault[] => {
    const blocks = contents[slot.id] ?? [];
    const at = pointer(path, slot.key);
    const counted = (n: number) => `${n} ${n === 1 ? 'block' : 'blocks'}`;
    const allowed = new Set(allowedIn(slot, model.document).map(({ id }) => id));
    const faults: Fault[] = [];
    if (slot.min !== undefined && blocks.length < slot.min)
      faults.push({
        path: at,
        code: 'too-few',
        message: `${slot.label} holds at least ${counted(slot.min)}.`,
      });
    if (slot.max !== undefined && blocks.length > slot.max)
      faults.push({
        path: at,
        code: 'too-many',
        message: `${slot.label} holds at most ${counted(slot.max)}; there are ${blocks.length}.`,
      });
    for (const preset of slot.preset ?? []) {
      const type = model.blockType(preset.type);
      if (preset.held && type && !blocks.some((block) => block.preset === preset.id))
        faults.push({
          path: at,
          code: 'held',
          message: `${type.definition.label} is held in ${slot.label}: put it back.`,
        });
    }
    blocks.forEach((block, i) => {
      const type = model.blockType(block.type);
      const place = pointer(at, i);
      if (!type) {
        faults.push({
          path: place,
          code: 'gone',
          message: 'This block is of a type that is gone. Take it out.',
        });
        return;
      }
      if (!allowed.has(block.type))
        faults.push({
          path: place,
          code: 'not-allowed',
          message: `${type.definition.label} may not stand in ${slot.label}.`,
        });
      if (type.definition.behaves === 'listing' && !block.listing)
        faults.push({
          path: pointer(place, 'listing'),
          code: 'required',
          message: `Choose the listing that this ${type.definition.label} shows.`,
        });
      const preset = presetOf(slot, block);
      if (preset?.held === 'place and values') {
        const fixed = parseValues(type.fields, preset.values ?? {}, {}, '').values;
        for (const field of type.fields)
          if (
            fixed[field.id] !== undefined &&
            JSON.stringify(fixed[field.id]) !== JSON.stringify(block.values[field.id])
          )
            faults.push({
              path: pointer(place, 'values', field.key),
              code: 'held',
              message: `${field.label} is held as it was.`,
            });
      }
      faults.push(
        ...localizedFaults(type.fields, block, here, place),
        ...slotRuleFaults(model, type.definition.slots, block.slots ?? {}, here, pointer(place, 'slots')),
      );
    });
    return faults;
  });
}

/** Every block that stands in some slots, those inside others too. */
export const blocksIn = (contents: SlotContents): Block[] =>
  Object.values(contents).flatMap((blocks) =>
    blocks.flatMap((block) => [block, ...blocksIn(block.slots ?? {})]),
  );

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
      return [
        ...referencesInLocalized(type.fields, block, at),
        ...referencesInSlots(model, type.definition.slots, block.slots ?? {}, pointer(at, 'slots')),
      ];
    }),
  );
}
