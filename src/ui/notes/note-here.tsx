'use client';
import type { MouseEvent, ReactElement } from 'react';
import styles from './notes.module.css';

/** The words that are chosen within an element: in one of its boxes, or in its text. */
function chosenIn(row: Element | null): string {
  const active = document.activeElement;
  if (!row || !active || !row.contains(active)) return '';
  if (active instanceof HTMLTextAreaElement || (active instanceof HTMLInputElement && active.type === 'text'))
    return active.value.slice(active.selectionStart ?? 0, active.selectionEnd ?? 0);
  return window.getSelection()?.toString() ?? '';
}

/** How many notes stand at a field; pressed, one is begun there, about the words that are chosen in it. */
export function NoteHere({
  label,
  notes,
  onNote,
}: {
  label: string;
  notes: number;
  onNote: (quote: string) => void;
}): ReactElement {
  const words = notes === 0 ? 'Note' : notes === 1 ? '1 note' : `${notes} notes`;
  return (
    <button
      type="button"
      className={notes > 0 ? styles.chip : `${styles.chip} ${styles.quiet}`}
      aria-label={notes > 0 ? `${words} at ${label}` : `Write a note at ${label}`}
      // What is chosen in the field stays chosen.
      onMouseDown={(event: MouseEvent) => event.preventDefault()}
      onClick={({ currentTarget }) => onNote(chosenIn(currentTarget.parentElement).slice(0, 300))}
    >
      {words}
    </button>
  );
}
