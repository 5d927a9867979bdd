'use client';
import { Button, LinearProgress } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, type ReactElement } from 'react';
import { ask, wordsOf } from '../../../../ui/ask';
import { Frame } from '../../../../ui/frame';
import { Note } from '../../../../ui/marks';
import { useAsk } from '../../../../ui/use-ask';
import styles from './many.module.css';

/** How often (ms) it is asked how far it is. */
const SOON = 700;
const number = (n: number): string => n.toLocaleString('en');

/** How far a change of many is that goes on beside other work; a way to stop it, and to take it back once it is over. */
export function ManyGoes({
  work: id,
  act,
  what,
  onOver,
}: {
  work: string;
  /** The act that it is, where it can be taken back. */
  act: string | undefined;
  what: string;
  onOver: () => void;
}): ReactElement {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const [undone, setUndone] = useState(false);
  const { data, refetch } = useAsk('longWork', { query: { limit: 50 } });
  const work = data?.items.find((each) => each.id === id);
  const isOver = work !== undefined && work.state !== 'waiting' && work.state !== 'running';
  useEffect(() => {
    if (isOver) {
      void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'longWork' });
      return undefined;
    }
    const timer = setInterval(() => void refetch(), SOON);
    return () => clearInterval(timer);
  }, [isOver, client, refetch]);
  const attempt = async (doing: () => Promise<unknown>) => {
    setProblem(undefined);
    try {
      await doing();
      await client.invalidateQueries();
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  const { done = 0, total = 0, told, state } = work ?? {};
  const amount = total > 0 ? `${number(done)} of ${number(total)}` : 'Waits its turn';
  return (
    <Frame label="What is done to many">
      <div className={styles.bar}>
        <div className={styles.line} role="status">
          <b>{what}</b>
          <span>
            {!isOver
              ? amount
              : state === 'done'
                ? `Done: ${amount}.`
                : state === 'stopped'
                  ? `Stopped at ${amount}.`
                  : 'It failed.'}{' '}
            {told}
          </span>
        </div>
        {!isOver && total > 0 && (
          <LinearProgress
            variant="determinate"
            value={Math.min(100, (done / total) * 100)}
            aria-label={`${what}: ${amount}`}
          />
        )}
        <div className={styles.line}>
          {!isOver && (
            <Button onClick={() => void attempt(() => ask('stopLongWork', { path: { id } }))}>Stop</Button>
          )}
          {isOver && act !== undefined && !undone && (
            <Button
              onClick={() =>
                void attempt(async () => {
                  await ask('undoAct', { path: { id: act } });
                  setUndone(true);
                })
              }
            >
              Undo all of it
            </Button>
          )}
          {isOver && <Button onClick={onOver}>Close</Button>}
          {undone && <span>It is taken back, one after the other; see Watch, under Long work.</span>}
        </div>
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
      </div>
    </Frame>
  );
}
