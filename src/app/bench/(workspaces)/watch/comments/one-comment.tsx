'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { CommentAnswer } from '../../../../../contract/comments';
import { commentBounds } from '../../../../../core/site/comments';
import { ask } from '../../../../../ui/ask';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { useMay } from '../../../../../ui/shell/person';
import { TextBox } from '../../../../../ui/text-box';
import type { Acting } from '../../../../../ui/use-acting';
import { When } from '../../../../../ui/when';
import { benches } from '../../../../../ui/where-worked-on';
import styles from './comments.module.css';

type State = CommentAnswer['state'];
type Writing = 'words' | 'answer' | 'erase';

/** What is offered of a comment in a state: where it may go from there, the likeliest first. */
const ways: Record<State, readonly { to: State; label: string; done: string }[]> = {
  held: [
    { to: 'shown', label: 'Show it', done: 'It is shown.' },
    { to: 'binned', label: 'Put it away', done: 'It is put away.' },
  ],
  shown: [
    { to: 'held', label: 'Hold it back', done: 'It waits again.' },
    { to: 'binned', label: 'Put it away', done: 'It is put away.' },
  ],
  binned: [
    { to: 'shown', label: 'Show it', done: 'It is shown.' },
    { to: 'held', label: 'Let it wait', done: 'It waits again.' },
  ],
};

/** One comment, with what can be done with it. `act` does something, tells it, and answers whether it was done. */
export function OneComment({
  comment: { id, revision, state, name, words, firstWords, at, isOwn, on, answers },
  act,
}: {
  comment: CommentAnswer;
  act: Acting;
}): ReactElement {
  const may = useMay('publish');
  const mayErase = useMay('keep people');
  const [writing, setWriting] = useState<Writing>();
  const [typed, setTyped] = useState('');
  const path = { id };
  const begin = (what: Writing, from: string) => {
    setTyped(from);
    setWriting(writing === what ? undefined : what);
  };
  const change = (body: { state?: State; words?: string }, done: string) =>
    act(() => ask('changeComment', { path, revision, body }), done);
  const keep = async () => {
    const isDone =
      writing === 'words'
        ? await change({ words: typed.trim() }, 'It is said in other words.')
        : await act(
            () => ask('replyToComment', { path, body: { words: typed.trim() } }),
            'It is answered, and shown.',
          );
    if (isDone) setWriting(undefined);
  };
  return (
    <li className={styles.one} aria-label={`${name}, on ${on.label}`}>
      <p className={styles.head}>
        <b>{name}</b>
        {isOwn && <span className={look.pencil}>works here</span>}
        <span className={look.pencil}>
          <When at={at} as="D MMM, HH:mm" />
        </span>
        <span className={look.pencil}>
          {answers === null ? 'on' : `answers ${answers} on`} {on.type}{' '}
          <Link href={benches[on.sort](on.id)}>{on.label}</Link>
        </span>
        {on.address !== null && (
          <a href={`${on.address}#comments`} target="_blank" rel="noreferrer">
            As a visitor
          </a>
        )}
      </p>
      <p className={styles.words}>{words}</p>
      {firstWords !== null && (
        <p className={`${styles.words} ${look.pencil}`}>
          <small>As it was written:</small> {firstWords}
        </p>
      )}
      {may && (
        <div className={look.acts}>
          {ways[state].map(({ to, label, done }, i) => (
            <Button
              key={to}
              size="small"
              {...(i === 0 && state === 'held' ? { variant: 'contained' as const } : {})}
              onClick={() => void change({ state: to }, done)}
            >
              {label}
            </Button>
          ))}
          <Button size="small" aria-expanded={writing === 'words'} onClick={() => begin('words', words)}>
            Say it in other words
          </Button>
          {firstWords !== null && (
            <Button
              size="small"
              onClick={() => void change({ words: firstWords }, 'It says again what was written.')}
            >
              As it was written
            </Button>
          )}
          {answers === null && (
            <Button size="small" aria-expanded={writing === 'answer'} onClick={() => begin('answer', '')}>
              Answer
            </Button>
          )}
          {mayErase && (
            <Button
              size="small"
              color="error"
              aria-expanded={writing === 'erase'}
              onClick={() => begin('erase', '')}
            >
              Erase…
            </Button>
          )}
        </div>
      )}
      {writing === 'erase' && (
        <div className={styles.writing}>
          <p>It goes for good, with what answers it. Nobody can bring it back.</p>
          <Button
            color="error"
            variant="contained"
            onClick={() => void act(() => ask('eraseComment', { path, revision }), 'It is erased.')}
          >
            Erase it
          </Button>
          <Button onClick={() => setWriting(undefined)}>Keep it</Button>
        </div>
      )}
      {(writing === 'words' || writing === 'answer') && (
        <div className={styles.writing}>
          <TextBox
            id={`${writing}-${id}`}
            label={writing === 'words' ? `What ${name} says` : `Your answer to ${name}`}
            value={typed}
            onChange={setTyped}
            multiline
            minRows={3}
            slotProps={{ input: { maxLength: commentBounds.words } }}
          />
          <Button
            variant="contained"
            disabled={!typed.trim() || typed.trim() === words}
            onClick={() => void keep()}
          >
            {writing === 'words' ? 'Say it so' : 'Answer it'}
          </Button>
          <Button onClick={() => setWriting(undefined)}>Leave it</Button>
        </div>
      )}
    </li>
  );
}
