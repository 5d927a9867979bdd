'use client';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type CollisionDetection,
  type DragEndEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import { Button, IconButton, Menu, MenuItem } from '@mui/material';
import { ArrowDown, ArrowUp, Columns2, Plus, X } from 'lucide-react';
import { useId, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactElement } from 'react';
import { draggedFrom } from '../../../../ui/dragged-from';
import type { FaceCell, FaceRow } from '../../../../core/model/document';
import { dragWords } from '../../../../ui/drag-words';
import { mostWide, TWELVE, withWidth } from './rows-edit';
import styles from './rows.module.css';
import { moved } from '../../../../ui/moved';

type Held = FaceCell['holds'][number];

export interface Piece {
  held: Held;
  label: string;
}

const keyOf = (held: Held): string => (typeof held === 'string' ? held : `slot:${held.slot}`);
const widthOf = (row: FaceRow): number => row.cells.reduce((sum, { width }) => sum + width, 0);

/** The rows with one piece taken out of wherever it stands. */
const without = (rows: readonly FaceRow[], key: string): FaceRow[] =>
  rows.map((row) => ({
    cells: row.cells.map((cell) => ({ ...cell, holds: cell.holds.filter((held) => keyOf(held) !== key) })),
  }));

/** What is dropped lands in the column under the pointer; by keyboard, in the nearest. */
const underPointer: CollisionDetection = (asked) => {
  const under = pointerWithin(asked);
  return under.length > 0 ? under : closestCenter(asked);
};

interface PlacedProps {
  piece: Piece;
  place: { row: number; cell: number; at: number };
  rows: readonly FaceRow[];
  disabled: boolean;
  onChange: (rows: FaceRow[]) => void;
}

/** One part or slot where it stands: dragged to another cell, or moved by its menu. */
function Placed({ piece, place, rows, disabled, onChange }: PlacedProps): ReactElement {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const key = keyOf(piece.held);
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: key, disabled });
  const holds = rows[place.row]?.cells[place.cell]?.holds ?? [];
  const within = (next: Held[]) =>
    onChange(
      rows.map((row, r) =>
        r === place.row
          ? { cells: row.cells.map((cell, c) => (c === place.cell ? { ...cell, holds: next } : cell)) }
          : row,
      ),
    );
  const swap = (by: number) => {
    const next = [...holds];
    const [moved] = next.splice(place.at, 1);
    if (moved) next.splice(place.at + by, 0, moved);
    within(next);
    setAt(null);
  };
  const to = (r: number, c: number) => {
    onChange(
      without(rows, key).map((row, i) =>
        i === r
          ? {
              cells: row.cells.map((cell, j) =>
                j === c ? { ...cell, holds: [...cell.holds, piece.held] } : cell,
              ),
            }
          : row,
      ),
    );
    setAt(null);
  };
  return (
    <div
      className={styles.piece}
      ref={setNodeRef}
      data-slot={typeof piece.held !== 'string'}
      style={
        transform
          ? {
              transform: `translate(${transform.x}px, ${transform.y}px)`,
              zIndex: 2,
              opacity: isDragging ? 0.85 : 1,
            }
          : undefined
      }
    >
      <button
        type="button"
        aria-haspopup="menu"
        disabled={disabled}
        onClick={(event) => setAt(event.currentTarget)}
      >
        {piece.label}
      </button>
      {!disabled && (
        <span className={styles.grip} {...attributes} {...listeners} aria-label={`Drag ${piece.label}`}>
          ⠿
        </span>
      )}
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {place.at > 0 && <MenuItem onClick={() => swap(-1)}>Higher in its cell</MenuItem>}
        {place.at < holds.length - 1 && <MenuItem onClick={() => swap(1)}>Lower in its cell</MenuItem>}
        {rows.flatMap((row, r) =>
          row.cells.map((_, c) =>
            r === place.row && c === place.cell ? null : (
              <MenuItem key={`${r}-${c}`} onClick={() => to(r, c)}>
                To row {r + 1}, column {c + 1}
              </MenuItem>
            ),
          ),
        )}
        <MenuItem
          onClick={() => {
            onChange(without(rows, key));
            setAt(null);
          }}
        >
          Take out
        </MenuItem>
      </Menu>
    </div>
  );
}

