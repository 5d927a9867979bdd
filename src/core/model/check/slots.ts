import { pointer } from '../../faults';
import type { Id } from '../../ids';
import type { BlockType, ModelDocument, PageType, Slot } from '../document';
import { isPlacedShared } from '../shared-type';
import { error, type ModelFault } from './fault';

/** The block types that may stand in a slot: those it names, or every one where it names none. */
export const allowedIn = (slot: Slot, model: Pick<ModelDocument, 'blockTypes'>): BlockType[] =>
  slot.allows.length === 0 ? model.blockTypes : model.blockTypes.filter(({ id }) => slot.allows.includes(id));

/**
 * The block types that can be finished: every slot that must hold something may hold a type that can itself be
 * finished. Found from the bottom up, so that a circle of blocks each needing the next is never finished.
 */
export function fillable(model: ModelDocument): Set<Id> {
  const done = new Set<Id>();
  for (let before = -1; before !== done.size;) {
    before = done.size;
    for (const type of model.blockTypes) {
      if (
        type.slots.every(
          (slot) => (slot.min ?? 0) === 0 || allowedIn(slot, model).some(({ id }) => done.has(id)),
        )
      )
        done.add(type.id);
    }
  }
  return done;
}

/** What is wrong with the slots of a page type or block type. */
export function slotFaults(
  type: PageType | BlockType,
  path: string,
  model: ModelDocument,
  canBeFilled: ReadonlySet<Id>,
): ModelFault[] {
  const faults: ModelFault[] = [];
  const known = new Set(model.blockTypes.map(({ id }) => id));
  type.slots.forEach((slot, i) => {
    const at = pointer(path, 'slots', i);
    const mend = {
      label: 'Let it stand empty',
      does: 'drop the least of the slot' as const,
      type: type.id,
      slot: slot.id,
    };
    slot.allows.forEach((id, a) => {
      if (!known.has(id))
        faults.push(
          error(pointer(at, 'allows', a), 'gone', `${slot.label} allows a block type that is gone.`),
        );
    });
    if (slot.min !== undefined && slot.max !== undefined && slot.min > slot.max)
      faults.push(
        error(
          `${at}/min`,
          'contradiction',
          `${slot.label} must hold at least ${slot.min}, but at most ${slot.max}.`,
          { mend },
        ),
      );
    const allowed = allowedIn(slot, model);
    if ((slot.min ?? 0) > 0 && !allowed.some(({ id }) => canBeFilled.has(id))) {
      faults.push(
        error(
          `${at}/min`,
          'never-filled',
          allowed.length === 0
            ? `${slot.label} must hold something, but no block type may stand there.`
            : `${slot.label} can never be filled: ${allowed.map(({ label }) => label).join(', ')} each need${allowed.length === 1 ? 's' : ''} something inside that never ends.`,
          { mend },
        ),
      );
    }
    (slot.preset ?? []).forEach((block, p) => {
      // Whether a shared block may stand there is told by what it holds, where it is put.
      if (!isPlacedShared(block.type) && !allowed.some(({ id }) => id === block.type))
        faults.push(
          error(
            pointer(at, 'preset', p),
            'not-allowed',
            `${slot.label} begins with a block that may not stand there.`,
          ),
        );
    });
    if (slot.max !== undefined && (slot.preset ?? []).length > slot.max)
      faults.push(
        error(
          `${at}/preset`,
          'too-many',
          `${slot.label} begins with ${slot.preset?.length ?? 0} blocks, but holds at most ${slot.max}.`,
        ),
      );
  });
  return faults;
}
