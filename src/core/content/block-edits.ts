import { newId, type Id } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';
import { allowedIn } from '../model/check/slots';
import { placedSharedKey, sharedSlot } from '../model/shared-type';
import type { CompiledModel } from '../model/compile';
import type { Slot } from '../model/document';
import { maySee, parseSeenBy, type Audience } from '../site/audience';
import { blockBounds } from './blocks';

/**
 * Edits of what stands in slots as forms and files speak of it: slots by their keys, each with a list of
 * blocks. Nothing given is changed; what an edit leaves alone stays the same object.
 */

/** Where a block stands, or is to stand: at so many-th place of a slot, of a block or (without one) of the page. */
export interface BlockPlace {
  of?: Id | undefined;
  slot: string;
  at: number;
}

/** A block that was found, where it stands, and the blocks around it from the outermost in. */
export interface FoundBlock {
  block: JsonObject;
  place: BlockPlace;
  around: readonly JsonObject[];
}

export const blocksGiven = (value: Json | undefined): JsonObject[] =>
  Array.isArray(value) ? value.filter(isJsonObject) : [];

export const slotsGiven = (block: JsonObject): JsonObject => (isJsonObject(block.slots) ? block.slots : {});

export const idOf = (block: JsonObject): Id => (typeof block.id === 'string' ? block.id : '');

/** Every block in slots, in reading order, those inside others right behind them. */
export function everyBlock(slots: JsonObject, around: readonly JsonObject[] = []): FoundBlock[] {
  const owner = around.at(-1);
  return Object.entries(slots).flatMap(([slot, given]) =>
    blocksGiven(given).flatMap((block, at) => [
      { block, place: { ...(owner ? { of: idOf(owner) } : {}), slot, at }, around },
      ...everyBlock(slotsGiven(block), [...around, block]),
    ]),
  );
}

/** Whether the same blocks, of the same types, stand at the same places in both, whatever they say. */
export function standAlike(a: JsonObject, b: JsonObject): boolean {
  if (a === b) return true;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((slot) => {
      if (a[slot] === b[slot]) return true;
      const [ours, theirs] = [blocksGiven(a[slot]), blocksGiven(b[slot])];
      return (
        ours.length === theirs.length &&
        ours.every((block, at) => {
          const other = theirs[at];
          if (block === other) return true;
          return (
            other !== undefined &&
            idOf(block) === idOf(other) &&
            block.type === other.type &&
            standAlike(slotsGiven(block), slotsGiven(other))
          );
        })
      );
    })
  );
}

export const findBlock = (slots: JsonObject, id: Id): FoundBlock | undefined =>
  everyBlock(slots).find(({ block }) => idOf(block) === id);

/**
 * The ids of the blocks in slots that visitors do not see at a moment (ms since 1970): hidden ones, and those
 * dated otherwise.
 */
export const unseenAt = (slots: JsonObject, moment: number): Id[] =>
  everyBlock(slots).flatMap(({ block }) => {
    const [from, until] = [block.from, block.until].map((at) =>
      typeof at === 'string' ? Date.parse(at) : Number.NaN,
    );
    const isSeen = block.hidden !== true && !((from ?? 0) > moment) && !((until ?? Infinity) <= moment);
    return isSeen ? [] : [idOf(block)];
  });

/** The blocks in slots that are for others than an audience. */
export const notFor = (slots: JsonObject, audience: Audience): Id[] =>
  everyBlock(slots).flatMap(({ block }) =>
    maySee(audience, parseSeenBy(block.seenBy)) ? [] : [idOf(block)],
  );

/** The blocks that stand in a slot, of a block or of the page. */
export function blocksAt(slots: JsonObject, { of, slot }: Pick<BlockPlace, 'of' | 'slot'>): JsonObject[] {
  if (of === undefined) return blocksGiven(slots[slot]);
  const owner = findBlock(slots, of)?.block;
  return owner ? blocksGiven(slotsGiven(owner)[slot]) : [];
}

