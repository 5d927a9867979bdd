'use client';
import { IconButton } from '@mui/material';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import type { ReactElement, ReactNode } from 'react';
import styles from './kinds.module.css';

/** Things that were chosen, in their order: each can be moved and taken out by mouse or keyboard. */
export function ChosenList({ items, onChange, label }: { items: readonly { id: string; label: string; mark?: ReactNode }[]; onChange: (ids: string[]) => void; label: string }): ReactElement | null {
  const ids = items.map(({ id }) => id);
  const move = (from: number, to: number) => {
    const next = [...ids];
    const [moved] = next.splice(from, 1);
    if (moved) next.splice(to, 0, moved);
    onChange(next);
  };
  if (items.length === 0) return null;
  return (
    <ol className={styles.chosen} aria-label={label}>
      {items.map(({ id, label: name, mark }, i) => (
        <li key={id}>
          {mark}<span>{name}</span>
          {items.length > 1 && <IconButton aria-label={`Move ${name} up`} disabled={i === 0} onClick={() => move(i, i - 1)}><ArrowUp size={14} /></IconButton>}
          {items.length > 1 && <IconButton aria-label={`Move ${name} down`} disabled={i === items.length - 1} onClick={() => move(i, i + 1)}><ArrowDown size={14} /></IconButton>}
          <IconButton aria-label={`Take out ${name}`} onClick={() => onChange(ids.filter((each) => each !== id))}><X size={14} /></IconButton>
        </li>
      ))}
    </ol>
  );
}
