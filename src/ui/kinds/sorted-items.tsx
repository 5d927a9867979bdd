'use client';
import {
  closestCenter,
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { IconButton } from '@mui/material';
import { ArrowDown, ArrowUp, GripVertical } from 'lucide-react';
import { useId, useMemo, type CSSProperties, type ReactElement, type ReactNode } from 'react';
import { draggedFrom } from '../dragged-from';
import { dragWords } from '../drag-words';
import styles from './sorted-items.module.css';

/** Things below one another that are dragged into another order, by their grips. */
export function SortedItems({
  ids,
  nameOf,
  onMove,
  children,
}: {
  ids: readonly string[];
  nameOf: (id: string) => string;
  /** Puts one in the place of another. */
  onMove: (id: string, over: string) => void;
  children: ReactNode;
}): ReactElement {
  const context = useId();
  // The same order is the same list: every item that can be dragged is drawn again when it is another.
  const order = ids.join(' ');
  const items = useMemo(() => (order === '' ? [] : order.split(' ')), [order]);
  const sensors = useSensors(useSensor(PointerSensor, draggedFrom));
  const dropped = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) onMove(String(active.id), String(over.id));
  };
  return (
    <DndContext
      id={context}
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={dragWords((each) => nameOf(String(each)))}
      onDragEnd={dropped}
    >
      <SortableContext items={items} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** What an item of such a list needs to be dragged: what its `li` takes, and its grip. */
export function useSortedItem(id: string): {
  place: { ref: (node: HTMLElement | null) => void; style: CSSProperties; 'data-dragged': true | undefined };
  grip: ReactElement;
} {
  const { listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return {
    place: {
      ref: setNodeRef,
      style: { transform: CSS.Translate.toString(transform), transition },
      'data-dragged': isDragging || undefined,
    },
    grip: (
      <span ref={setActivatorNodeRef} className={styles.grip} aria-hidden="true" {...listeners}>
        <GripVertical size={14} />
      </span>
    ),
  };
}

/** The two buttons that move an item by keyboard, one place at a time. */
export function MoveButtons({
  name,
  isFirst,
  isLast,
  onStep,
}: {
  name: string;
  isFirst: boolean;
  isLast: boolean;
  onStep: (step: -1 | 1) => void;
}): ReactElement {
  return (
    <>
      <IconButton aria-label={`Move ${name} up`} disabled={isFirst} onClick={() => onStep(-1)}>
        <ArrowUp size={14} />
      </IconButton>
      <IconButton aria-label={`Move ${name} down`} disabled={isLast} onClick={() => onStep(1)}>
        <ArrowDown size={14} />
      </IconButton>
    </>
  );
}
