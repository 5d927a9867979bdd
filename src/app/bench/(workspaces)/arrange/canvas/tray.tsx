'use client';
import { useDraggable } from '@dnd-kit/core';
import { IconButton } from '@mui/material';
import { Trash2 } from 'lucide-react';
import { memo, type ReactElement } from 'react';
import { blocksGiven, idOf } from '../../../../../core/content/block-edits';
import type { JsonObject } from '../../../../../core/json';
import type { Layout } from '../../../../../core/model/document';
import { TypeIcon } from '../../../../../ui/icon';
import { OutlineGroup } from '../../../../../ui/shell/outline';
import { useTell } from '../../../../../ui/telling';
import { calledOf } from './block-words';
import styles from './canvas.module.css';
import type { Dragged } from './dragged';
import { fits } from './fits';
import type { PageBlocks } from './use-page-blocks';

/** One block that is kept beside the page: dragged back onto it, or put where it fits by a click. */
function TrayRow({
  block,
  blocks,
  from,
  onForget,
}: {
  block: JsonObject;
  blocks: PageBlocks;
  /** The slot that holds it, where one does that is not seen. */
  from?: string;
  onForget?: () => void;
}): ReactElement {
  const tell = useTell();
  const dragged: Dragged = { put: [block], moving: [idOf(block)] };
  const { setNodeRef, listeners } = useDraggable({ id: `tray ${idOf(block)}`, data: dragged });
  const called = calledOf(blocks, block);
  const { at, why } = fits(blocks, [block]);
  return (
    <li className={styles.lying}>
      <button
        ref={setNodeRef}
        {...listeners}
        type="button"
        aria-disabled={why !== undefined || undefined}
        title={why ?? 'Put it back'}
        onClick={() => {
          if (why !== undefined || !at) tell(why ?? 'Nothing on this page takes it.');
          else blocks.move([idOf(block)], at);
        }}
      >
        <TypeIcon name={blocks.model.blockTypeByKey(String(block.type))?.definition.icon ?? ''} />
        <span>
          {called}
          {(from ?? why) !== undefined && <small>{from === undefined ? why : `in ${from}`}</small>}
        </span>
      </button>
      {onForget && (
        <IconButton size="small" aria-label={`Forget ${called}`} onClick={onForget}>
          <Trash2 size={14} />
        </IconButton>
      )}
    </li>
  );
}

/** The slots that a layout does not show, by their ids; none where there are no layouts. */
const unseenSlots = (own: PageBlocks['own'], layout: Layout | undefined): PageBlocks['own'] => {
  if (!layout) return [];
  const shown = new Set(
    layout.rows.flatMap(({ cells }) =>
      cells.flatMap(({ holds }) => holds.flatMap((held) => (typeof held === 'string' ? [] : [held.slot]))),
    ),
  );
  return own.filter(({ id }) => !shown.has(id));
};

/** What was taken off the page and is kept, and what stands in slots that its layout does not show. */
export const Tray = memo(function Tray({
  blocks,
  layout,
}: {
  /** As they stood when their places last changed. */
  blocks: PageBlocks;
  /** As they stand now. */
  layout: Layout | undefined;
}): ReactElement | null {
  const unseen = unseenSlots(blocks.own, layout).flatMap(({ key, label }) =>
    blocksGiven(blocks.slots[key]).map((block) => ({ block, label })),
  );
  if (blocks.tray.length + unseen.length === 0) return null;
  return (
    <OutlineGroup
      title="Tray"
      count={blocks.tray.length + unseen.length}
      list={
        <ul className={styles.shelf}>
          {unseen.map(({ block, label }) => (
            <TrayRow
              key={idOf(block)}
              block={block}
              blocks={blocks}
              from={`${label}, which this layout does not show`}
            />
          ))}
          {blocks.tray.map((block) => (
            <TrayRow
              key={idOf(block)}
              block={block}
              blocks={blocks}
              onForget={() => blocks.forget([idOf(block)])}
            />
          ))}
        </ul>
      }
    >
      {null}
    </OutlineGroup>
  );
});
