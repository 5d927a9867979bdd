import type { Id } from '../ids';
import type { CompiledModel } from '../model/compile';
import { blocksIn, type Block, type SlotContents } from './blocks';
import { olderIn, withSources } from './translation-sources';

/**
 * What stands in slots, with a mark beside each translation in each block of what the main language said when it was
 * written; `before` is what stood there until now, its blocks known by their ids wherever they stand.
 */
export function withBlockSources(
  model: CompiledModel,
  before: SlotContents,
  now: SlotContents,
): SlotContents {
  const kept = new Map(blocksIn(before).map((block) => [block.id, block]));
  const marked = (block: Block): Block => {
    const type = model.blockType(block.type);
    const own = type ? withSources(type.fields, kept.get(block.id) ?? { values: {} }, block) : block;
    return block.slots ? { ...own, slots: inSlots(block.slots) } : own;
  };
  const inSlots = (contents: SlotContents): SlotContents =>
    Object.fromEntries(Object.entries(contents).map(([slot, blocks]) => [slot, blocks.map(marked)]));
  return inSlots(now);
}

/** By the id of each block in slots: keys of fields whose translation is older than what the main language says now. */
export const olderInBlocks = (
  model: CompiledModel,
  contents: SlotContents,
  locale: string,
): Record<Id, string[]> =>
  Object.fromEntries(
    blocksIn(contents).flatMap((block): [Id, string[]][] => {
      const type = model.blockType(block.type);
      const keys = type ? olderIn(type.fields, block, locale).flatMap((id) => type.field(id)?.key ?? []) : [];
      return keys.length > 0 ? [[block.id, keys]] : [];
    }),
  );
