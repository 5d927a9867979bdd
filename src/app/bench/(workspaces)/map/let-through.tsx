'use client';
import { Popover } from '@mui/material';
import { useState, type ReactElement } from 'react';
import styles from './map.module.css';

/** How many a condition lets through and how many it drops; on a press, some that are just out. */
export function LetThrough({
  passed,
  dropped,
  names,
}: {
  passed: number;
  dropped: number;
  names: readonly string[];
}): ReactElement {
  const [at, setAt] = useState<HTMLElement | null>(null);
  if (dropped <= 0 || names.length === 0) return <span>{passed}</span>;
  return (
    <>
      <button
        type="button"
        className={styles.gaps}
        aria-haspopup="dialog"
        aria-label={`${passed} left, ${dropped} just out`}
        onClick={(event) => setAt(event.currentTarget)}
      >
        {passed} <span className={styles.drops}>−{dropped}</span>
      </button>
      <Popover
        open={at !== null}
        anchorEl={at}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'Just out' } }}
      >
        <div className={styles.justout}>
          <p>Just out:</p>
          <ul>
            {names.map((name) => (
              <li key={name}>{name}</li>
            ))}
          </ul>
          {dropped > names.length && <p>and {dropped - names.length} more</p>}
        </div>
      </Popover>
    </>
  );
}
