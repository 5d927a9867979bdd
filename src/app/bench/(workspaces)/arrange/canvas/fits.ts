import { blocksAt, type BlockPlace } from '../../../../../core/content/block-edits';
import type { JsonObject } from '../../../../../core/json';
import { everySlot } from './every-slot';
import type { PageBlocks } from './use-page-blocks';

/**
 * Where what is chosen beside the page goes: behind the block that is selected, into the slot that is; else
 * where it fits.
 */
export function chosenPlace(blocks: PageBlocks): BlockPlace | undefined {
  const { selected, selection, slots } = blocks;
  const last = selected.at(-1);
  if (last) return { ...last.place, at: last.place.at + 1 };
  if (!selection.slot) return undefined;
  return { ...selection.slot, at: blocksAt(slots, selection.slot).length };
}

/** The end of the first slot of the page, or of a block in it, that takes some blocks. */
const firstThatTakes = (blocks: PageBlocks, put: readonly JsonObject[]): BlockPlace | undefined =>
  everySlot(blocks).find(({ place }) => blocks.whyNot(put, place) === undefined)?.place;

/** Where blocks from beside the page would stand, and why not where they cannot. */
export function fits(
  blocks: PageBlocks,
  put: readonly JsonObject[],
): { at: BlockPlace | undefined; why: string | undefined } {
  const place = chosenPlace(blocks);
  const at = place ?? firstThatTakes(blocks, put);
  const why = place ? blocks.whyNot(put, place) : at ? undefined : 'Nothing on this page takes it.';
  return { at, why };
}
