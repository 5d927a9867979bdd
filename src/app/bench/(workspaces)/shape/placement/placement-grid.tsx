'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, type KeyboardEvent, type ReactElement } from 'react';
import type { Id } from '../../../../../core/ids';
import { TOP } from '../../../../../core/model/document';
import look from '../../../../../ui/look/look.module.css';
import styles from './placement.module.css';
import type { Cell } from './use-placing';

/** A child type under a parent type, or at the top. */
interface Named {
  id: Id;
  label: string;
}

interface Props {
  rows: readonly Named[];
  columns: readonly Named[];
  here: Cell | undefined;
  stands: (cell: Cell) => boolean;
  pagesAt: (cell: Cell) => number;
  limitAt: (cell: Cell) => { most: number | undefined; branch: string | undefined };
  mayChange: boolean;
  onHere: (cell: Cell) => void;
  onSet: (cells: readonly Cell[], may: boolean) => void;
}

const HEAD = 190;
const TALL = 132;
const ROW = 34;
const COLUMN = 44;

/** Rows hold columns. Only the cells in view are drawn; the heads stand still. */
export function PlacementGrid({
  rows,
  columns,
  here,
  stands,
  pagesAt,
  limitAt,
  mayChange,
  onHere,
  onSet,
}: Props): ReactElement {
  const scroller = useRef<HTMLDivElement>(null);
  // A click goes to a cell; a click on the cell one is at allows it or not.
  const wasHere = useRef(false);
  // eslint-disable-next-line react-hooks/incompatible-library -- The rows in view are found anew at each drawing, which is what is wanted.
  const down = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 6,
    scrollMargin: TALL,
    scrollPaddingStart: TALL,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => COLUMN,
    overscan: 6,
    scrollMargin: HEAD,
    scrollPaddingStart: HEAD,
  });
  const row = Math.max(
    0,
    rows.findIndex(({ id }) => id === here?.parent),
  );
  const column = Math.max(
    0,
    columns.findIndex(({ id }) => id === here?.child),
  );
  const go = (toRow: number, toColumn: number) => {
    const [r, c] = [
      Math.max(0, Math.min(rows.length - 1, toRow)),
      Math.max(0, Math.min(columns.length - 1, toColumn)),
    ];
    const [above, below] = [rows[r], columns[c]];
    if (!above || !below) return;
    onHere({ parent: above.id, child: below.id });
    down.scrollToIndex(r);
    across.scrollToIndex(c);
    requestAnimationFrame(() => document.getElementById(`cell-${r}-${c}`)?.focus());
  };
  const keys = (event: KeyboardEvent) => {
    const far = event.ctrlKey || event.metaKey;
    const steps: Partial<Record<string, () => void>> = {
      ArrowDown: () => go(row + 1, column),
      ArrowUp: () => go(row - 1, column),
      ArrowRight: () => go(row, column + 1),
      ArrowLeft: () => go(row, column - 1),
      Home: () => go(far ? 0 : row, 0),
      End: () => go(far ? rows.length - 1 : row, columns.length - 1),
      PageDown: () => go(row + 10, column),
      PageUp: () => go(row - 10, column),
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    step();
  };
  const all = (cells: readonly Cell[]) => onSet(cells, !cells.every(stands));
  return (
    <div
      ref={scroller}
      className={styles.scroller}
      role="grid"
      aria-label="Which page type may hold which"
      aria-rowcount={rows.length + 1}
      aria-colcount={columns.length + 1}
      onKeyDown={keys}
    >
      <div
        role="presentation"
        style={{
          position: 'relative',
          width: HEAD + across.getTotalSize(),
          height: TALL + down.getTotalSize(),
        }}
      >
        <div
          role="row"
          aria-rowindex={1}
          className={styles.heads}
          style={{ height: TALL, width: HEAD + across.getTotalSize() }}
        >
          <div role="columnheader" aria-colindex={1} className={styles.corner} style={{ width: HEAD }}>
            <span>holds, across</span>
          </div>
          {across.getVirtualItems().map(({ index, start }) => {
            const type = columns[index];
            return (
              type && (
                <div
                  key={type.id}
                  role="columnheader"
                  aria-colindex={index + 2}
                  className={styles.columnhead}
                  data-here={index === column && here !== undefined}
                  style={{ left: start, width: COLUMN }}
                >
                  <button
                    type="button"
                    tabIndex={-1}
                    disabled={!mayChange}
                    title={`${type.label}: allow everywhere, or nowhere`}
                    onClick={() => all(rows.map(({ id }) => ({ parent: id, child: type.id })))}
                  >
                    {type.label}
                  </button>
                </div>
              )
            );
          })}
        </div>
        {down.getVirtualItems().map(({ index, start }) => {
          const above = rows[index];
          return (
            above && (
              <div
                key={above.id}
                role="row"
                aria-rowindex={index + 2}
                className={styles.row}
                style={{ top: start, height: ROW, width: HEAD + across.getTotalSize() }}
              >
                <div
                  role="rowheader"
                  aria-colindex={1}
                  className={styles.rowhead}
                  data-here={index === row && here !== undefined}
                  style={{ width: HEAD }}
                >
                  <button
                    type="button"
                    tabIndex={-1}
                    disabled={!mayChange}
                    title={`${above.label}: allow everything, or nothing`}
                    onClick={() => all(columns.map(({ id }) => ({ parent: above.id, child: id })))}
                  >
                    {above.label}
                  </button>
                </div>
                {across.getVirtualItems().map(({ index: c, start: left }) => {
                  const below = columns[c];
                  if (!below) return null;
                  const cell = { parent: above.id, child: below.id };
                  const may = stands(cell);
                  const [{ most, branch }, pages] = [limitAt(cell), pagesAt(cell)];
                  const words = [
                    `${above.id === TOP ? 'The top of a site' : above.label} ${may ? 'may hold' : 'may not hold'} ${below.label}`,
                    most === undefined ? '' : `at most ${most}`,
                    branch === undefined ? '' : 'only in one branch',
                    pages > 0 ? `${pages} ${pages === 1 ? 'page stands' : 'pages stand'} so` : '',
                  ]
                    .filter(Boolean)
                    .join(', ');
                  const at = here?.parent === above.id && here.child === below.id;
                  return (
                    <div
                      key={below.id}
                      id={`cell-${index}-${c}`}
                      role="gridcell"
                      aria-colindex={c + 2}
                      aria-selected={at}
                      aria-label={words}
                      title={words}
                      tabIndex={index === row && c === column ? 0 : -1}
                      className={styles.cell}
                      data-may={may}
                      data-stray={!may && pages > 0}
                      style={{ left, width: COLUMN, height: ROW }}
                      onFocus={() => {
                        if (!at) onHere(cell);
                      }}
                      onMouseDown={() => {
                        wasHere.current = at;
                      }}
                      onClick={() => {
                        if (mayChange && wasHere.current) onSet([cell], !may);
                      }}
                      onKeyDown={(event) => {
                        if (mayChange && (event.key === ' ' || event.key === 'Enter')) {
                          event.preventDefault();
                          onSet([cell], !may);
                        }
                      }}
                    >
                      <i aria-hidden="true" />
                      {pages > 0 && <b aria-hidden="true">{pages}</b>}
                      {most !== undefined && <small aria-hidden="true">≤{most}</small>}
                    </div>
                  );
                })}
              </div>
            )
          );
        })}
      </div>
      <span className={look.hidden}>Space allows a placement or takes it away.</span>
    </div>
  );
}
