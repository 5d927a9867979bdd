import {
  blockAtPath,
  blocksAt,
  blocksGiven,
  everyBlock,
  idOf,
  slotOf,
  slotsGiven,
  type FoundBlock,
} from '../../../../../core/content/block-edits';
import type { Fault } from '../../../../../core/faults';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import type { CompiledModel } from '../../../../../core/model/compile';
import type { Slot } from '../../../../../core/model/document';
import { blockName } from '../../../../../ui/block-name';
import type { PageBlocks } from './use-page-blocks';

/** What a block is called: its type, and what names it. */
export function calledOf(model: CompiledModel, block: JsonObject): string {
  const label =
    model.blockTypeByKey(String(block.type))?.definition.label ?? 'A block of a type that is gone';
  const name = blockName(block, model);
  return name ? `${label}: ${name}` : label;
}

/** Where a block stands, in words: "2 of 7 in Main". */
export function standsWhere(
  model: CompiledModel,
  own: readonly Slot[],
  slots: JsonObject,
  { place, around }: FoundBlock,
): string {
  const owner = around.at(-1);
  const beside = blocksAt(slots, place).length;
  const slot = slotOf(model, own, slots, place)?.label ?? '';
  return `${place.at + 1} of ${beside} in ${slot}${owner ? ` of ${calledOf(model, owner)}` : ''}`;
}

/** What is said at blocks that do not just stand there, by their ids: hidden, held by the type, so much to fix in it. */
function marksOf(slots: JsonObject, faults: readonly Fault[]): Map<string, string> {
  const toFix = new Map<string, number>();
  for (const { path } of faults) {
    const block = blockAtPath(slots, path.replace(/^\/slots/, ''));
    if (block) toFix.set(idOf(block), (toFix.get(idOf(block)) ?? 0) + 1);
  }
  const marks = new Map<string, string>();
  const look = (within: JsonObject) => {
    for (const given of Object.values(within))
      for (const block of blocksGiven(given)) {
        const said = [
          block.hidden === true ? 'hidden here' : '',
          block.held === undefined ? '' : 'held by the type',
          toFix.has(idOf(block)) ? `${toFix.get(idOf(block)) ?? 0} to fix` : '',
        ].filter(Boolean);
        if (said.length > 0) marks.set(idOf(block), said.join(', '));
        look(slotsGiven(block));
      }
  };
  look(slots);
  return marks;
}

/** What is written at a slot: its name, how many stand in it of how many, what it hands down or takes from above. */
export function slotInWords(slot: Slot, count: number, inheritedFrom: string | undefined): string {
  const most = slot.max === undefined ? '' : ` of ${slot.max}`;
  if (inheritedFrom !== undefined) return `${slot.label} as on ${inheritedFrom}`;
  return `${slot.label} ${count}${most}${slot.handedDown ? ', handed down to pages below' : ''}`;
}

/** What is written on the drawing of a page to be arranged, as plain data: at its slots, by owner and id, and at its blocks. */
export function saidAt(
  { model, own, slots }: Pick<PageBlocks, 'model' | 'own' | 'slots'>,
  faults: readonly Fault[],
  inherited: ReadonlyMap<string, string>,
): { slots: Record<string, { key: string; label: string }>; marks: [Id, string][] } {
  const at: Record<string, { key: string; label: string }> = {};
  const say = (of: Id, defined: readonly Slot[], within: JsonObject) => {
    for (const slot of defined) {
      const count = blocksGiven(within[slot.key]).length;
      const from = of === '' ? inherited.get(slot.key) : undefined;
      at[`${of} ${slot.id}`] = { key: slot.key, label: slotInWords(slot, count, from) };
    }
  };
  say('', own, slots);
  for (const { block } of everyBlock(slots))
    say(idOf(block), model.blockTypeByKey(String(block.type))?.definition.slots ?? [], slotsGiven(block));
  return { slots: at, marks: [...marksOf(slots, faults)] };
}
