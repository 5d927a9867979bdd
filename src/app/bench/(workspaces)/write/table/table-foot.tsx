'use client';
import { Button, MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import { countedInWords, type Counted } from './counted';
import { rowCounts } from './table-question';
import styles from './table.module.css';
import type { Pages } from './use-pages';

/** Which of the rows are on the screen, how many a page has, and the ways to the pages before and behind. */
export function TableFoot({
  pages,
  limit,
  shown,
  total,
  next,
  onLimit,
}: {
  pages: Pages;
  limit: number;
  shown: number;
  total: Counted;
  next: string | undefined;
  onLimit: (rows: string) => void;
}): ReactElement {
  const first = pages.before * limit + 1;
  return (
    <div className={styles.foot}>
      <span>
        {first.toLocaleString('en')} to {(first + shown - 1).toLocaleString('en')} of {countedInWords(total)}
      </span>
      <div>
        <Select
          value={limit}
          onChange={({ target }) => onLimit(String(target.value))}
          slotProps={{ input: { 'aria-label': 'Rows a page' } }}
        >
          {rowCounts.map((n) => (
            <MenuItem key={n} value={n}>
              {n} rows
            </MenuItem>
          ))}
        </Select>
        <Button disabled={pages.before === 0} onClick={pages.back}>
          Page before
        </Button>
        <Button disabled={next === undefined} onClick={() => next !== undefined && pages.on(next)}>
          Next page
        </Button>
      </div>
    </div>
  );
}
