'use client';
import { useDraggable } from '@dnd-kit/core';
import { Divider, Menu, MenuItem } from '@mui/material';
import { GripVertical } from 'lucide-react';
import { useState, type KeyboardEvent, type ReactElement, type RefObject } from 'react';
import {
  blocksAt,
  everyBlock,
  idOf,
  slotsGiven,
  type BlockPlace,
  type FoundBlock,
} from '../../../../../core/content/block-edits';
import type { Id } from '../../../../../core/ids';
import { useBlockBox } from './boxes';
import { calledOf, standsWhere } from './block-words';
import styles from './canvas.module.css';
import type { Dragged } from './dragged';
import { everySlot } from './every-slot';
import { isHeld, whyNotShared, type PageBlocks } from './use-page-blocks';

/** The frame around a block, with its corners marked. */
export function Frame({
  sheet,
  id,
  drawn,
  hovered = false,
}: {
  sheet: RefObject<HTMLElement | null>;
  id: Id;
  drawn: unknown;
  hovered?: boolean;
}): ReactElement | null {
  const box = useBlockBox(sheet, id, drawn);
  if (!box) return null;
  const { left, top, right, bottom } = box;
  return (
    <span
      className={styles.frame}
      data-hovered={hovered || undefined}
      aria-hidden="true"
      style={{ left, top, width: right - left, height: bottom - top }}
    />
  );
}

/** How high (px) the handle is. */
const HANDLE = 19;

/** The block beside one in its slot, a step up or down. */
const stepOf = ({ place }: FoundBlock, step: -1 | 1): BlockPlace => ({
  ...place,
  at: step < 0 ? Math.max(0, place.at - 1) : place.at + 2,
});

/**
 * The handle of what is selected: it is dragged by it, opens what can be done, and takes the keys. Arrows go
 * to the block above and below, out and in; with Alt they move it.
 */
