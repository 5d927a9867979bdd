'use client';
import { IconButton } from '@mui/material';
import { Redo2, Undo2 } from 'lucide-react';
import type { ReactElement, ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { State } from '../core/content/states';
import look from './look/look.module.css';
import { StateMark } from './marks';
import styles from './record-head.module.css';
import type { Draft, Kept } from './use-draft';

/** Where a browser takes back what was typed by itself. */
const TYPES_TEXT =
  'textarea, [contenteditable="true"], input:not([type="checkbox"], [type="radio"], [type="range"])';
const typesText = ({ target }: KeyboardEvent): boolean =>
  target instanceof Element && target.closest(TYPES_TEXT) !== null;

/**
 * The head of what is edited: its name, its state in words, what is saved and what is to fix, and all that can be done with
 * it. It stays in sight, and Ctrl+Z outside a text takes back the last thing done.
 */
export function RecordHead<A extends Kept>({
  eyebrow,
  title,
  state,
  seen,
  saved,
  toFix = 0,
  onFix,
  draft,
  mayChange,
  ways,
  children,
}: {
  eyebrow: ReactNode;
  title: string;
  state: State;
  /** What visitors see of it, in words. */
  seen: ReactNode;
  /** Whether all that was typed is saved, in words. */
  saved: ReactNode;
  /** How much is to fix, where that is told here. */
  toFix?: number;
  /** Leads to the first thing to fix. */
  onFix?: () => void;
  draft: Pick<Draft<A>, 'undo' | 'redo'>;
  mayChange: boolean;
  /** Links to where it is seen in another way. */
  ways?: ReactNode;
  /** What can be done with it. */
  children: ReactNode;
}): ReactElement {
  const { undo, redo } = draft;
  const keys = { enableOnFormTags: true, ignoreEventWhen: typesText, enabled: mayChange };
  useHotkeys('mod+z', (event) => (event.preventDefault(), undo?.()), keys);
  useHotkeys('mod+shift+z, mod+y', (event) => (event.preventDefault(), redo?.()), keys);
  return (
    <div className={`${look.heading} ${styles.head}`}>
      <div>
        <div className={look.eyebrow}>
          <span>{eyebrow}</span>
        </div>
        <h1>{title}</h1>
        <div className={styles.state}>
          <StateMark state={state} />
          <span className={look.pencil}>{seen}</span>
          <span className={look.pencil} role="status">
            {saved}
          </span>
          {toFix > 0 && (
            <button type="button" className={styles.fix} onClick={onFix}>
              {toFix} to fix
            </button>
          )}
          {ways && <span className={styles.ways}>{ways}</span>}
        </div>
      </div>
      <div className={`${look.acts} ${styles.acts}`}>
        {mayChange && (
          <span className={styles.steps}>
            <IconButton aria-label="Undo" title="Undo (Ctrl Z)" disabled={!undo} onClick={undo}>
              <Undo2 size={16} aria-hidden="true" />
            </IconButton>
            <IconButton aria-label="Redo" title="Redo (Ctrl Shift Z)" disabled={!redo} onClick={redo}>
              <Redo2 size={16} aria-hidden="true" />
            </IconButton>
          </span>
        )}
        {children}
      </div>
    </div>
  );
}
