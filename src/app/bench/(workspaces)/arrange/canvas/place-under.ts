import type { BlockPlace } from '../../../../../core/content/block-edits';

/** Where something is on the screen, in pixels. */
export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** A slot as it stands on the screen, with the blocks directly in it, from the top down. */
export interface SlotBox {
  of: string | undefined;
  /** By its key. */
  slot: string;
  box: Box;
  blocks: readonly Box[];
  /** How many slots are around it. */
  depth: number;
}

/** A place that is aimed at, and the line on which what is put there will stand. */
export interface Aim {
  place: BlockPlace;
  line: { left: number; right: number; y: number };
}

const MARGIN = 10;

const isIn = ({ left, top, right, bottom }: Box, x: number, y: number): boolean =>
  x >= left && x <= right && y >= top - MARGIN && y <= bottom + MARGIN;

/**
 * The place under a point: in the innermost slot there, before the first block whose middle is
 * below the point. Nothing where no slot is.
 */
export function placeUnder(slots: readonly SlotBox[], x: number, y: number): Aim | undefined {
  const [under] = slots.filter(({ box }) => isIn(box, x, y)).sort((a, b) => b.depth - a.depth);
  if (!under) return undefined;
  const { of, slot, box, blocks } = under;
  const first = blocks.findIndex(({ top, bottom }) => y < (top + bottom) / 2);
  const at = first < 0 ? blocks.length : first;
  const [above, below] = [blocks[at - 1], blocks[at]];
  const middle =
    above && below
      ? (above.bottom + below.top) / 2
      : above
        ? Math.min(box.bottom, above.bottom + 4)
        : below
          ? Math.max(box.top, below.top - 4)
          : (box.top + box.bottom) / 2;
  return { place: { of, slot, at }, line: { left: box.left, right: box.right, y: middle } };
}
