import { piecesOfPointer, pointer } from '../../faults';
import type { Id } from '../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import { putAt } from '../merge';
import type { Difference, VersionContent } from './compare-versions';
import { layFlat, standUp, stayingBlocks, type PlacedBlocks } from './placed-blocks';

/** Takes a block out of its slot; what it holds stays known. */
function lift({ blocks, slots }: PlacedBlocks, id: Id): void {
  const slot = blocks.get(id)?.slot;
  const order = slot && slots.get(slot);
  if (order)
    slots.set(
      slot,
      order.filter((each) => each !== id),
    );
}

/** Takes a block out with all that stands in it. */
function takeOut(now: PlacedBlocks, id: Id): void {
  for (const [slot, order] of now.slots)
    if (slot.startsWith(`${id} `)) {
      for (const inner of order) takeOut(now, inner);
      now.slots.delete(slot);
    }
  lift(now, id);
  now.blocks.delete(id);
}

const standsInside = ({ blocks }: PlacedBlocks, id: Id, outer: Id): boolean => {
  for (let at = blocks.get(id)?.inside ?? null; at !== null; at = blocks.get(at)?.inside ?? null)
    if (at === outer) return true;
  return false;
};

/**
 * Puts a block where it stood earlier: after what it followed there and that is still in its place. What it stood in
 * comes back first, where that is gone or would stand inside the block itself.
 */
function putBack(earlier: PlacedBlocks, now: PlacedBlocks, id: Id): void {
  const place = earlier.blocks.get(id);
  if (!place) return;
  const { inside, slot } = place;
  if (inside !== null && !now.blocks.has(inside)) bringBack(earlier, now, inside);
  if (inside !== null && standsInside(now, inside, id)) putBack(earlier, now, inside);
  lift(now, id);
  now.blocks.set(id, { ...(now.blocks.get(id) ?? place), slot, inside });
  const staying = stayingBlocks(earlier, now);
  const before = earlier.slots.get(slot) ?? [];
  const after = before.slice(0, before.indexOf(id)).findLast((each) => staying.has(each));
  const order = now.slots.get(slot) ?? [];
  const at = after === undefined ? 0 : order.indexOf(after) + 1;
  now.slots.set(slot, [...order.slice(0, at), id, ...order.slice(at)]);
}

/** Brings a block back that was taken out, with what stood in it and stands nowhere else by now. */
function bringBack(earlier: PlacedBlocks, now: PlacedBlocks, id: Id): void {
  putBack(earlier, now, id);
  for (const [slot, order] of earlier.slots)
    if (slot.startsWith(`${id} `)) {
      now.slots.set(slot, now.slots.get(slot) ?? []);
      for (const inner of order) if (!now.blocks.has(inner)) bringBack(earlier, now, inner);
    }
}

/** The slots of now without one difference from an earlier version. */
function slotsBack(
  earlier: Json | undefined,
  slots: Json | undefined,
  { path, change, before }: Difference,
): JsonObject {
  const [was, now] = [layFlat(earlier), layFlat(slots)];
  const id = blockIn(path, change === 'out' ? was : now) ?? blockIn(path, was);
  if (id === undefined) return isJsonObject(slots) ? slots : {};
  if (change === 'new') takeOut(now, id);
  else if (change === 'out') bringBack(was, now, id);
  else if (change === 'moved') putBack(was, now, id);
  else {
    const placed = now.blocks.get(id);
    const pieces = piecesOfPointer(path);
    const at = pointer('', ...pieces.slice(pieces.indexOf(id) + 1));
    const block = placed && putAt(placed.block, at, before);
    if (placed && isJsonObject(block)) now.blocks.set(id, { ...placed, block });
  }
  return standUp(now);
}

/** The innermost block that a path leads to. */
const blockIn = (path: string, { blocks }: PlacedBlocks): Id | undefined =>
  piecesOfPointer(path).findLast((piece) => blocks.has(piece));

/**
 * A version without one of its differences from an earlier one: the value that stood there, the block where it stood. Taking
 * back every difference, one after the other in whatever order, gives what the earlier version says.
 */
export function takeBack(
  earlier: VersionContent,
  now: VersionContent,
  difference: Difference,
): VersionContent {
  if (difference.path.startsWith('/slots/'))
    return { ...now, slots: slotsBack(earlier.slots, now.slots, difference) };
  const back = putAt(now, difference.path, difference.before);
  return isJsonObject(back) ? back : now;
}
