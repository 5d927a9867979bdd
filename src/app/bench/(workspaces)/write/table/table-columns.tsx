'use client';
import { Button, IconButton, Popover } from '@mui/material';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { MOST_COLUMNS } from '../../../../../core/content/table-look';
import { moved } from '../../../../../ui/moved';
import type { OwnTableLook } from './use-own-table';
import styles from './table-columns.module.css';

/** Which columns a table shows, and in which order: chosen by each person, and remembered for them. */
export function TableColumns({
  look: { columns, setColumns: put },
  offered,
}: {
  look: OwnTableLook;
  /** Every column that it may show. */
  offered: readonly { key: string; label: string }[];
}): ReactElement {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const others = offered.filter(({ key }) => !columns.includes(key));
  const move = (from: number, by: -1 | 1) => put(moved(columns, from, from + by));
  return (
    <>
      <Button
        aria-haspopup="dialog"
        startIcon={<Columns3 size={15} aria-hidden="true" />}
        onClick={({ currentTarget }) => setAt(currentTarget)}
      >
        Columns
      </Button>
      <Popover
        open={at !== null}
        anchorEl={at}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'Columns of this table' } }}
      >
        <div className={styles.sheet}>
          <ol aria-label="Shown, in their order">
            {columns.map((key, i) => {
              const label = offered.find((each) => each.key === key)?.label ?? key;
              return (
                <li key={key}>
                  <label>
                    <input
                      type="checkbox"
                      checked
                      onChange={() => put(columns.filter((each) => each !== key))}
                    />
                    {label}
                  </label>
                  <IconButton
                    aria-label={`Move ${label} left`}
                    disabled={i === 0}
                    onClick={() => move(i, -1)}
                  >
                    <ArrowUp size={14} />
                  </IconButton>
                  <IconButton
                    aria-label={`Move ${label} right`}
                    disabled={i === columns.length - 1}
                    onClick={() => move(i, 1)}
                  >
                    <ArrowDown size={14} />
                  </IconButton>
                </li>
              );
            })}
          </ol>
          {others.length > 0 && (
            <ul aria-label="Not shown">
              {others.map(({ key, label }) => (
                <li key={key}>
                  <label>
                    <input
                      type="checkbox"
                      checked={false}
                      disabled={columns.length >= MOST_COLUMNS}
                      onChange={() => put([...columns, key])}
                    />
                    {label}
                  </label>
                </li>
              ))}
            </ul>
          )}
        </div>
      </Popover>
    </>
  );
}
