'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import look from './look/look.module.css';

/** The ways between the pages of a table that is longer than one; each is called by what stands there. */
export function Paging({
  total,
  per,
  offset,
  onOffset,
  before,
  behind,
}: {
  total: number;
  /** How many stand on one page. */
  per: number;
  /** How many stand before those on this page. */
  offset: number;
  onOffset: (offset: number) => void;
  before: string;
  behind: string;
}): ReactElement | null {
  if (total <= per) return null;
  return (
    <div className={look.acts}>
      <Button disabled={offset === 0} onClick={() => onOffset(Math.max(0, offset - per))}>
        {before}
      </Button>
      <Button disabled={offset + per >= total} onClick={() => onOffset(offset + per)}>
        {behind}
      </Button>
    </div>
  );
}
