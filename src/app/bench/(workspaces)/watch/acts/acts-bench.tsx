'use client';
import { Button } from '@mui/material';
import dayjs from 'dayjs';
import { Fragment, useState, type ReactElement } from 'react';
import type { ActAnswer } from '../../../../../contract/acts';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { takeBack } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import styles from './acts.module.css';
import { Link } from '../../../../../ui/link';

const PAGE = 50;
/** What is worked on at a bench of its own. */
const opens: ReadonlySet<ActAnswer['first'][number]['sort']> = new Set([
  'entry',
  'page',
  'listing',
  'medium',
  'shared',
  'audience',
]);

/** Where a thing that an act changed is worked on; nothing where it has no place of its own. */
const hrefOf = ({ sort, id }: ActAnswer['first'][number]): string | undefined =>
  opens.has(sort)
    ? `/bench/open/${id}`
    : sort === 'starter'
      ? '/bench/arrange/starters'
      : sort === 'address'
        ? '/bench/release/addresses/by-hand'
        : undefined;

/** The first things that an act changed, by their names. */
function Things({ act: { first, things, why } }: { act: ActAnswer }): ReactElement {
  const named = first.filter(({ label }) => label);
  const more = things - named.length;
  return (
    <span className={styles.things}>
      {named.map((thing, i) => {
        const href = hrefOf(thing);
        return (
          <Fragment key={thing.id}>
            {i > 0 && ', '}
            {href === undefined ? thing.label : <Link href={href}>{thing.label}</Link>}
          </Fragment>
        );
      })}
      {more > 0 && named.length > 0 && ` and ${more} more`}
      {why && `: ${why}`}
    </span>
  );
}

function Act({ act }: { act: ActAnswer }): ReactElement {
  const [busy, setBusy] = useState(false);
  const words = `${act.by || 'The installation'} ${act.what}`;
  return (
    <li className={styles.row}>
      <time className={styles.time} dateTime={act.at}>
        {dayjs(act.at).format('HH:mm')}
      </time>
      <span>
        {words} <Things act={act} />
      </span>
      {act.canUndo && (
        <Button
          size="small"
          disabled={busy}
          aria-label={`Undo: ${words}`}
          onClick={() => {
            setBusy(true);
            void takeBack(act.id);
          }}
        >
          Undo
        </Button>
      )}
    </li>
  );
}

/** Acts under the days on which they were done. */
function Days({ acts }: { acts: readonly ActAnswer[] }): ReactElement {
  const days = new Map<string, ActAnswer[]>();
  for (const act of acts) {
    const day = dayjs(act.at).format('dddd, D MMMM YYYY');
    days.set(day, [...(days.get(day) ?? []), act]);
  }
  return (
    <>
      {[...days].map(([day, own]) => (
        <div key={day}>
          <h2 className={styles.day}>{day}</h2>
          <Frame label={day}>
            <ul>
              {own.map((act) => (
                <Act key={act.id} act={act} />
              ))}
            </ul>
          </Frame>
        </div>
      ))}
    </>
  );
}

/** Who did what, the newest first; each act can be taken back from here, also a day later. */
export function ActsBench(): ReactElement {
  const { data, error, isPending } = useAsk('acts', { query: { limit: PAGE } });
  const [older, setOlder] = useState<{ items: ActAnswer[]; next?: number | undefined }>();
  const [problem, setProblem] = useState<string>();
  const next = older ? older.next : data?.next;
  const more = async () => {
    try {
      const told = await ask('acts', {
        query: { limit: PAGE, ...(next === undefined ? {} : { before: next }) },
      });
      setOlder({ items: [...(older?.items ?? []), ...told.items], next: told.next });
    } catch (failed) {
      setProblem(wordsOf(failed));
    }
  };
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>At work</Eyebrow>
          <h1>Who did what</h1>
          <p className={look.pencil}>Undo takes back one act; what others changed since then stays.</p>
        </div>
      </div>
      {isPending && <p className={look.pencil}>Reading what was done.</p>}
      {(error || problem) && <p role="alert">{problem ?? wordsOf(error)}</p>}
      {data && data.items.length === 0 && (
        <div className={look.empty}>
          <strong>Nothing was done yet.</strong>
          <p>Whatever someone makes, changes or publishes stands here.</p>
        </div>
      )}
      {data && <Days acts={[...data.items, ...(older?.items ?? [])]} />}
      {next !== undefined && (
        <Button className={styles.more} onClick={() => void more()}>
          Earlier
        </Button>
      )}
    </>
  );
}