/** The innermost block that the path of a fault (below the slots, blocks by their numbers) leads to. */
export function blockAtPath(slots: JsonObject, path: string): JsonObject | undefined {
  const [, slot = '', at = '', ...rest] = path.split('/');
  const block = blocksGiven(slots[slot])[Number(at)];
  if (!block || at === '') return undefined;
  const inside =
    rest[0] === 'slots' ? blockAtPath(slotsGiven(block), `/${rest.slice(1).join('/')}`) : undefined;
  return inside ?? block;
}

/**
 * The slots with every list of blocks as `edit` leaves it, from the inside out; `of` is the block that owns
 * the slot.
 */
function editLists(
  slots: JsonObject,
  edit: (blocks: JsonObject[], slot: string, of: Id | undefined) => JsonObject[],
  of?: Id,
): JsonObject {
  let isSame = true;
  const next = Object.entries(slots).map(([slot, given]): [string, Json] => {
    const blocks = blocksGiven(given);
    const inside = blocks.map((block) => {
      if (!isJsonObject(block.slots)) return block;
      const edited = editLists(block.slots, edit, idOf(block));
      return edited === block.slots ? block : { ...block, slots: edited };
    });
    const edited = edit(inside, slot, of);
    if (edited.length === blocks.length && edited.every((block, i) => block === blocks[i]))
      return [slot, given];
    isSame = false;
    return [slot, edited];
  });
  return isSame ? slots : Object.fromEntries(next);
}

/** The slots with one block changed. */
export const changeBlock = (
  slots: JsonObject,
  id: Id,
  change: (block: JsonObject) => JsonObject,
): JsonObject =>
  editLists(slots, (blocks) => blocks.map((block) => (idOf(block) === id ? change(block) : block)));

/** The slots without some blocks, and all that stands in those. */
export const takeOffBlocks = (slots: JsonObject, ids: ReadonlySet<Id>): JsonObject =>
  editLists(slots, (blocks) =>
    blocks.some((block) => ids.has(idOf(block))) ? blocks.filter((block) => !ids.has(idOf(block))) : blocks,
  );

/** The slots with blocks put in at a place; behind the last where it has fewer. */
export function putInBlocks(slots: JsonObject, put: readonly JsonObject[], place: BlockPlace): JsonObject {
  const putIn = (list: Json | undefined): JsonObject[] => blocksGiven(list).toSpliced(place.at, 0, ...put);
  return place.of === undefined
    ? { ...slots, [place.slot]: putIn(slots[place.slot]) }
    : changeBlock(slots, place.of, (block) => {
        const own = slotsGiven(block);
        return { ...block, slots: { ...own, [place.slot]: putIn(own[place.slot]) } };
      });
}

/** Those of some blocks that stand in no other of them, in their order: what stands in one goes along with it. */
export const outermostBlocks = (slots: JsonObject, ids: ReadonlySet<Id>): JsonObject[] =>
  outermost(slots, ids).map(({ block }) => block);

const isSaid = (value: Json | undefined): boolean =>
  Array.isArray(value)
    ? value.some(isSaid)
    : isJsonObject(value)
      ? Object.values(value).some(isSaid)
      : value !== undefined && value !== null && value !== '' && value !== false;

/** Whether a block says or shows anything: words, a listing, a shared block, or what stands in it. */
export const saysAnything = (block: JsonObject): boolean =>
  [block.values, block.translations, block.listing, block.shared].some(isSaid) ||
  Object.values(slotsGiven(block)).some((inside) => blocksGiven(inside).some(saysAnything));

/** Those of some blocks that stand in no other of them, where they stand. */
const outermost = (slots: JsonObject, ids: ReadonlySet<Id>): FoundBlock[] =>
  everyBlock(slots).filter(
    ({ block, around }) => ids.has(idOf(block)) && !around.some((each) => ids.has(idOf(each))),
  );

const isSameSlot = (a: BlockPlace, b: BlockPlace): boolean => a.of === b.of && a.slot === b.slot;

/**
 * The slots with some blocks at another place, in the order in which they stand; the same where that is
 * inside them.
 */
