'use client';
import { Button, MenuItem, OutlinedInput, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { memo, useState, type FormEvent, type ReactElement } from 'react';
import type { NoteAnswer } from '../../contract/review';
import { placeInWords, type PlaceScope, type VersionContent } from '../../core/content/versions';
import { pointer } from '../../core/faults';
import { ask, wordsOf } from '../ask';
import { Labelled } from '../labelled';
import { Eyebrow, Note } from '../marks';
import { useAsk } from '../use-ask';
import { When } from '../when';
import { GivenTo } from './given-to';
import styles from './notes.module.css';

/** What a note is about, in words. */
function aboutWords(note: NoteAnswer, scope: PlaceScope, content: VersionContent): string {
  const place = note.path === '' ? '' : placeInWords(note.path, scope, [content]).way.join(' › ');
  return [place || 'All of it', note.quote ? `“${note.quote}”` : ''].filter(Boolean).join(' · ');
}

function Said({ by, at, words }: { by: string; at: string; words: string }): ReactElement {
  return (
    <p className={styles.said}>
      <b>{by}</b> {words}{' '}
      <small>
        <When at={at} as="D MMM, HH:mm" />
      </small>
    </p>
  );
}

function OneNote({
  note,
  about,
  busy,
  act,
}: {
  note: NoteAnswer;
  about: string;
  busy: boolean;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}): ReactElement {
  const [answering, setAnswering] = useState(false);
  const [words, setWords] = useState('');
  const settled = note.settledBy !== undefined;
  const path = { id: note.id };
  const answer = async (event: FormEvent) => {
    event.preventDefault();
    if (await act(() => ask('answerNote', { path, body: { words } }))) {
      setWords('');
      setAnswering(false);
    }
  };
  return (
    <li className={styles.note} data-settled={settled}>
      <div className={styles.about}>{settled ? `${about} · settled by ${note.settledBy}` : about}</div>
      <Said {...note} />
      {note.answers.map((each) => (
        <Said key={each.id} {...each} />
      ))}
      {answering && (
        <form onSubmit={(event) => void answer(event)}>
          <OutlinedInput
            fullWidth
            multiline
            autoFocus
            value={words}
            inputProps={{ 'aria-label': 'Your answer', maxLength: 2000 }}
            onChange={({ target }) => setWords(target.value)}
          />
          <Button type="submit" size="small" disabled={busy || words.trim() === ''}>
            Answer
          </Button>
        </form>
      )}
      <div className={styles.acts}>
        <button
          type="button"
          disabled={busy}
          onClick={() => void act(() => ask('settleNote', { path, body: { settled: !settled } }))}
        >
          {settled ? 'Open it again' : 'Settle'}
        </button>
        {!settled && !answering && (
          <button type="button" onClick={() => setAnswering(true)}>
            Answer
          </button>
        )}
      </div>
    </li>
  );
}

/** Where a note is about to be written. */
export interface NoteAt {
  path: string;
  quote: string;
}

/**
 * The notes at a record: what reviewers and colleagues wrote at it, a field, a block or some words, with
 * answers; those that are settled stay. And to whom it is given.
 */
export const NotesPanel = memo(function NotesPanel({
  record,
  scope,
  content,
  at,
  onAt,
}: {
  record: string;
  scope: PlaceScope;
  /** What the record says now, in which places are found. */
  content: VersionContent;
  /** Where a note is being written; nothing while none is. */
  at: NoteAt | undefined;
  onAt: (at: NoteAt | undefined) => void;
}): ReactElement {
  const client = useQueryClient();
  const { data } = useAsk('notes', { path: { id: record } });
  const [words, setWords] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const act = async (work: () => Promise<unknown>): Promise<boolean> => {
    setBusy(true);
    setProblem(undefined);
    try {
      await work();
      await client.invalidateQueries({
        predicate: ({ queryKey }) => ['notes', 'today', 'waiting'].includes(String(queryKey[0])),
      });
      return true;
    } catch (error) {
      setProblem(wordsOf(error));
      return false;
    } finally {
      setBusy(false);
    }
  };
  const write = async (event: FormEvent) => {
    event.preventDefault();
    if (!at) return;
    const { path, quote } = at;
    const body = { path, words, ...(quote ? { quote } : {}) };
    if (await act(() => ask('addNote', { path: { id: record }, body }))) {
      setWords('');
      onAt(undefined);
    }
  };
  const places = scope.fields.map(({ key, label }) => [pointer('', 'values', key), label] as const);
  const chosen = at?.path ?? '';
  const open = data?.items.filter(({ settledBy }) => settledBy === undefined) ?? [];
  const settled = data?.items.filter(({ settledBy }) => settledBy !== undefined) ?? [];
  return (
    <section className={styles.panel} aria-label="Notes" id="notes">
      <Eyebrow end={open.length > 0 ? open.length : undefined}>Notes</Eyebrow>
      <ul>
        {[...open, ...settled].map((note) => (
          <OneNote key={note.id} note={note} about={aboutWords(note, scope, content)} busy={busy} act={act} />
        ))}
      </ul>
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {at ? (
        <form className={styles.fresh} onSubmit={(event) => void write(event)}>
          <Labelled id="note-about" label="About">
            <Select
              id="note-about"
              fullWidth
              value={chosen}
              onChange={({ target }) => onAt({ path: target.value, quote: '' })}
              slotProps={{ input: { 'aria-label': 'What the note is about' } }}
            >
              <MenuItem value="">All of it</MenuItem>
              {places.map(([path, label]) => (
                <MenuItem key={path} value={path}>
                  {label}
                </MenuItem>
              ))}
              {chosen !== '' && !places.some(([path]) => path === chosen) && (
                <MenuItem value={chosen}>{placeInWords(chosen, scope, [content]).way.join(' › ')}</MenuItem>
              )}
            </Select>
          </Labelled>
          {at.quote && <p className={styles.about}>“{at.quote}”</p>}
          <OutlinedInput
            fullWidth
            multiline
            minRows={2}
            autoFocus
            value={words}
            inputProps={{ 'aria-label': 'The note', maxLength: 2000 }}
            onChange={({ target }) => setWords(target.value)}
          />
          <div className={styles.buttons}>
            <Button type="submit" variant="contained" size="small" disabled={busy || words.trim() === ''}>
              Write it
            </Button>
            <Button size="small" onClick={() => onAt(undefined)}>
              Leave it
            </Button>
          </div>
        </form>
      ) : (
        <Button size="small" onClick={() => onAt({ path: '', quote: '' })}>
          Write a note
        </Button>
      )}
      <GivenTo record={record} given={data?.given} busy={busy} act={act} />
    </section>
  );
});
