import type { Fault } from '../faults';
import type { Json, JsonObject } from '../json';
import type { CompiledModel } from '../model/compile';
import type { Slot } from '../model/document';
import { fixedId } from '../model/fixed-id';
import { parseSlots } from './parse-slots';
import { serializeSlots, type Block } from './blocks';

/** How many blocks are kept of those that were taken off one page. */
export const MOST_IN_TRAY = 60;

/**
 * Where blocks lie that were taken off a page and are kept beside it: a slot that no visitor sees, and no
 * rule holds.
 */
const tray: Slot = { id: fixedId(51), key: 'tray', label: 'Tray', allows: [] };

/** Reads the blocks of a page's tray, spoken by keys; null empties it. With any fault nothing may be kept. */
export function parseTray(
  model: CompiledModel,
  given: Json,
  kept: readonly Block[],
): { tray: Block[]; faults: Fault[] } {
  const { slots, faults } = parseSlots(model, [tray], { [tray.key]: given }, { [tray.id]: [...kept] }, '');
  const blocks = slots[tray.id] ?? [];
  if (blocks.length > MOST_IN_TRAY)
    faults.push({
      path: '/tray',
      code: 'too-many',
      message: `The tray holds at most ${MOST_IN_TRAY} blocks; there are ${blocks.length}.`,
    });
  return { tray: blocks, faults };
}

/** What the blocks of a tray say, spoken by keys; one whose type is gone is kept, and not told. */
export function serializeTray(model: CompiledModel, blocks: readonly Block[]): JsonObject[] {
  const told = serializeSlots(model, [tray], { [tray.id]: [...blocks] })[tray.key];
  return Array.isArray(told) ? (told as JsonObject[]) : [];
}