export function moveBlocks(slots: JsonObject, ids: ReadonlySet<Id>, to: BlockPlace): JsonObject {
  const moving = outermost(slots, ids);
  const owner = to.of === undefined ? undefined : findBlock(slots, to.of);
  if (to.of !== undefined && !owner) return slots;
  if (owner && [...owner.around, owner.block].some((each) => ids.has(idOf(each)))) return slots;
  const before = moving.filter(({ place }) => isSameSlot(place, to) && place.at < to.at).length;
  return putInBlocks(
    takeOffBlocks(slots, new Set(moving.map(({ block }) => idOf(block)))),
    moving.map(({ block }) => block),
    { ...to, at: to.at - before },
  );
}

/** A copy with ids of its own, as an independent block: what a type holds is not held in it. */
export function copyOfBlock(block: JsonObject): JsonObject {
  const { preset: _preset, held: _held, slots, ...rest } = block;
  return {
    ...rest,
    id: newId(),
    ...(isJsonObject(slots)
      ? {
          slots: Object.fromEntries(
            Object.entries(slots).map(([key, inner]) => [key, blocksGiven(inner).map(copyOfBlock)]),
          ),
        }
      : {}),
  };
}

/** A shared block put in a place. */
export const placedShared = (shared: Id): JsonObject => ({
  id: newId(),
  type: placedSharedKey,
  values: {},
  shared,
});

/** What a place says differently than a block of the shared block that stands there. */
export function differenceOf(place: JsonObject, block: Id): JsonObject | undefined {
  const said = isJsonObject(place.differs) ? place.differs[block] : undefined;
  return isJsonObject(said) ? said : undefined;
}

/** The blocks of a shared block as blocks of the page's own: with what its place says differently, under new ids. */
export function ownCopies(blocks: readonly JsonObject[], place: JsonObject): JsonObject[] {
  const said = (block: JsonObject): JsonObject => {
    const { values = {}, translations = {}, without = [] } = differenceOf(place, idOf(block)) ?? {};
    const unsaid = new Set(Array.isArray(without) ? without.map(String) : []);
    const left = (all: Json | undefined): JsonObject =>
      Object.fromEntries(Object.entries(isJsonObject(all) ? all : {}).filter(([key]) => !unsaid.has(key)));
    const others = isJsonObject(block.translations) ? block.translations : {};
    const translated = Object.entries({ ...others, ...(isJsonObject(translations) ? translations : {}) }).map(
      ([locale, each]): [string, Json] => [
        locale,
        { ...left(others[locale]), ...(isJsonObject(each) ? each : {}) },
      ],
    );
    return {
      ...block,
      values: { ...left(block.values), ...(isJsonObject(values) ? values : {}) },
      ...(translated.length > 0 ? { translations: Object.fromEntries(translated) } : {}),
    };
  };
  return blocksGiven(mapBlocks({ copied: [...blocks] }, said).copied).map(copyOfBlock);
}

/** The slots with every block in them changed, from the inside out. */
export const mapBlocks = (slots: JsonObject, change: (block: JsonObject) => JsonObject): JsonObject =>
  Object.fromEntries(
    Object.entries(slots).map(([key, given]) => [
      key,
      blocksGiven(given).map((block) =>
        change(isJsonObject(block.slots) ? { ...block, slots: mapBlocks(block.slots, change) } : block),
      ),
    ]),
  );

/** The slots with other blocks in the place of one; one of several may be the block itself. */
export const replaceBlock = (slots: JsonObject, id: Id, by: readonly JsonObject[]): JsonObject =>
  editLists(slots, (blocks) =>
    blocks.some((block) => idOf(block) === id)
      ? blocks.flatMap((block) => (idOf(block) === id ? by : [block]))
      : blocks,
  );

/** The slots with copies of some blocks, each right behind what it is a copy of, and the ids of the copies. */
export function copyBlocks(slots: JsonObject, ids: ReadonlySet<Id>): { slots: JsonObject; copies: Id[] } {
  const copies = new Map(
    outermost(slots, ids).map(({ block }) => [idOf(block), copyOfBlock(block)] as const),
  );
  const next = editLists(slots, (blocks) =>
    blocks.flatMap((block) => [block, copies.get(idOf(block)) ?? []].flat()),
  );
  return { slots: next, copies: [...copies.values()].map(idOf) };
}

