import type { BlockType, PageType, Slot } from './document';
import { fixedId } from './fixed-id';

/** Shared blocks have a shape without anybody making one, the same in every installation. */
export const SHARED = fixedId(3);
/** What a shared block is called where blocks are spoken of by the keys of their types. No block type may bear it. */
export const placedSharedKey = 'sharedBlock';
const PLACED = fixedId(4);

/** The name of a shared block. */
export const SHARED_NAME = fixedId(48);

/** Where the blocks stand that are one shared block. */
export const sharedSlot: Slot = {
  id: fixedId(49),
  key: 'blocks',
  label: 'Blocks',
  allows: [],
  min: 1,
  max: 40,
};

/**
 * A shared block where it is kept: a name, and the blocks that it is. It is filled in as a page is, and has
 * no address.
 */
export const sharedType: PageType = {
  id: SHARED,
  key: 'shared',
  label: 'Shared block',
  plural: 'Shared blocks',
  purpose: 'A block kept once and shown in many places.',
  icon: 'link',
  fields: [
    {
      id: SHARED_NAME,
      key: 'name',
      label: 'Name',
      help: 'What it is called in Arrange. Visitors do not see it.',
      kind: 'line',
      required: true,
      rules: { maxLength: 120 },
    },
  ],
  title: SHARED_NAME,
  face: { mapping: {} },
  source: { kind: 'blocks' },
  slots: [sharedSlot],
  // Looked at alone, it is as wide as the page.
  layouts: [
    {
      id: fixedId(50),
      key: 'alone',
      label: 'Alone',
      rows: [{ cells: [{ width: 12, holds: [{ slot: sharedSlot.id }] }] }],
    },
  ],
  address: { from: SHARED_NAME, drop: {}, atMost: 60 },
  inNavigation: 'no',
  childOrder: 'byHand',
};

/** A shared block where it stands in a slot. */
export const placedSharedType: BlockType = {
  id: PLACED,
  key: placedSharedKey,
  label: 'Shared block',
  plural: 'Shared blocks',
  purpose: 'A block kept once and shown in many places.',
  icon: 'link',
  fields: [],
  slots: [],
  face: { mapping: {} },
};

export const isPlacedShared = (type: string): boolean => type === PLACED;