function Cell({
  cell,
  place,
  disabled,
  children,
  onWidth,
  most,
}: {
  cell: FaceCell;
  place: { row: number; cell: number };
  disabled: boolean;
  children: ReactElement[];
  onWidth: (width: number) => void;
  /** The most twelfths it may take. */
  most: number;
}): ReactElement {
  const { setNodeRef, isOver } = useDroppable({ id: `${place.row}/${place.cell}`, disabled });
  const box = useRef<HTMLDivElement | null>(null);
  const label = `Width of row ${place.row + 1}, column ${place.cell + 1}`;
  const resize = (event: PointerEvent<HTMLDivElement>) => {
    const row = box.current?.parentElement;
    if (!row || disabled) return;
    event.preventDefault();
    const twelfth = row.clientWidth / TWELVE;
    const [from, width] = [event.clientX, cell.width];
    const move = (at: globalThis.PointerEvent) =>
      onWidth(Math.max(1, Math.min(most, width + Math.round((at.clientX - from) / twelfth))));
    const stop = () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', stop);
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', stop);
  };
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by === undefined || disabled) return;
    event.preventDefault();
    onWidth(Math.max(1, Math.min(most, cell.width + by)));
  };
  return (
    <div
      ref={(element) => {
        setNodeRef(element);
        box.current = element;
      }}
      className={styles.cell}
      data-over={isOver}
      style={{ gridColumn: `span ${cell.width}` }}
    >
      {children}
      {children.length === 0 && <span className={styles.nothing}>empty</span>}
      <span className={styles.width}>{cell.width}</span>
      {!disabled && (
        <div
          className={styles.edge}
          role="separator"
          aria-orientation="vertical"
          tabIndex={0}
          aria-label={label}
          aria-valuenow={cell.width}
          aria-valuemin={1}
          aria-valuemax={most}
          onPointerDown={resize}
          onKeyDown={keys}
        />
      )}
    </div>
  );
}

interface Props {
  rows: readonly FaceRow[];
  pieces: readonly Piece[];
  disabled: boolean;
  onChange: (rows: FaceRow[]) => void;
  /** Rows that put their last column first on a narrow screen, where that can be set. */
  lastFirst?: readonly number[];
  onLastFirst?: (rows: number[]) => void;
}

/**
 * Rows and columns of twelve parts, to scale, and what stands in them; made, filled and resized by mouse or
 * keyboard.
 */