/** The slot that a place is in, as its page or block type says it. */
export function slotOf(
  model: CompiledModel,
  own: readonly Slot[],
  slots: JsonObject,
  { of, slot }: Pick<BlockPlace, 'of' | 'slot'>,
): Slot | undefined {
  const type =
    of === undefined ? undefined : model.blockTypeByKey(String(findBlock(slots, of)?.block.type ?? ''));
  return (of === undefined ? own : (type?.definition.slots ?? [])).find(({ key }) => key === slot);
}

/**
 * How deep blocks stand inside one another in a block, itself counted; its slots count though nothing stands
 * in them.
 */
const depthOf = (block: JsonObject): number =>
  1 +
  Math.max(
    Object.keys(slotsGiven(block)).length > 0 ? 1 : 0,
    ...Object.values(slotsGiven(block)).flatMap((inner) => blocksGiven(inner).map((each) => depthOf(each))),
  );

/** What a shared block is called, and the keys of the types of its blocks. */
export interface SharedTold {
  title: string;
  types: readonly string[];
}

/** What of blocks has to be allowed where they are put: their own types, or of a shared one those that it holds. */
function typesOf(
  block: JsonObject,
  shared: ReadonlyMap<Id, SharedTold>,
): { types: readonly string[]; title?: string } {
  if (block.type !== placedSharedKey) return { types: [String(block.type)] };
  const told = shared.get(String(block.shared));
  return told ? { types: told.types, title: told.title } : { types: [] };
}

/**
 * Why blocks may not be put into a slot, in words; nothing where they may. `place` counts as without those
 * that stand on the page already. Of shared blocks that are not told of (`shared`, by their ids) nothing is
 * refused.
 */
export function whyNotThere(
  model: CompiledModel,
  own: readonly Slot[],
  slots: JsonObject,
  put: readonly JsonObject[],
  place: Pick<BlockPlace, 'of' | 'slot'>,
  shared: ReadonlyMap<Id, SharedTold> = new Map(),
): string | undefined {
  const slot = slotOf(model, own, slots, place);
  if (!slot) return 'There is no such slot here.';
  const ids = new Set(put.map(idOf));
  const owner = place.of === undefined ? undefined : findBlock(slots, place.of);
  const trail = owner ? [...owner.around, owner.block] : [];
  if (trail.some((block) => ids.has(idOf(block)))) return 'A block does not stand in itself.';
  const inShared = own.some(({ id }) => id === sharedSlot.id);
  if (inShared && everyBlock({ put: [...put] }).some(({ block }) => block.type === placedSharedKey))
    return 'A shared block holds no other shared block.';
  const allowed = new Set(allowedIn(slot, model.document).map(({ key }) => key));
  for (const block of put) {
    const { types, title } = typesOf(block, shared);
    const bars = types.find((type) => !allowed.has(type));
    const labelOf = (type: string) =>
      model.blockTypeByKey(type)?.definition.label ?? 'A block of a type that is gone';
    const label = title === undefined ? labelOf(String(block.type)) : `“${title}”`;
    if (bars !== undefined)
      return title === undefined
        ? `${label} may not stand in ${slot.label}.`
        : `${label} holds ${labelOf(bars)}, which may not stand in ${slot.label}.`;
    const found = findBlock(slots, idOf(block));
    const stays = found !== undefined && found.place.of === place.of && found.place.slot === place.slot;
    if (block.held !== undefined && found && !stays)
      return `${label} is held in ${slotOf(model, own, slots, found.place)?.label ?? 'its slot'}.`;
    if (trail.length + depthOf(block) > blockBounds.depth)
      return `Blocks stand inside one another at most ${blockBounds.depth} deep.`;
  }
  const lists = owner ? slotsGiven(owner.block) : slots;
  const staying = blocksGiven(lists[slot.key]).filter((block) => !ids.has(idOf(block))).length;
  if (slot.max !== undefined && staying + put.length > slot.max)
    return `${slot.label} holds at most ${slot.max} ${slot.max === 1 ? 'block' : 'blocks'}.`;
  return undefined;
}
