'use client';
import { Popover } from '@mui/material';
import { useState, type ReactElement, type ReactNode } from 'react';
import look from './look/look.module.css';
import styles from './chip.module.css';

interface Props {
  /** What it says; where nothing is chosen, what could be. */
  words: string;
  /** Whether nothing is chosen, and need not be. */
  none?: boolean;
  /** What it says it about, for those who hear it alone. */
  label?: string;
  /** Whether something is still to be chosen. */
  open?: boolean;
  disabled: boolean;
  title?: string;
  /** What it is at work in, for what is looked at: "feeds this one". */
  marked?: string | undefined;
}

/** A value in a sentence, that opens what changes it. Where it may not be changed, it is words. */
export function Chip({
  words,
  label,
  none = false,
  open = false,
  disabled,
  title,
  marked,
  opens,
  onOpen,
}: Props & { opens: 'menu' | 'dialog'; onOpen: (anchor: HTMLElement) => void }): ReactElement | null {
  const shared = { className: styles.chip, title, 'data-marked': marked === undefined ? undefined : true };
  if (disabled)
    return none ? null : (
      <span {...shared} data-fixed>
        {words}
      </span>
    );
  return (
    <button
      {...shared}
      type="button"
      data-open={open || undefined}
      data-none={none || undefined}
      aria-haspopup={opens}
      onClick={(event) => onOpen(event.currentTarget)}
    >
      {label !== undefined && label !== words && <span className={look.hidden}>{label}: </span>}
      {words}
      {marked !== undefined && <span className={look.hidden}>, {marked}</span>}
    </button>
  );
}

/** A value in a sentence that is changed in a small sheet beside it. */
export function ChipSheet({
  startsOpen = false,
  wide = false,
  children,
  label,
  ...chip
}: Props & {
  label: string;
  /** Whether the sheet is open from the first: what was just added is filled in at once. */
  startsOpen?: boolean;
  wide?: boolean;
  children: ReactNode;
}): ReactElement {
  const [open, setOpen] = useState(startsOpen && !chip.disabled);
  const [holder, setHolder] = useState<HTMLSpanElement | null>(null);
  return (
    <span ref={setHolder} className={styles.holder}>
      <Chip {...chip} label={label} opens="dialog" onOpen={() => setOpen(true)} />
      <Popover
        open={open && holder !== null}
        anchorEl={holder}
        onClose={() => setOpen(false)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{
          paper: {
            role: 'dialog',
            'aria-label': label,
            className: `${styles.sheet} ${wide ? styles.wide : ''}`,
          },
        }}
      >
        {children}
      </Popover>
    </span>
  );
}
