'use client';
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  OutlinedInput,
  Select,
} from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useRef, useState, type ReactElement } from 'react';
import type { MediaAnswer } from '../../contract/media';
import type { MediaSort } from '../../core/content/known';
import { sendFile, wordsOf } from '../ask';
import { Note } from '../marks';
import { FOLDERS } from '../../core/model/media-type';
import { useAsk } from '../use-ask';
import { useMedia } from '../use-media';
import styles from './kinds.module.css';
import { Thumb } from './thumb';

/** The media there are, to choose one from, or to bring in another. */
export function MediaDrawer({
  accept,
  onClose,
  onChoose,
}: {
  accept: readonly MediaSort[];
  onClose: () => void;
  onChoose: (medium: MediaAnswer) => void;
}): ReactElement {
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const q = useDeferredValue(words.trim());
  const [only] = accept.length === 1 ? accept : [];
  const [folder, setFolder] = useState('');
  const {
    items: found,
    hasMore,
    isFetching,
    more,
  } = useMedia({ ...(q ? { q } : {}), ...(only ? { sort: only } : {}), ...(folder ? { folder } : {}) });
  const { data: folders } = useAsk('categories', { path: { id: FOLDERS } });
  const items = found?.filter(({ sort }) => accept.length === 0 || accept.includes(sort));
  const bring = async (chosen: File) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const made = await sendFile('addMedia', chosen, { name: chosen.name });
      void client.invalidateQueries({ queryKey: ['media'] });
      onChoose(made);
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="media-drawer">
      <DialogTitle id="media-drawer">Choose a medium</DialogTitle>
      <DialogContent>
        <div
          className={styles.drawertop}
          onDragOver={(event) => event.preventDefault()}
          onDrop={(event) => {
            event.preventDefault();
            const [dropped] = event.dataTransfer.files;
            if (dropped) void bring(dropped);
          }}
        >
          <OutlinedInput
            type="search"
            autoFocus
            value={words}
            placeholder="Find by name"
            onChange={({ target }) => setWords(target.value)}
            slotProps={{ input: { 'aria-label': 'Find by name' } }}
          />
          {folders && folders.items.length > 0 && (
            <Select
              displayEmpty
              value={folder}
              onChange={({ target }) => setFolder(target.value)}
              slotProps={{ input: { 'aria-label': 'Folder' } }}
            >
              <MenuItem value="">In every folder</MenuItem>
              {folders.items.map(({ id, label, depth }) => (
                <MenuItem key={id} value={id}>
                  {'\u2003'.repeat(depth)}
                  {label}
                </MenuItem>
              ))}
              <MenuItem value="none">In no folder</MenuItem>
            </Select>
          )}
          <Button disabled={busy} onClick={() => file.current?.click()}>
            {busy ? 'Bringing it in…' : 'Bring in a file'}
          </Button>
          <input
            ref={file}
            type="file"
            hidden
            aria-label="File to bring in"
            onChange={({ target }) => {
              const [chosen] = target.files ?? [];
              if (chosen) void bring(chosen);
              target.value = '';
            }}
          />
        </div>
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
        {!items ? (
          <p role="status">Looking…</p>
        ) : items.length === 0 ? (
          <p className={styles.none}>
            {q || folder
              ? 'Nothing here is like that.'
              : 'Nothing here yet. Bring in a file, or drop one on the line above.'}
          </p>
        ) : (
          <ul className={styles.gallery}>
            {items.map((medium) => (
              <li key={medium.id}>
                <button type="button" onClick={() => onChoose(medium)}>
                  <Thumb medium={medium} size={140} />
                  <span>{medium.label}</span>
                </button>
              </li>
            ))}
          </ul>
        )}
        {hasMore && (
          <Button disabled={isFetching} onClick={more}>
            Show more
          </Button>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
