import { pointer, type Fault } from '../faults';
import type { Id } from '../ids';
import type { JsonObject } from '../json';
import type { CompiledModel } from '../model/compile';
import type { Slot } from '../model/document';
import type { Surroundings } from '../model/kinds';
import { blocksGiven, everyBlock } from './block-edits';
import { blockRuleFaults, slotCountFaults } from './block-rules';
import { parseSlots } from './parse-slots';
import { blockBounds, referencesInSlots, type Block } from './blocks';

/** A block as it was read in a slot, what of it is no value, and what it refers to; paths are below the block. */
interface ReadBlock {
  slot: Slot;
  block: Block | undefined;
  faults: readonly Fault[];
  targets: readonly Id[];
  /** What in it breaks a rule, as was found in some surroundings. */
  rules?: { here: Surroundings; faults: readonly Fault[] };
}

const below = (faults: readonly Fault[], path: string): Fault[] =>
  faults.map((fault) => ({ ...fault, path: `${path}${fault.path}` }));

/**
 * Reads the slots of a draft at every change of it, as `parseSlots` and `slotRuleFaults` do. A block that is
 * the same object as before is not read again: so what one key costs does not grow with the page.
 */
export class DraftSlots {
  private readonly read = new WeakMap<JsonObject, ReadBlock>();

  constructor(private readonly model: CompiledModel) {}

  /** The ids of all that the blocks refer to. */
  targets(slots: readonly Slot[], given: JsonObject): Id[] {
    return slots.flatMap((slot) =>
      blocksGiven(given[slot.key]).flatMap((each) => this.block(slot, each).targets),
    );
  }

  /** What is no value in the slots, and what breaks a rule in what could be read; paths begin with `/slots`. */
  faults(
    slots: readonly Slot[],
    given: JsonObject,
    here: Surroundings,
  ): { unread: Fault[]; broken: Fault[] } {
    const unread: Fault[] = [];
    const broken: Fault[] = [];
    for (const slot of slots) {
      const at = pointer('/slots', slot.key);
      const blocks = blocksGiven(given[slot.key]);
      const read = blocks.map((each) => this.block(slot, each));
      broken.push(
        ...slotCountFaults(
          this.model,
          slot,
          read.flatMap(({ block }) => block ?? []),
          at,
        ),
      );
      read.forEach((each, i) => {
        unread.push(...below(each.faults, pointer(at, i)));
        broken.push(...below(this.rules(each, here), pointer(at, i)));
      });
    }
    if (everyBlock(given).length > blockBounds.blocks)
      unread.push({
        path: '/slots',
        code: 'too-many',
        message: `A page holds at most ${blockBounds.blocks} blocks.`,
      });
    return { unread, broken };
  }

  private block(slot: Slot, given: JsonObject): ReadBlock {
    const known = this.read.get(given);
    if (known?.slot === slot) return known;
    const { slots, faults } = parseSlots(this.model, [slot], { [slot.key]: [given] }, {}, '');
    const own = pointer('', slot.key, 0);
    const fresh: ReadBlock = {
      slot,
      block: slots[slot.id]?.[0],
      faults: faults.map((fault) => ({ ...fault, path: fault.path.slice(own.length) })),
      targets: referencesInSlots(this.model, [slot], slots).map(({ target }) => target),
    };
    this.read.set(given, fresh);
    return fresh;
  }

  private rules(read: ReadBlock, here: Surroundings): readonly Fault[] {
    if (read.rules?.here === here) return read.rules.faults;
    const faults = read.block ? blockRuleFaults(this.model, read.slot, read.block, here, '') : [];
    read.rules = { here, faults };
    return faults;
  }
}
