'use client';
import { IconButton } from '@mui/material';
import { Redo2, Undo2 } from 'lucide-react';
import { memo, type ReactElement } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import styles from './steps.module.css';
import { typesWords } from './types-words';
import { useNewest } from './use-newest';

/** There a browser takes back what was typed by itself. */
const typesText = ({ target }: KeyboardEvent): boolean => target instanceof Element && typesWords(target);

/** What was done last in a form, to be taken back or done again; absent where there is none. */
export interface StepWays {
  undo: (() => void) | undefined;
  redo: (() => void) | undefined;
}

const StepButtons = memo(function StepButtons({
  mayUndo,
  mayRedo,
  onUndo,
  onRedo,
}: {
  mayUndo: boolean;
  mayRedo: boolean;
  onUndo: () => void;
  onRedo: () => void;
}): ReactElement {
  return (
    <span className={styles.steps}>
      <IconButton aria-label="Undo" title="Undo (Ctrl Z)" disabled={!mayUndo} onClick={onUndo}>
        <Undo2 size={16} aria-hidden="true" />
      </IconButton>
      <IconButton aria-label="Redo" title="Redo (Ctrl Shift Z)" disabled={!mayRedo} onClick={onRedo}>
        <Redo2 size={16} aria-hidden="true" />
      </IconButton>
    </span>
  );
});

/** Takes back the last thing done in a form, or does it again: by its buttons, and by Ctrl+Z outside a text. */
export function Steps({ undo, redo }: StepWays): ReactElement {
  const keys = { enableOnFormTags: true, ignoreEventWhen: typesText };
  useHotkeys('mod+z', (event) => (event.preventDefault(), undo?.()), keys);
  useHotkeys('mod+shift+z, mod+y', (event) => (event.preventDefault(), redo?.()), keys);
  return (
    <StepButtons
      mayUndo={undo !== undefined}
      mayRedo={redo !== undefined}
      onUndo={useNewest(() => undo?.())}
      onRedo={useNewest(() => redo?.())}
    />
  );
}
