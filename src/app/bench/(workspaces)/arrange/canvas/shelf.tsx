'use client';
import { useDraggable } from '@dnd-kit/core';
import { OutlinedInput } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { blocksAt, slotOf, type BlockPlace } from '../../../../../core/content/block-edits';
import type { JsonObject } from '../../../../../core/json';
import type { BlockType } from '../../../../../core/model/document';
import { TypeIcon } from '../../../../../ui/icon';
import { OutlineGroup } from '../../../../../ui/shell/outline';
import { useTell } from '../../../../../ui/telling';
import { freshBlock } from '../fresh-block';
import styles from './canvas.module.css';
import type { Dragged } from './dragged';
import { everySlot } from './every-slot';
import type { PageBlocks } from './use-page-blocks';

/** From how many block types on they are sought by a word. */
const MANY = 8;

/** Where what is chosen on the shelf goes: behind the block that is selected, into the slot that is; else where it fits. */
function placeFor(blocks: PageBlocks): BlockPlace | undefined {
  const { selected, selection, slots } = blocks;
  const last = selected.at(-1);
  if (last) return { ...last.place, at: last.place.at + 1 };
  if (!selection.slot) return undefined;
  return { ...selection.slot, at: blocksAt(slots, selection.slot).length };
}

/** The end of the first slot of the page, or of a block in it, that takes a block. */
const firstThatTakes = (blocks: PageBlocks, block: JsonObject): BlockPlace | undefined =>
  everySlot(blocks).find(({ place }) => blocks.whyNot([block], place) === undefined)?.place;

/** One block type on the shelf: dragged onto the page, or put in by a click where one is. */
function ShelfRow({
  type,
  block,
  why,
  onPut,
}: {
  type: BlockType;
  /** What it becomes on the page. */
  block: JsonObject;
  why: string | undefined;
  onPut: () => void;
}): ReactElement {
  const dragged: Dragged = { put: [block], moving: [] };
  const { setNodeRef, listeners } = useDraggable({ id: `shelf ${type.key}`, data: dragged });
  return (
    <li>
      <button
        ref={setNodeRef}
        {...listeners}
        type="button"
        aria-disabled={why !== undefined || undefined}
        title={why ?? type.purpose}
        onClick={onPut}
      >
        <TypeIcon name={type.icon} />
        <span>
          {type.label}
          {why !== undefined && <small>{why}</small>}
        </span>
      </button>
    </li>
  );
}

/** The block types that can be put on the page, what fits where one is first. */
export function Shelf({ blocks, today }: { blocks: PageBlocks; today: string }): ReactElement {
  const { model, own, slots } = blocks;
  const tell = useTell();
  const [sought, setSought] = useState('');
  const place = placeFor(blocks);
  const words = sought.trim().toLowerCase();
  const rows = model.blockTypes
    .filter(({ definition: { label, purpose = '' } }) => `${label} ${purpose}`.toLowerCase().includes(words))
    .map((type) => {
      const block = freshBlock(model, type, today);
      return {
        type,
        block,
        why: place
          ? blocks.whyNot([block], place)
          : firstThatTakes(blocks, block)
            ? undefined
            : 'Nothing on this page takes it.',
      };
    })
    .sort((a, b) => Number(a.why !== undefined) - Number(b.why !== undefined));
  const slot = place && slotOf(model, own, slots, place)?.label;
  return (
    <OutlineGroup
      title="Shelf"
      count={slot === undefined ? undefined : `fits ${slot}`}
      list={
        <>
          {model.blockTypes.length > MANY && (
            <div className={styles.find}>
              <OutlinedInput
                fullWidth
                size="small"
                type="search"
                placeholder="Find a block"
                value={sought}
                onChange={({ target }) => setSought(target.value)}
                slotProps={{ input: { 'aria-label': 'Find a block' } }}
              />
            </div>
          )}
          <ul className={styles.shelf}>
            {rows.map(({ type, block, why }) => (
              <ShelfRow
                key={type.id}
                type={type.definition}
                block={block}
                why={why}
                onPut={() => {
                  const at = place ?? firstThatTakes(blocks, block);
                  if (why !== undefined || !at) return tell(why ?? 'Nothing on this page takes it.');
                  return blocks.put([block], at);
                }}
              />
            ))}
          </ul>
        </>
      }
    >
      {null}
    </OutlineGroup>
  );
}