export function FrameHandle({
  sheet,
  drawn,
  blocks,
  onWords,
  onShare,
  onFillOnce,
  onStarter,
}: {
  sheet: RefObject<HTMLElement | null>;
  drawn: unknown;
  blocks: PageBlocks;
  /** Goes into the words of a block, where they stand. */
  onWords: (id: Id) => void;
  /** Makes what is selected a shared block; absent where none can stand. */
  onShare: (() => void) | undefined;
  /** Copies what is selected to other pages; absent where there are none. */
  onFillOnce: (() => void) | undefined;
  /** Keeps what is selected as a starter. */
  onStarter: () => void;
}): ReactElement | null {
  const { slots, selected, selection } = blocks;
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const ids = selection.blocks;
  const last = selected.at(-1);
  const lastId = ids.at(-1) ?? '';
  const box = useBlockBox(sheet, ids.at(-1), drawn);
  const dragged: Dragged = { put: selected.map(({ block }) => block), moving: ids };
  const { setNodeRef, listeners } = useDraggable({
    id: 'selected blocks',
    data: dragged,
    disabled: selected.length === 0,
  });
  if (!last || !box) return null;
  const called = selected.length === 1 ? calledOf(blocks, last.block) : `${selected.length} blocks`;
  const where = selected.length === 1 ? standsWhere(blocks, last) : '';
  const held = selected.some(isHeld);
  const hidden = selected.every(({ block }) => block.hidden === true);
  const beside = blocksAt(slots, last.place).length;
  const all = everyBlock(slots).map(({ block }) => idOf(block));
  const whyNotCopied = blocks.whyNot(
    selected.map(({ block }) => ({ ...block, id: '' })),
    last.place,
  );
  const whyShared = whyNotShared(selected);
  const acts = {
    go: (to: Id | undefined) => to !== undefined && blocks.select({ blocks: [to] }),
    step: (step: -1 | 1) => {
      if (selected.length > 1 || (step < 0 ? last.place.at === 0 : last.place.at === beside - 1)) return;
      blocks.move(ids, stepOf(last, step));
    },
    copy: () => whyNotCopied === undefined && blocks.copy(ids),
    takeOff: () => !held && blocks.takeOff(ids),
  };
  const keys: Record<string, () => unknown> = {
    ArrowDown: () => acts.go(all[all.indexOf(lastId) + 1]),
    ArrowUp: () => acts.go(all[all.indexOf(lastId) - 1]),
    ArrowLeft: () => acts.go(last.around.at(-1) && idOf(last.around.at(-1) ?? {})),
    ArrowRight: () => acts.go(everyBlock(slotsGiven(last.block))[0]?.block.id as Id | undefined),
    'Alt ArrowUp': () => acts.step(-1),
    'Alt ArrowDown': () => acts.step(1),
    'Ctrl d': acts.copy,
    Delete: acts.takeOff,
    Backspace: acts.takeOff,
    Enter: () => onWords(lastId),
    F2: () => onWords(lastId),
    Escape: () => blocks.select({ blocks: [] }),
  };
  const press = (event: KeyboardEvent<HTMLElement>) => {
    const { altKey, ctrlKey, metaKey, key } = event;
    const act = keys[`${altKey ? 'Alt ' : ''}${ctrlKey || metaKey ? 'Ctrl ' : ''}${key}`];
    if (act) {
      event.preventDefault();
      act();
    } else if (key === 'ContextMenu' || (key === 'F10' && event.shiftKey)) {
      event.preventDefault();
      setMenu(event.currentTarget);
    }
  };
  const choose = (act: () => unknown) => () => {
    setMenu(null);
    act();
  };
  return (
    <>
      <div
        className={styles.rail}
        style={{
          left: box.left,
          width: box.right - box.left,
          top: box.top - HANDLE,
          height: box.bottom - box.top + HANDLE,
        }}
      >
        <button
          ref={setNodeRef}
          {...listeners}
          type="button"
          className={styles.handle}
          aria-haspopup="menu"
          aria-label={where ? `${called}, ${where}` : called}
          title="Drag it, or click for what can be done. Arrows go on, Alt and arrows move, Enter writes, Delete takes off."
          onKeyDown={press}
          onClick={({ currentTarget }) => setMenu(currentTarget)}
        >
          <GripVertical size={12} aria-hidden="true" style={{ flex: 'none' }} />
          <span>{called}</span>
        </button>
      </div>
      <span className={styles.unseen} role="status">
        {where ? `${called}, ${where}` : called}
      </span>
      {menu && (
        <Menu anchorEl={menu} open onClose={() => setMenu(null)}>
          <MenuItem onClick={choose(() => onWords(lastId))}>Write in it</MenuItem>
          <MenuItem
            disabled={selected.length > 1 || last.place.at === 0}
            onClick={choose(() => acts.step(-1))}
          >
            Move up
          </MenuItem>
          <MenuItem
            disabled={selected.length > 1 || last.place.at === beside - 1}
            onClick={choose(() => acts.step(1))}
          >
            Move down
          </MenuItem>
          <MenuItem disabled={whyNotCopied !== undefined} onClick={choose(acts.copy)}>
            <span>
              Copy
              {whyNotCopied !== undefined && <small className={styles.why}>{whyNotCopied}</small>}
            </span>
          </MenuItem>
          <MenuItem disabled={held} onClick={choose(() => blocks.hide(ids, !hidden))}>
            {hidden ? 'Show' : 'Hide'}
          </MenuItem>
          <MenuItem disabled={held} onClick={choose(acts.takeOff)}>
            Take off
          </MenuItem>
          {onShare && (
            <MenuItem disabled={whyShared !== undefined} onClick={choose(onShare)}>
              <span>
                Keep as a shared block…
                {whyShared !== undefined && <small className={styles.why}>{whyShared}</small>}
              </span>
            </MenuItem>
          )}
          <MenuItem onClick={choose(onStarter)}>Keep as a starter…</MenuItem>
          {onFillOnce && <MenuItem onClick={choose(onFillOnce)}>Copy to other pages…</MenuItem>}
          <Divider />
          <MoveTo
            dragged={dragged}
            last={last}
            blocks={blocks}
            onMove={(place) => choose(() => blocks.move(ids, place))()}
          />
        </Menu>
      )}
    </>
  );
}

/** Every other slot that what is selected may be moved to, or why not. */
function MoveTo({
  dragged,
  last,
  blocks,
  onMove,
}: {
  dragged: Dragged;
  last: FoundBlock;
  blocks: PageBlocks;
  onMove: (place: BlockPlace) => void;
}): ReactElement {
  return (
    <>
      {everySlot(blocks)
        .filter(({ place }) => place.of !== last.place.of || place.slot !== last.place.slot)
        .map(({ place, label }) => {
          const why = blocks.whyNot(dragged.put, place);
          return (
            <MenuItem
              key={`${place.of ?? ''} ${place.slot}`}
              disabled={why !== undefined}
              onClick={() => onMove(place)}
            >
              <span>
                Move to {label}
                {why !== undefined && <small className={styles.why}>{why}</small>}
              </span>
            </MenuItem>
          );
        })}
    </>
  );
}
