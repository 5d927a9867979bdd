'use client';
import { Button, LinearProgress } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useEffect, useRef, useState, type ReactElement } from 'react';
import type { LongWorkAnswer, WorkAnswer, WorkState } from '../../../../../contract/long-work';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { useAsk } from '../../../../../ui/use-ask';
import styles from './work.module.css';

const PAGE = 50;
/** How often (ms) it is asked how far things are: while something goes on, and else. */
const SOON = 1000;
const LATER = 15_000;

const number = (n: number): string => n.toLocaleString('en');

/** Words for how it stands. */
function stateWords({ state, stopping, due, ended, tries, told }: WorkAnswer): string {
  const when = (moment: string | undefined): string => dayjs(moment).format('D MMM, HH:mm');
  const words: Record<WorkState, () => string> = {
    waiting: () =>
      due === undefined ? 'Waits its turn' : `${told && tries > 0 ? 'Next try' : 'Due'} ${when(due)}`,
    running: () => (stopping ? 'Stops after this step' : 'Under way'),
    done: () => `Done ${when(ended)}`,
    failed: () => `Failed ${when(ended)}`,
    stopped: () => `Stopped ${when(ended)}`,
  };
  return words[state]();
}

const isOpen = ({ state }: WorkAnswer): boolean => state === 'waiting' || state === 'running';

function howMuch({ done, total }: WorkAnswer): string | undefined {
  if (total === undefined || total < 2) return undefined;
  return `${number(done)} of ${number(total)}`;
}

function Work({
  work,
  act,
}: {
  work: WorkAnswer;
  act: (name: 'stopLongWork' | 'tryLongWorkAgain', work: WorkAnswer) => Promise<void>;
}): ReactElement {
  const [busy, setBusy] = useState(false);
  const amount = howMuch(work);
  const go = (name: 'stopLongWork' | 'tryLongWorkAgain') => {
    setBusy(true);
    void act(name, work).finally(() => setBusy(false));
  };
  return (
    <li className={styles.row}>
      <div className={styles.what}>
        <b>{work.what}</b>
        <span className={look.pencil}>
          {work.by && `${work.by}, `}
          {dayjs(work.at).format('D MMM, HH:mm')}
        </span>
        {work.told && <p className={work.state === 'failed' ? styles.failed : look.pencil}>{work.told}</p>}
      </div>
      <div className={styles.state}>
        <span className={work.state === 'failed' ? styles.failed : undefined}>{stateWords(work)}</span>
        {amount && <span className={look.mono}>{amount}</span>}
        {work.state === 'running' && work.total !== undefined && work.total > 1 && (
          <LinearProgress
            variant="determinate"
            value={Math.min(100, (work.done / work.total) * 100)}
            aria-label={`${work.what}: ${amount ?? ''}`}
          />
        )}
      </div>
      <div className={styles.acts}>
        {isOpen(work) && !work.stopping && (
          <Button
            size="small"
            disabled={busy}
            aria-label={`Stop: ${work.what}`}
            onClick={() => go('stopLongWork')}
          >
            Stop
          </Button>
        )}
        {work.state === 'failed' && (
          <Button
            size="small"
            disabled={busy}
            aria-label={`Try again: ${work.what}`}
            onClick={() => go('tryLongWorkAgain')}
          >
            Try again
          </Button>
        )}
      </div>
    </li>
  );
}

function Works({
  title,
  works,
  act,
}: {
  title: string;
  works: readonly WorkAnswer[];
  act: (name: 'stopLongWork' | 'tryLongWorkAgain', work: WorkAnswer) => Promise<void>;
}): ReactElement | null {
  if (works.length === 0) return null;
  return (
    <div>
      <h2 className={styles.title}>{title}</h2>
      <Frame label={title}>
        <ul>
          {works.map((work) => (
            <Work key={work.id} work={work} act={act} />
          ))}
        </ul>
      </Frame>
    </div>
  );
}

/** What takes longer than a moment, or is due at a time: how far it is, what failed and why, and a way to stop it. */
export function WorkBench(): ReactElement {
  const client = useQueryClient();
  const { data, error, isPending, refetch } = useAsk('longWork', { query: { limit: PAGE } });
  const [older, setOlder] = useState<Pick<LongWorkAnswer, 'items' | 'next'>>();
  const [problem, setProblem] = useState<string>();
  const open = data?.open ?? 0;
  const before = useRef(open);
  useEffect(() => {
    const again = setInterval(() => void refetch(), open > 0 ? SOON : LATER);
    return () => clearInterval(again);
  }, [open, refetch]);
  useEffect(() => {
    // What ended may have changed what every other screen shows.
    if (open < before.current)
      void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'longWork' });
    before.current = open;
  }, [open, client]);
  const next = older ? older.next : data?.next;
  const tried = async (doing: () => Promise<unknown>) => {
    setProblem(undefined);
    try {
      await doing();
    } catch (failed) {
      setProblem(wordsOf(failed));
    }
  };
  const act = (name: 'stopLongWork' | 'tryLongWorkAgain', { id }: WorkAnswer) =>
    tried(async () => {
      await ask(name, { path: { id } });
      await refetch();
    });
  const more = () =>
    tried(async () => {
      const told = await ask('longWork', {
        query: { limit: PAGE, ...(next === undefined ? {} : { before: next }) },
      });
      setOlder({
        items: [...(older?.items ?? []), ...told.items],
        ...(told.next === undefined ? {} : { next: told.next }),
      });
    });
  const works = [...(data?.items ?? []), ...(older?.items ?? [])];
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>At work</Eyebrow>
          <h1>Long work</h1>
          <p className={look.pencil}>
            It goes on when you leave this screen, and after a restart where it was. Stopping leaves what is
            done so far.
          </p>
        </div>
      </div>
      {isPending && <p className={look.pencil}>Reading what is under way.</p>}
      {(error || problem) && <p role="alert">{problem ?? wordsOf(error)}</p>}
      {data && works.length === 0 && (
        <div className={look.empty}>
          <strong>Nothing is under way.</strong>
          <p>Letters, large acts that are taken back, and counting after a change of the model stand here.</p>
        </div>
      )}
      {data && (
        <>
          <Works title="Under way" works={works.filter(isOpen)} act={act} />
          <Works title="Over" works={works.filter((work) => !isOpen(work))} act={act} />
        </>
      )}
      {next !== undefined && (
        <Button className={styles.more} onClick={() => void more()}>
          Earlier
        </Button>
      )}
    </>
  );
}
