'use client';
import { OutlinedInput } from '@mui/material';
import { useState, type ReactElement, type ReactNode } from 'react';
import type { TreePage } from '../../../../../contract/pages';
import look from '../../../../../ui/look/look.module.css';
import { Mono } from '../../../../../ui/marks';
import styles from './canvas.module.css';

/** How many pages are listed; words find the others. */
const LISTED = 60;

/** Pages to choose from, found by words of their names and addresses. */
export function PagesFound({
  pages,
  told,
  choice,
}: {
  /** Undefined until they are told. */
  pages: readonly TreePage[] | undefined;
  /** How many there are, in words. */
  told: (found: number) => string;
  /** How one of them is chosen, with what it is called. */
  choice: (page: TreePage, called: ReactNode) => ReactNode;
}): ReactElement {
  const [sought, setSought] = useState('');
  const words = sought.trim().toLowerCase();
  const found = (pages ?? []).filter(({ title, address }) =>
    `${title} ${address}`.toLowerCase().includes(words),
  );
  return (
    <>
      <OutlinedInput
        size="small"
        type="search"
        placeholder="Find a page by its name or address"
        value={sought}
        onChange={({ target }) => setSought(target.value)}
        slotProps={{ input: { 'aria-label': 'Find a page' } }}
      />
      <span className={`${look.pencil} ${look.small}`} role="status">
        {pages
          ? `${told(found.length)}${found.length > LISTED ? `; the first ${LISTED} are shown` : ''}`
          : 'Pages are being looked for…'}
      </span>
      <ul className={styles.pages}>
        {found.slice(0, LISTED).map((page) => (
          <li key={page.id}>
            {choice(
              page,
              <span>
                {page.title || 'Without a name'} <Mono>{page.address}</Mono>
              </span>,
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
