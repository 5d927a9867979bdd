import { pointer } from '../../faults';
import type { Id } from '../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../json';

/** A block without what stands in its own slots, where it stands among the slots of a page, spoken by keys. */
export interface PlacedBlock {
  id: Id;
  block: JsonObject;
  /** A JSON Pointer in which blocks stand by their ids. */
  path: string;
  slot: SlotKey;
  /** The block in whose slot it stands; null in a slot of the page. */
  inside: Id | null;
}

/** A slot: the id of the block that it belongs to (nothing for the page's own) and its key, whatever stands above them. */
export type SlotKey = `${Id} ${string}`;

/** All that stands in the slots of a page, laid flat: the blocks by their ids, and the order in each slot. */
export interface PlacedBlocks {
  blocks: Map<Id, PlacedBlock>;
  slots: Map<SlotKey, Id[]>;
}

const slotKey = (inside: Id | null, key: string): SlotKey => `${inside ?? ''} ${key}`;
export const keyOfSlot = (slot: SlotKey): string => slot.slice(slot.indexOf(' ') + 1);

/** Lays slots flat. Of blocks with one id the first counts. */
export function layFlat(slots: Json | undefined): PlacedBlocks {
  const flat: PlacedBlocks = { blocks: new Map(), slots: new Map() };
  const walk = (given: Json | undefined, path: string, inside: Id | null) => {
    if (!isJsonObject(given)) return;
    for (const [key, list] of Object.entries(given)) {
      const [slot, order]: [SlotKey, Id[]] = [slotKey(inside, key), []];
      flat.slots.set(slot, order);
      for (const each of Array.isArray(list) ? list : []) {
        if (!isJsonObject(each) || typeof each.id !== 'string' || flat.blocks.has(each.id)) continue;
        const { slots: within, ...block } = each;
        const at = pointer(path, key, each.id);
        order.push(each.id);
        flat.blocks.set(each.id, { id: each.id, block, path: at, slot, inside });
        walk(within, pointer(at, 'slots'), each.id);
      }
    }
  };
  walk(slots, '/slots', null);
  return flat;
}

/** The slots of a page again, of blocks laid flat. */
export function standUp({ blocks, slots }: PlacedBlocks): JsonObject {
  const within = (inside: Id | null): JsonObject =>
    Object.fromEntries(
      [...slots]
        .filter(([slot]) => slot.startsWith(`${inside ?? ''} `))
        .map(([slot, order]) => [
          keyOfSlot(slot),
          order.flatMap((id): JsonObject[] => {
            const block = blocks.get(id)?.block;
            const own = within(id);
            return block ? [{ ...block, ...(Object.keys(own).length > 0 ? { slots: own } : {}) }] : [];
          }),
        ]),
    );
  return within(null);
}

/** A block with all that stands in it. */
export function wholeBlock(flat: PlacedBlocks, id: Id): JsonObject {
  const slots = standUp({ ...flat, slots: new Map([[' of', [id]], ...flat.slots]) }).of;
  const [whole] = Array.isArray(slots) ? slots : [];
  return isJsonObject(whole) ? whole : {};
}

/** Which of some things stay where they are when others move past them: the longest run that is in order in both lists. */
export function unmoved(before: readonly Id[], after: readonly Id[]): Set<Id> {
  const at = new Map(before.map((id, i) => [id, i]));
  const common = after.filter((id) => at.has(id));
  const place = (i: number) => at.get(common[i] ?? '') ?? 0;
  // The longest increasing subsequence, by the smallest last places of runs of each length (Fredman, "On computing the
  // length of longest increasing subsequences", 1975).
  const tails: number[] = [];
  const previous: (number | undefined)[] = [];
  common.forEach((_, i) => {
    let [low, high] = [0, tails.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (place(tails[middle] ?? 0) < place(i)) low = middle + 1;
      else high = middle;
    }
    previous[i] = low > 0 ? tails[low - 1] : undefined;
    tails[low] = i;
  });
  const stay = new Set<Id>();
  for (let i = tails.at(-1); i !== undefined; i = previous[i]) stay.add(common[i] ?? '');
  return stay;
}

/** Which blocks stand where they stood; of the others that stand in both, each was moved. */
export const stayingBlocks = (was: PlacedBlocks, is: PlacedBlocks): ReadonlySet<Id> =>
  new Set([...is.slots].flatMap(([slot, order]) => [...unmoved(was.slots.get(slot) ?? [], order)]));
