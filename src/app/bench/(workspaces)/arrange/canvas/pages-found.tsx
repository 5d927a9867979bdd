'use client';
import { OutlinedInput } from '@mui/material';
import { useState, type ReactElement, type ReactNode } from 'react';
import type { PageOfType } from '../../../../../contract/pages';
import type { Id } from '../../../../../core/ids';
import { wordsOf } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import { Mono, Note } from '../../../../../ui/marks';
import { useAsk } from '../../../../../ui/use-ask';
import { usePaused } from '../../../../../ui/use-paused';
import styles from './canvas.module.css';

/** How many pages are listed; words find the others. */
const LISTED = 60;

/** Pages to choose from, found by words of their names or by how their addresses begin. */
export function PagesFound({
  types,
  except,
  told,
  choice,
}: {
  /** The keys of the types of which they may be. */
  types: readonly string[];
  /** The page that is none to choose. */
  except: Id;
  /** How many there are, in words; none too. */
  told: (found: number) => string;
  /** How one of them is chosen, with what it is called. */
  choice: (page: PageOfType, called: ReactNode) => ReactNode;
}): ReactElement {
  const [typed, setTyped] = useState('');
  const q = usePaused(typed.trim());
  const { data, error, isPlaceholderData } = useAsk('pagesByType', {
    query: { told: types.join(','), except, ...(q === '' ? {} : { q }) },
  });
  const isTold = data && !isPlaceholderData && q === typed.trim();
  const inWords = (found: number): string =>
    found === 0 && q !== ''
      ? 'No page is found so.'
      : `${told(found)}${found > LISTED ? `; the first ${LISTED} are shown` : ''}`;
  return (
    <>
      <OutlinedInput
        size="small"
        type="search"
        placeholder="Find a page by words of its name, or by its address from / on"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        slotProps={{ input: { 'aria-label': 'Find a page' } }}
      />
      {error ? (
        <Note sort="error" role="alert">
          {wordsOf(error)}
        </Note>
      ) : (
        <span className={`${look.pencil} ${look.small}`} role="status">
          {isTold ? inWords(data.found) : 'Pages are being looked for…'}
        </span>
      )}
      <ul className={styles.pages}>
        {data?.pages.slice(0, LISTED).map((page) => (
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
