'use client';
import { IconButton } from '@mui/material';
import { X } from 'lucide-react';
import type { ReactElement, ReactNode } from 'react';
import styles from './kinds.module.css';
import { moved } from '../moved';
import { MoveButtons, SortedItems, useSortedItem } from './sorted-items';

interface ChosenItem {
  id: string;
  label: string;
  mark?: ReactNode;
  /** What is told of it below its name. */
  more?: ReactNode;
}

interface ItemProps {
  item: ChosenItem;
  place: number;
  of: number;
  onMove: (to: number) => void;
  onTakeOut: () => void;
}

/** One chosen thing. It is dragged by its grip; its buttons move it by keyboard. */
function Item({ item: { id, label, mark, more }, place, of, onMove, onTakeOut }: ItemProps): ReactElement {
  const { place: at, grip } = useSortedItem(id);
  return (
    <li {...at}>
      {of > 1 && grip}
      {mark}
      <span className={styles.chosenwords}>
        {label}
        {more}
      </span>
      {of > 1 && (
        <MoveButtons
          name={label}
          isFirst={place === 0}
          isLast={place === of - 1}
          onStep={(step) => onMove(place + step)}
        />
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
  const ids = items.map((item) => item.id);
  const move = (from: number, to: number) => onChange(moved(ids, from, to));
  if (items.length === 0) return null;
  return (
    <SortedItems
      ids={ids}
      nameOf={(each) => items.find((item) => item.id === each)?.label ?? ''}
      onMove={(id, over) => move(ids.indexOf(id), ids.indexOf(over))}
    >
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
    </SortedItems>
  );
}
