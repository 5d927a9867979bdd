import { blocksIn, type SlotContents } from '../content/blocks';
import { rowsWith } from '../content/block-rows';
import type { Id } from '../ids';
import type { CompiledModel } from '../model/compile';
import type { FaceRow } from '../model/document';

/** How wide (px) what a visitor's page holds is on a wide screen. */
export const PAGE_WIDTH = 1120;

/** How wide (px) so many of twelve parts are, with a gap (px) between all of them. */
export const partsWidth = (outer: number, parts: number, gap: number): number =>
  Math.round(((outer - 11 * gap) / 12) * parts + (parts - 1) * gap);

/** How wide a slot is inside something so wide, where rows place it; all of it where none does. */
function slotWidth(slot: Id, rows: readonly FaceRow[], outer: number, gap: number): number {
  const cell = rows
    .flatMap(({ cells }) => cells)
    .find(({ holds }) => holds.some((held) => typeof held !== 'string' && held.slot === slot));
  return cell ? partsWidth(outer, cell.width, gap) : outer;
}

/** A place in which a listing stands on a page: the label of its slot, and how wide (px) that is on a wide screen. */
export interface StandsIn {
  slot: string;
  width: number;
}

/**
 * The slots of a page (or block) in which a listing stands, in reading order; the page itself where the
 * listing fills it.
 */
export function standsIn(
  model: CompiledModel,
  slots: readonly { id: Id; label: string }[],
  rows: readonly FaceRow[],
  contents: SlotContents,
  listing: Id,
  outer = PAGE_WIDTH,
): StandsIn[] {
  const gap = model.document.houseStyle.space;
  return slots.flatMap(({ id, label }): StandsIn[] => {
    const blocks = contents[id] ?? [];
    if (!blocksIn({ [id]: blocks }).some((block) => block.listing === listing)) return [];
    const width = slotWidth(id, rows, outer, gap);
    return blocks.flatMap((block): StandsIn[] => {
      const type = model.blockType(block.type);
      const inside = type
        ? standsIn(
            model,
            type.definition.slots,
            rowsWith(type.definition.face.rows ?? [], block.widths),
            block.slots ?? {},
            listing,
            width,
          )
        : [];
      return block.listing === listing ? [{ slot: label, width }, ...inside] : inside;
    });
  });
}
