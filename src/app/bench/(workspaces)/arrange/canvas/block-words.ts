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
import type { Slot } from '../../../../../core/model/document';
import { stateLabels } from '../../../../../core/content/states';
import { placedSharedKey } from '../../../../../core/model/shared-type';
import { momentInWords } from '../../../../../ui/seen-in-words';
import { blockName } from '../../../../../ui/block-name';
import type { PageBlocks } from './use-page-blocks';

/** What a block is called: its type, and what names it. */
export function calledOf({ model, shared }: Pick<PageBlocks, 'model' | 'shared'>, block: JsonObject): string {
  const label =
    model.blockTypeByKey(String(block.type))?.definition.label ?? 'A block of a type that is gone';
  const name = shared.get(String(block.shared))?.title ?? blockName(block, model);
  return name ? `${label}: ${name}` : label;
}

/** Where a block stands, in words: "2 of 7 in Main". */
export function standsWhere(blocks: PageBlocks, { place, around }: FoundBlock): string {
  const { model, own, slots } = blocks;
  const owner = around.at(-1);
  const beside = blocksAt(slots, place).length;
  const slot = slotOf(model, own, slots, place)?.label ?? '';
  return `${place.at + 1} of ${beside} in ${slot}${owner ? ` of ${calledOf(blocks, owner)}` : ''}`;
}

/** From when until when a block is seen where that is bounded, in words. */
function seenWhen({ from, until }: JsonObject): string {
  const [begins, ends] = [from, until].map((at) => (typeof at === 'string' ? momentInWords(at) : ''));
  return [begins && `from ${begins}`, ends && `until ${ends}`].filter(Boolean).join(' ');
}

/**
 * What is said of a shared block where it stands: on how many pages it does, whether something is said
 * differently here.
 */
function sharedInWords(block: JsonObject, shared: PageBlocks['shared']): string {
  if (block.type !== placedSharedKey) return '';
  const row = shared.get(String(block.shared));
  const others = (row?.pages ?? 0) - 1;
  const unseen = row && row.state !== 'published' ? `, ${stateLabels[row.state].toLowerCase()}` : '';
  const by = others > 0 ? `shared with ${others} other ${others === 1 ? 'page' : 'pages'}` : 'shared';
  return `${by}${unseen}${block.differs === undefined ? '' : ', differs here'}`;
}

/**
 * What is said at blocks that do not just stand there, by their ids: hidden, seen for a time, shared, held
 * by the type, so much to fix in it.
 */
function marksOf(
  slots: JsonObject,
  faults: readonly Fault[],
  shared: PageBlocks['shared'],
): Map<string, string> {
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
          seenWhen(block),
          sharedInWords(block, shared),
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

/**
 * What is written on the drawing of a page to be arranged, as plain data: at its slots, by owner and id, and
 * at its blocks.
 */
export function saidAt(
  { model, own, slots, shared }: Pick<PageBlocks, 'model' | 'own' | 'slots' | 'shared'>,
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
  return { slots: at, marks: [...marksOf(slots, faults, shared)] };
}
