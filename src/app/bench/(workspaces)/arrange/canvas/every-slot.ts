import { blocksAt, everyBlock, idOf, type BlockPlace } from '../../../../../core/content/block-edits';
import { calledOf } from './block-words';
import type { PageBlocks } from './use-page-blocks';

/** Every slot of a page in which blocks may stand, from the top down, with what it is called. */
export function everySlot(blocks: PageBlocks): { place: BlockPlace; label: string }[] {
  const { model, own, slots } = blocks;
  return [
    ...own.map(({ key, label }) => ({
      place: { slot: key, at: blocksAt(slots, { slot: key }).length },
      label,
    })),
    ...everyBlock(slots).flatMap(({ block }) =>
      (model.blockTypeByKey(String(block.type))?.definition.slots ?? []).map(({ key, label }) => ({
        place: { of: idOf(block), slot: key, at: blocksAt(slots, { of: idOf(block), slot: key }).length },
        label: `${label} of ${calledOf(blocks, block)}`,
      })),
    ),
  ];
}
