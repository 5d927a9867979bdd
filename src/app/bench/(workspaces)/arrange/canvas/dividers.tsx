'use client';
import {
  useLayoutEffect,
  useRef,
  useState,
  type PointerEvent,
  type ReactElement,
  type RefObject,
} from 'react';
import {
  movedDivider,
  parseWidths,
  rowsWith,
  widthsOf,
  type Widths,
} from '../../../../../core/content/block-rows';
import { idOf, type FoundBlock } from '../../../../../core/content/block-edits';
import type { FaceRow } from '../../../../../core/model/document';
import { blockOnSheet, boxIn } from './boxes';
import styles from './canvas.module.css';

/** A divider between two cells of a row, where it is on the sheet (px). */
interface Divider {
  row: number;
  cell: number;
  left: number;
  top: number;
  height: number;
  /** How wide one of the row's twelve parts is. */
  part: number;
}

const PARTS = 12;

/** Between which cells of a block's own rows dividers stand: where they are side by side. */
function dividersOf(sheet: Element, block: Element): Divider[] {
  return [...block.querySelectorAll(':scope > .inner > .face > .row')].flatMap((row, r) => {
    const cells = [...row.children].map((cell) => boxIn(sheet, cell));
    const part = row.getBoundingClientRect().width / PARTS;
    return cells.flatMap((box, c): Divider[] => {
      const next = cells[c + 1];
      if (!next || next.left < box.right - 1) return [];
      const [top, bottom] = [Math.min(box.top, next.top), Math.max(box.bottom, next.bottom)];
      return [{ row: r, cell: c, left: (box.right + next.left) / 2, top, height: bottom - top, part }];
    });
  });
}

/** The dividers between the columns of the block that is selected: dragged, or moved by arrows, in twelfths. */
export function Dividers({
  sheet,
  found,
  rows,
  drawn,
  onWidths,
}: {
  sheet: RefObject<HTMLElement | null>;
  found: FoundBlock;
  /** As its type sets them out. */
  rows: readonly FaceRow[];
  drawn: unknown;
  /** `once` names the drag or the key presses that are taken back as one. */
  onWidths: (widths: number[][], once: string) => void;
}): ReactElement {
  const id = idOf(found.block);
  const [dividers, setDividers] = useState<Divider[]>([]);
  const drag = useRef<{ from: number; widths: Widths; once: string }>(undefined);
  const widths = widthsOf(rowsWith(rows, parseWidths(found.block.widths)));
  useLayoutEffect(() => {
    const outer = sheet.current;
    if (!outer) return undefined;
    const measure = () => {
      const at = blockOnSheet(outer, id);
      const next = at ? dividersOf(outer, at) : [];
      setDividers((was) => (JSON.stringify(was) === JSON.stringify(next) ? was : next));
    };
    const observer = new ResizeObserver(measure);
    observer.observe(outer);
    measure();
    return () => observer.disconnect();
  }, [sheet, id, drawn]);
  return (
    <>
      {dividers.map(({ row, cell, left, top, height, part }) => {
        const [own = 0, next = 0] = [widths[row]?.[cell], widths[row]?.[cell + 1]];
        const move = (event: PointerEvent) => {
          const begun = drag.current;
          if (begun)
            onWidths(movedDivider(begun.widths, row, cell, (event.clientX - begun.from) / part), begun.once);
        };
        return (
          <span
            key={`${row} ${cell}`}
            className={styles.divider}
            role="separator"
            tabIndex={0}
            aria-orientation="vertical"
            aria-label={`Between columns ${cell + 1} and ${cell + 2}, ${own} and ${next} of twelve`}
            aria-valuemin={1}
            aria-valuemax={own + next - 1}
            aria-valuenow={own}
            data-words={`${own} + ${next}`}
            style={{ left, top, height }}
            onKeyDown={(event) => {
              const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
              if (by === 0) return;
              event.preventDefault();
              event.stopPropagation();
              onWidths(movedDivider(widths, row, cell, by), `${id} ${row} ${cell} by keys`);
            }}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              drag.current = { from: event.clientX, widths, once: `${id} ${row} ${cell} ${event.timeStamp}` };
            }}
            onPointerMove={move}
            onPointerUp={() => {
              drag.current = undefined;
            }}
            onClick={(event) => event.stopPropagation()}
          />
        );
      })}
    </>
  );
}