export function RowsEditor({
  rows,
  pieces,
  disabled,
  onChange,
  lastFirst = [],
  onLastFirst,
}: Props): ReactElement {
  const id = useId();
  const [adding, setAdding] = useState<{ at: HTMLElement; row: number; cell: number }>();
  const sensors = useSensors(useSensor(PointerSensor, draggedFrom), useSensor(KeyboardSensor));
  const nameOf = (key: UniqueIdentifier) => pieces.find(({ held }) => keyOf(held) === key)?.label ?? '';
  const standing = new Set(rows.flatMap(({ cells }) => cells.flatMap(({ holds }) => holds.map(keyOf))));
  const open = pieces.filter(({ held }) => !standing.has(keyOf(held)));
  const changeRow = (r: number, make: (row: FaceRow) => FaceRow) =>
    onChange(rows.map((row, i) => (i === r ? make(row) : row)));
  const put = (held: Held, r: number, c: number, from: readonly FaceRow[]) =>
    onChange(
      from.map((row, i) =>
        i === r
          ? {
              cells: row.cells.map((cell, j) => (j === c ? { ...cell, holds: [...cell.holds, held] } : cell)),
            }
          : row,
      ),
    );
  const dropped = ({ active, over }: DragEndEvent) => {
    const [r, c] = String(over?.id ?? '')
      .split('/')
      .map(Number);
    const piece = pieces.find(({ held }) => keyOf(held) === active.id);
    if (piece && r !== undefined && c !== undefined && Number.isInteger(r) && Number.isInteger(c))
      put(piece.held, r, c, without(rows, String(active.id)));
  };
  const moveRow = (from: number, to: number) => onChange(moved(rows, from, to));
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={underPointer}
      accessibility={dragWords(nameOf, (place) => {
        const [r = 0, c = 0] = String(place).split('/').map(Number);
        return `row ${r + 1}, column ${c + 1}`;
      })}
      onDragEnd={dropped}
    >
      <div className={styles.rows}>
        <div className={styles.ruler} aria-hidden="true">
          {Array.from({ length: TWELVE }, (_, i) => (
            <span key={i}>{i + 1}</span>
          ))}
        </div>
        {rows.map((row, r) => {
          const room = TWELVE - widthOf(row);
          return (
            <div className={styles.line} key={r}>
              <div className={styles.row} role="group" aria-label={`Row ${r + 1}`}>
                {row.cells.map((cell, c) => (
                  <Cell
                    key={c}
                    cell={cell}
                    place={{ row: r, cell: c }}
                    disabled={disabled}
                    most={mostWide(row.cells, c)}
                    onWidth={(width) => changeRow(r, (each) => ({ cells: withWidth(each.cells, c, width) }))}
                  >
                    {cell.holds.flatMap((held, at) => {
                      const piece = pieces.find((each) => keyOf(each.held) === keyOf(held)) ?? {
                        held,
                        label: 'Gone',
                      };
                      return [
                        <Placed
                          key={keyOf(held)}
                          piece={piece}
                          place={{ row: r, cell: c, at }}
                          rows={rows}
                          disabled={disabled}
                          onChange={onChange}
                        />,
                      ];
                    })}
                  </Cell>
                ))}
              </div>
              {!disabled && (
                <div className={styles.acts}>
                  {row.cells.map((_, c) => (
                    <IconButton
                      key={c}
                      aria-label={`Put something in row ${r + 1}, column ${c + 1}`}
                      disabled={open.length === 0}
                      aria-haspopup="menu"
                      onClick={(event) => setAdding({ at: event.currentTarget, row: r, cell: c })}
                    >
                      <Plus size={14} />
                    </IconButton>
                  ))}
                  <IconButton
                    aria-label={`Add a column to row ${r + 1}`}
                    disabled={row.cells.length >= 6}
                    onClick={() =>
                      changeRow(r, ({ cells }) => {
                        const width = room > 0 ? room : Math.max(1, Math.floor(TWELVE / (cells.length + 1)));
                        return {
                          cells:
                            room > 0
                              ? [...cells, { width, holds: [] }]
                              : [...cells.map((cell) => ({ ...cell, width })), { width, holds: [] }],
                        };
                      })
                    }
                  >
                    <Columns2 size={14} />
                  </IconButton>
                  {row.cells.length > 1 && (
                    <Button
                      size="small"
                      onClick={() =>
                        changeRow(r, ({ cells }) => ({
                          cells: cells.slice(0, -1).map((cell, i, all) =>
                            i === all.length - 1
                              ? {
                                  width: Math.min(TWELVE, cell.width + (cells.at(-1)?.width ?? 0)),
                                  holds: [...cell.holds, ...(cells.at(-1)?.holds ?? [])],
                                }
                              : cell,
                          ),
                        }))
                      }
                    >
                      One column fewer
                    </Button>
                  )}
                  <IconButton
                    aria-label={`Move row ${r + 1} up`}
                    disabled={r === 0}
                    onClick={() => moveRow(r, r - 1)}
                  >
                    <ArrowUp size={14} />
                  </IconButton>
                  <IconButton
                    aria-label={`Move row ${r + 1} down`}
                    disabled={r === rows.length - 1}
                    onClick={() => moveRow(r, r + 1)}
                  >
                    <ArrowDown size={14} />
                  </IconButton>
                  <IconButton
                    aria-label={`Take out row ${r + 1}`}
                    onClick={() => onChange(rows.filter((_, i) => i !== r))}
                  >
                    <X size={14} />
                  </IconButton>
                  {onLastFirst && row.cells.length > 1 && (
                    <label className={styles.folds}>
                      <input
                        type="checkbox"
                        checked={lastFirst.includes(r)}
                        onChange={({ target }) =>
                          onLastFirst(
                            target.checked ? [...lastFirst, r] : lastFirst.filter((each) => each !== r),
                          )
                        }
                      />{' '}
                      last column first on a narrow screen
                    </label>
                  )}
                </div>
              )}
            </div>
          );
        })}
        {!disabled && (
          <Button
            startIcon={<Plus size={15} />}
            onClick={() => onChange([...rows, { cells: [{ width: TWELVE, holds: [] }] }])}
          >
            Add a row
          </Button>
        )}
        {open.length > 0 && rows.length > 0 && (
          <p className={styles.open}>Stands nowhere yet: {open.map(({ label }) => label).join(', ')}.</p>
        )}
      </div>
      <Menu anchorEl={adding?.at ?? null} open={adding !== undefined} onClose={() => setAdding(undefined)}>
        {open.map((piece) => (
          <MenuItem
            key={keyOf(piece.held)}
            onClick={() => {
              if (adding) put(piece.held, adding.row, adding.cell, rows);
              setAdding(undefined);
            }}
          >
            {piece.label}
          </MenuItem>
        ))}
      </Menu>
    </DndContext>
  );
}
