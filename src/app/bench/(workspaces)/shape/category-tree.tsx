'use client';
import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ChevronDown, ChevronRight, GripVertical } from 'lucide-react';
import { useMemo, useRef, useState, type KeyboardEvent, type ReactElement } from 'react';
import { draggedFrom } from '../../../../ui/dragged-from';
import type { CategoryAnswer, CategoryCount } from '../../../../contract/categories';
import { dragWords } from '../../../../ui/drag-words';
import look from '../../../../ui/look/look.module.css';
import { Mono } from '../../../../ui/marks';
import styles from './categories.module.css';

/** Where a category is to stand: below which one, and after which of those there; with no `after`, last. */
export interface CategoryPlace {
  parent: string | null;
  after?: string | null;
}

interface Props {
  items: readonly CategoryAnswer[];
  counts: readonly CategoryCount[];
  here: string | undefined;
  flat: boolean;
  mayChange: boolean;
  onSelect: (id: string) => void;
  onMove: (id: string, to: CategoryPlace) => void;
}

const ROW = 34;

interface Shown {
  item: CategoryAnswer;
  hasBelow: boolean;
  open: boolean;
}

/** Where Alt and an arrow lead a category: up, down, out of its branch, or below the one right above it. */
function keyedMove(
  key: string,
  item: CategoryAnswer,
  items: readonly CategoryAnswer[],
  flat: boolean,
): CategoryPlace | undefined {
  const beside = items.filter(({ parent }) => parent === item.parent);
  const at = beside.findIndex(({ id }) => id === item.id);
  const before = beside[at - 1];
  if (key === 'ArrowUp') return before && { parent: item.parent, after: beside[at - 2]?.id ?? null };
  if (key === 'ArrowDown')
    return beside[at + 1] && { parent: item.parent, after: beside[at + 1]?.id ?? null };
  if (key === 'ArrowRight') return before && !flat ? { parent: before.id } : undefined;
  const above = items.find(({ id }) => id === item.parent);
  return key === 'ArrowLeft' && above ? { parent: above.parent, after: above.id } : undefined;
}

function Row({
  shown: { item, hasBelow, open },
  count,
  top,
  here,
  mayChange,
  onToggle,
  onSelect,
}: {
  shown: Shown;
  count: CategoryCount | undefined;
  top: number;
  here: boolean;
  mayChange: boolean;
  onToggle: () => void;
  onSelect: () => void;
}): ReactElement {
  const {
    setNodeRef: grip,
    listeners,
    isDragging,
    active,
  } = useDraggable({ id: item.id, disabled: !mayChange });
  const { setNodeRef: landing, isOver } = useDroppable({ id: item.id });
  return (
    <div
      ref={landing}
      id={`category-${item.id}`}
      role="treeitem"
      aria-level={item.depth + 1}
      aria-selected={here}
      {...(hasBelow ? { 'aria-expanded': open } : {})}
      className={styles.row}
      data-here={here}
      data-over={isOver && active?.id !== item.id}
      style={{ top, paddingLeft: 8 + item.depth * 20, opacity: isDragging ? 0.4 : 1 }}
      onClick={onSelect}
    >
      {mayChange && (
        <span ref={grip} {...listeners} className={styles.handle} aria-hidden="true">
          <GripVertical size={14} />
        </span>
      )}
      <span
        className={styles.twist}
        aria-hidden="true"
        onClick={(event) => {
          if (!hasBelow) return;
          event.stopPropagation();
          onToggle();
        }}
      >
        {hasBelow ? open ? <ChevronDown size={14} /> : <ChevronRight size={14} /> : null}
      </span>
      <span className={styles.label}>{item.label}</span>
      <Mono>{item.slug}</Mono>
      <span className={styles.counts}>
        {count && (
          <>
            {count.all}
            {count.all !== count.own && <span> · {count.own} itself</span>}
          </>
        )}
      </span>
    </div>
  );
}

