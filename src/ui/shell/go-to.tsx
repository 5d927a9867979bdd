'use client';
import { Dialog } from '@mui/material';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import { useAsk } from '../use-ask';
import { Found } from '../found';
import { stations } from './stations';
import styles from './go-to.module.css';

/** Goes to any type, entry, listing or page by the words in its name, or in what it says. */
export function GoTo({ open, onClose }: { open: boolean; onClose: () => void }): ReactElement {
  const router = useRouter();
  const [words, setWords] = useState('');
  const [at, setAt] = useState('');
  const { data, isFetching } = useAsk('goTo', { query: words.trim() ? { q: words } : {} }, { enabled: open });
  const places = stations.filter(({ label }) => label.toLowerCase().includes(words.trim().toLowerCase()));
  const go = (href: string) => {
    onClose();
    setWords('');
    router.push(href);
  };
  const rows = [
    ...places.map(({ label, href }) => ({ label, detail: 'Workspace', href, hit: undefined })),
    ...(data?.items ?? []),
  ];
  // Where what was chosen is no longer in the list, Enter takes the first.
  const chosen = rows.some(({ href }) => href === at) ? at : (rows[0]?.href ?? '');
  return (
    <Dialog
      open={open}
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      slotProps={{ paper: { 'aria-label': 'Go to' } }}
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start', pt: '8vh' } }}
    >
      <Command label="Go to" shouldFilter={false} loop value={chosen} onValueChange={setAt}>
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
          {rows.map(({ label, detail, href, hit }) => (
            <Command.Item key={href} value={href} onSelect={go} className={styles.item}>
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
