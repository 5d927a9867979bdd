'use client';
import { Dialog } from '@mui/material';
import { Command } from 'cmdk';
import { useState, type KeyboardEvent, type ReactElement } from 'react';
import type { Destination, Destinations } from '../../contract/go-to';
import { useAsk } from '../use-ask';
import { Found } from '../found';
import { stations } from './stations';
import styles from './go-to.module.css';
import { useGoing } from '../../ui/going';

/** The workspaces that are called so, then what was found. */
function rowsFor(words: string, found: Destinations | undefined): Omit<Destination, 'sort'>[] {
  const places = stations.filter(({ label }) => label.toLowerCase().includes(words.trim().toLowerCase()));
  return [
    ...places.map(({ label, href }) => ({ label, detail: 'Workspace', href })),
    ...(found?.items ?? []),
  ];
}

/** Goes to any type, entry, listing or page by the words in its name, or in what it says. */
export function GoTo({ open, onClose }: { open: boolean; onClose: () => void }): ReactElement {
  const { go } = useGoing();
  const [words, setWords] = useState('');
  const [at, setAt] = useState('');
  const { data, isFetching, isPending, isPlaceholderData, refetch } = useAsk(
    'goTo',
    { query: words.trim() ? { q: words } : {} },
    { enabled: open },
  );
  // What is listed before the answer to these words comes is still of the words before.
  const listedForWords = !isPending && !isPlaceholderData;
  const rows = rowsFor(words, data).map((row) => ({
    ...row,
    // Told apart by the answer, so that what was first in the one before is never taken for a choice in this.
    value: `${listedForWords ? words.trim() : '…'} ${row.href}`,
  }));
  const first = rows[0]?.value ?? '';
  const chosen = rows.some(({ value }) => value === at) ? at : first;
  const goTo = (href: string) => {
    onClose();
    setWords('');
    go(href);
  };
  // Who types and presses Enter at once means what these words find, not what stood there before.
  const goWhenListed = async (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || event.nativeEvent.isComposing || listedForWords || chosen !== first) return;
    event.preventDefault();
    const [found] = rowsFor(words, (await refetch({ cancelRefetch: false })).data);
    if (found) goTo(found.href);
  };
  return (
    <Dialog
      open={open}
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      slotProps={{ paper: { 'aria-label': 'Go to' } }}
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start', pt: '8vh' } }}
    >
      <Command
        label="Go to"
        shouldFilter={false}
        loop
        value={chosen}
        onValueChange={setAt}
        onKeyDown={(event) => void goWhenListed(event)}
      >
        <Command.Input
          className={styles.input}
          autoFocus
          value={words}
          onValueChange={setWords}
          placeholder="A type, an entry, a listing, a page, or words that stand in one"
        />
        <Command.List className={styles.list} label="What there is">
          {rows.length === 0 && (
            <div className={styles.empty}>
              {isFetching ? 'Looking…' : 'Nothing is called so, and no text has these words.'}
            </div>
          )}
          {rows.map(({ label, detail, href, hit, value }) => (
            <Command.Item key={value} value={value} onSelect={() => goTo(href)} className={styles.item}>
              <span>{label || 'Without a name'}</span>
              <span>{detail}</span>
              {hit && (
                <span className={styles.hit}>
                  {hit.label}: <Found pieces={hit.pieces} />
                </span>
              )}
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}
