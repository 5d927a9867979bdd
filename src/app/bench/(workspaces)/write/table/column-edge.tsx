'use client';
import type { KeyboardEvent, PointerEvent, ReactElement } from 'react';
import { columnWidths } from '../../../../../core/content/table-look';
import styles from './column-edge.module.css';

/** How much (px) an arrow makes a column wider or narrower. */
const STEP = 20;

const bounded = (width: number): number =>
  Math.round(Math.min(columnWidths.most, Math.max(columnWidths.least, width)));

/** The edge of a column, by which it is made wider or narrower: dragged, or with the arrows. */
export function ColumnEdge({
  label,
  width,
  onWidth,
}: {
  label: string;
  /** How wide it was made; nothing where it is as wide as what stands in it. */
  width: number | undefined;
  onWidth: (width: number) => void;
}): ReactElement {
  const columnOf = (edge: Element) => edge.closest('th');
  const step = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowRight' ? STEP : event.key === 'ArrowLeft' ? -STEP : 0;
    const column = columnOf(event.currentTarget);
    if (by === 0 || !column) return;
    event.preventDefault();
    onWidth(bounded(column.offsetWidth + by));
  };
  const drag = (event: PointerEvent<HTMLSpanElement>) => {
    const edge = event.currentTarget;
    const column = columnOf(edge);
    if (!column || event.button !== 0) return;
    event.preventDefault();
    edge.setPointerCapture(event.pointerId);
    const [from, was] = [event.clientX, column.offsetWidth];
    const widthAt = (x: number) => bounded(was + x - from);
    // Followed in the column itself; kept, and drawn in every cell, where it is let go.
    const follow = (at: globalThis.PointerEvent) => {
      column.style.width = column.style.minWidth = column.style.maxWidth = `${widthAt(at.clientX)}px`;
    };
    const end = (at: globalThis.PointerEvent) => {
      edge.removeEventListener('pointermove', follow);
      if (at.type === 'pointerup' && at.clientX !== from) onWidth(widthAt(at.clientX));
    };
    edge.addEventListener('pointermove', follow);
    edge.addEventListener('pointerup', end, { once: true });
    edge.addEventListener('pointercancel', end, { once: true });
  };
  return (
    <span
      className={styles.edge}
      role="separator"
      aria-orientation="vertical"
      aria-label={`Width of ${label}`}
      aria-valuemin={columnWidths.least}
      aria-valuemax={columnWidths.most}
      aria-valuenow={width ?? columnWidths.least}
      aria-valuetext={width === undefined ? 'as wide as what stands in it' : `${width} pixels`}
      tabIndex={0}
      onKeyDown={step}
      onPointerDown={drag}
    />
  );
}
