'use client';
import { DragOverlay, useDndMonitor } from '@dnd-kit/core';
import { useEffect, useState, type ReactElement, type RefObject } from 'react';
import type { BlockPlace } from '../../../../../core/content/block-edits';
import type { Id } from '../../../../../core/ids';
import { calledOf } from './block-words';
import { slotBoxes } from './boxes';
import styles from './canvas.module.css';
import { draggedIn, type Dragged } from './dragged';
import { placeUnder, type Aim, type SlotBox } from './place-under';
import type { PageBlocks } from './use-page-blocks';

/**
 * While something is dragged: slots that take it are lit, and a line shows where it would stand; where it
 * may not, the line says why. Let go, it stands there.
 */
export function DropLine({
  sheet,
  blocks,
  onRefused,
  onStarter,
}: {
  sheet: RefObject<HTMLElement | null>;
  blocks: PageBlocks;
  onRefused: (words: string) => void;
  /** Puts copies of a starter in a place. */
  onStarter: (starter: Id, place: BlockPlace) => void;
}): ReactElement {
  const [drag, setDrag] = useState<{ dragged: Dragged; slots: SlotBox[] }>();
  const [aim, setAim] = useState<Aim & { why: string | undefined }>();
  const { whyNot } = blocks;
  useDndMonitor({
    onDragStart({ active }) {
      const dragged = draggedIn(active.data.current);
      const root = sheet.current;
      if (!dragged || !root) return;
      for (const each of root.querySelectorAll<HTMLElement>('.slot-here'))
        each.dataset.may =
          whyNot(dragged.put, { of: each.dataset.of, slot: each.dataset.slot ?? '' }) === undefined
            ? 'yes'
            : 'no';
      setDrag({ dragged, slots: slotBoxes(root) });
    },
    onDragEnd() {
      leave();
      if (!drag || !aim) return;
      if (aim.why !== undefined) onRefused(aim.why);
      else if (drag.dragged.starter !== undefined) onStarter(drag.dragged.starter, aim.place);
      else if (drag.dragged.moving.length > 0) blocks.move(drag.dragged.moving, aim.place);
      else blocks.put(drag.dragged.put, aim.place);
    },
    onDragCancel: () => leave(),
  });
  const leave = () => {
    setDrag(undefined);
    setAim(undefined);
    for (const each of sheet.current?.querySelectorAll<HTMLElement>('.slot-here') ?? [])
      delete each.dataset.may;
  };
  useEffect(() => {
    if (!drag) return undefined;
    const follow = ({ clientX, clientY }: globalThis.PointerEvent) => {
      const outer = sheet.current?.getBoundingClientRect();
      if (!outer) return;
      const next = placeUnder(drag.slots, clientX - outer.left, clientY - outer.top);
      setAim((was) =>
        was && next && was.line.y === next.line.y && was.line.left === next.line.left
          ? was
          : next && { ...next, why: whyNot(drag.dragged.put, next.place) },
      );
    };
    window.addEventListener('pointermove', follow);
    // Blocks that come into view are drawn, and may be higher than they were taken to be.
    const root = sheet.current;
    const height = root?.offsetHeight;
    const observer = new ResizeObserver(() => {
      if (root && root.offsetHeight !== height) setDrag((was) => was && { ...was, slots: slotBoxes(root) });
    });
    if (root) observer.observe(root);
    return () => {
      window.removeEventListener('pointermove', follow);
      observer.disconnect();
    };
  }, [drag, sheet, whyNot]);
  const { dragged } = drag ?? {};
  const [only] = dragged?.put ?? [];
  return (
    <>
      {aim && (
        <span
          className={styles.line}
          data-not={aim.why !== undefined || undefined}
          style={{ left: aim.line.left, width: aim.line.right - aim.line.left, top: aim.line.y }}
        >
          {aim.why !== undefined && <span>{aim.why}</span>}
        </span>
      )}
      <DragOverlay dropAnimation={null}>
        {dragged && only && (
          <span className={styles.dragged}>
            {dragged.put.length === 1 ? calledOf(blocks, only) : `${dragged.put.length} blocks`}
          </span>
        )}
      </DragOverlay>
    </>
  );
}
