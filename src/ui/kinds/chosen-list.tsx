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
import { ArrowDown, ArrowUp, GripVertical, X } from 'lucide-react';
import { useId, type ReactElement, type ReactNode } from 'react';
import { dragWords } from '../drag-words';
import styles from './kinds.module.css';

interface ChosenItem {
  id: string;
  label: string;
  mark?: ReactNode;
}

interface ItemProps {
  item: ChosenItem;
  place: number;
  of: number;
  onMove: (to: number) => void;
  onTakeOut: () => void;
}

/** One chosen thing. It is dragged by its grip; its buttons move it by keyboard. */
function Item({ item: { id, label, mark }, place, of, onMove, onTakeOut }: ItemProps): ReactElement {
  const { listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      data-dragged={isDragging || undefined}
    >
      {of > 1 && (
        <span ref={setActivatorNodeRef} className={styles.grip} aria-hidden="true" {...listeners}>
          <GripVertical size={14} />
        </span>
      )}
      {mark}
      <span>{label}</span>
      {of > 1 && (
        <IconButton aria-label={`Move ${label} up`} disabled={place === 0} onClick={() => onMove(place - 1)}>
          <ArrowUp size={14} />
        </IconButton>
      )}
      {of > 1 && (
        <IconButton
          aria-label={`Move ${label} down`}
          disabled={place === of - 1}
          onClick={() => onMove(place + 1)}
        >
          <ArrowDown size={14} />
        </IconButton>
      )}
      <IconButton aria-label={`Take out ${label}`} onClick={onTakeOut}>
        <X size={14} />
      </IconButton>
    </li>
  );
}

/** Things that were chosen, in their order: each can be moved and taken out by mouse or keyboard. */
export function ChosenList({
  items,
  onChange,
  label,
}: {
  items: readonly ChosenItem[];
  onChange: (ids: string[]) => void;
  label: string;
}): ReactElement | null {
  const id = useId();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const ids = items.map((item) => item.id);
  const move = (from: number, to: number) => {
    const next = [...ids];
    const [moved] = next.splice(from, 1);
    if (moved) next.splice(to, 0, moved);
    onChange(next);
  };
  const dropped = ({ active, over }: DragEndEvent) => {
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
    if (from >= 0 && to >= 0 && from !== to) move(from, to);
  };
  if (items.length === 0) return null;
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={dragWords((each) => items.find((item) => item.id === each)?.label ?? '')}
      onDragEnd={dropped}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol className={styles.chosen} aria-label={label}>
          {items.map((item, place) => (
            <Item
              key={item.id}
              item={item}
              place={place}
              of={items.length}
              onMove={(to) => move(place, to)}
              onTakeOut={() => onChange(ids.filter((each) => each !== item.id))}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}