/** A tree of categories. Only the rows in view are drawn, so that thousands stay quick. */
export function CategoryTree({
  items,
  counts,
  here,
  flat,
  mayChange,
  onSelect,
  onMove,
}: Props): ReactElement {
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set());
  const [announced, setAnnounced] = useState('');
  const scroller = useRef<HTMLDivElement>(null);
  const pointed = useRef(false);
  const sensors = useSensors(useSensor(PointerSensor, draggedFrom));
  const counted = useMemo(() => new Map(counts.map((count) => [count.id, count])), [counts]);
  const shown = useMemo(() => {
    const rows: Shown[] = [];
    let hiddenBelow = Number.POSITIVE_INFINITY;
    items.forEach((item, i) => {
      if (item.depth > hiddenBelow) return;
      hiddenBelow = closed.has(item.id) ? item.depth : Number.POSITIVE_INFINITY;
      rows.push({ item, hasBelow: (items[i + 1]?.depth ?? 0) > item.depth, open: !closed.has(item.id) });
    });
    return rows;
  }, [items, closed]);
  // eslint-disable-next-line react-hooks/incompatible-library -- The rows in view are found anew at each drawing, which is what is wanted.
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const at = Math.max(
    0,
    shown.findIndex(({ item }) => item.id === here),
  );
  const toggle = (id: string, open: boolean) =>
    setClosed((before) => {
      const next = new Set(before);
      if (open) next.delete(id);
      else next.add(id);
      return next;
    });
  const go = (to: number) => {
    const row = shown[Math.max(0, Math.min(shown.length - 1, to))];
    if (!row) return;
    onSelect(row.item.id);
    rows.scrollToIndex(shown.indexOf(row));
  };
  const keys = (event: KeyboardEvent) => {
    const row = shown[at];
    if (!row) return;
    const { item, hasBelow, open } = row;
    if (event.altKey) {
      const to = mayChange ? keyedMove(event.key, item, items, flat) : undefined;
      if (!event.key.startsWith('Arrow')) return;
      event.preventDefault();
      if (to) {
        onMove(item.id, to);
        setAnnounced(`${item.label} is moved.`);
      }
      return;
    }
    const steps: Partial<Record<string, () => void>> = {
      ArrowDown: () => go(at + 1),
      ArrowUp: () => go(at - 1),
      Home: () => go(0),
      End: () => go(shown.length - 1),
      PageDown: () => go(at + 12),
      PageUp: () => go(at - 12),
      ArrowRight: () => (hasBelow && !open ? toggle(item.id, true) : hasBelow ? go(at + 1) : undefined),
      ArrowLeft: () =>
        hasBelow && open
          ? toggle(item.id, false)
          : go(shown.findIndex((each) => each.item.id === item.parent)),
      F2: () => document.getElementById('category-label')?.focus(),
      Enter: () => document.getElementById('category-label')?.focus(),
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    step();
  };
  const dropped = ({ active, over, activatorEvent, delta }: DragEndEvent) => {
    const target = items.find(({ id }) => id === over?.id);
    if (!over || !target || active.id === over.id || !(activatorEvent instanceof PointerEvent)) return;
    const part = (activatorEvent.clientY + delta.y - over.rect.top) / over.rect.height;
    const beside = items.filter(({ parent, id }) => parent === target.parent && id !== active.id);
    const place = beside.findIndex(({ id }) => id === target.id);
    // The upper edge of a row is before it, the lower edge after it, its middle below it.
    if (part < 0.3)
      onMove(String(active.id), { parent: target.parent, after: beside[place - 1]?.id ?? null });
    else if (part > 0.7 || flat) onMove(String(active.id), { parent: target.parent, after: target.id });
    else onMove(String(active.id), { parent: target.id });
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      accessibility={dragWords((id) => items.find((item) => item.id === id)?.label ?? '')}
      onDragEnd={dropped}
    >
      <div
        ref={scroller}
        className={styles.tree}
        role="tree"
        tabIndex={0}
        aria-label="Categories"
        aria-activedescendant={shown[at] && `category-${shown[at].item.id}`}
        onKeyDown={keys}
        onPointerDown={() => {
          pointed.current = true;
        }}
        onPointerUp={() => {
          pointed.current = false;
        }}
        onFocus={() => {
          // A pointer chooses the row it is over; only the keyboard begins with the first.
          if (here === undefined && shown[0] && !pointed.current) onSelect(shown[0].item.id);
        }}
      >
        <div role="presentation" style={{ height: rows.getTotalSize(), position: 'relative' }}>
          {rows.getVirtualItems().map((virtual) => {
            const row = shown[virtual.index];
            return (
              row && (
                <Row
                  key={row.item.id}
                  shown={row}
                  count={counted.get(row.item.id)}
                  top={virtual.start}
                  here={row.item.id === here}
                  mayChange={mayChange}
                  onToggle={() => toggle(row.item.id, !row.open)}
                  onSelect={() => onSelect(row.item.id)}
                />
              )
            );
          })}
        </div>
      </div>
      <p className={look.hidden} role="status">
        {announced}
      </p>
      {mayChange && (
        <p className={`${look.pencil} ${look.small} ${styles.hint}`}>
          Arrows walk; Alt and an arrow moves
          {flat ? '' : ', right below the one above, left out of the branch'}; F2 renames.{' '}
          {items.length.toLocaleString('en')} in all.
        </p>
      )}
    </DndContext>
  );
}
