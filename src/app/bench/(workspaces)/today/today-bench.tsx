'use client';
import { Button } from '@mui/material';
import { useEffect, type ReactElement, type ReactNode } from 'react';
import type { ThingToSee, TodayAnswer } from '../../../../contract/review';
import { ask } from '../../../../ui/ask';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../ui/marks';
import { momentInWords } from '../../../../ui/seen-in-words';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useMay, usePerson } from '../../../../ui/shell/person';
import { Workspace } from '../../../../ui/shell/workspace';
import { ThingsToSee } from '../../../../ui/things-to-see';
import { useAsk } from '../../../../ui/use-ask';
import { When } from '../../../../ui/when';
import styles from './today.module.css';

interface Part {
  key: keyof Omit<TodayAnswer, 'waiting'>;
  title: string;
  /** What stands at the end of each row. */
  endOf?: (thing: ThingToSee) => ReactNode;
  compared?: boolean;
}

const since = ({ at }: ThingToSee): ReactNode => (
  <>
    since <When at={at} as="D MMM" />
  </>
);

const parts: readonly Part[] = [
  { key: 'given', title: 'Given to you' },
  { key: 'back', title: 'Given back to you', compared: true },
  { key: 'waits', title: 'Waits for your review', compared: true },
  { key: 'broken', title: 'Broke since you last looked', endOf: since },
  {
    key: 'soon',
    title: 'Goes out or comes down soon',
    endOf: ({ goes, at }) => `${goes === 'down' ? 'comes down' : 'goes out'} ${momentInWords(at)}`,
  },
  { key: 'faulty', title: 'Out, with something to fix', endOf: since },
  { key: 'mine', title: 'Yours, and not out yet' },
  { key: 'open', title: 'What else you worked on last' },
];

/** What the one who is signed in is to see to, before anything else. */
export function TodayBench({ initial }: { initial: TodayAnswer }): ReactElement {
  const { name } = usePerson();
  const { data = initial } = useAsk('today', {}, { initial });
  const writes = useMay('write entries');
  useEffect(() => {
    // It tells only what is new the next time; whether it came through does not matter now.
    ask('looked').catch(() => {});
  }, []);
  const shown = parts.filter(({ key }) => data[key].length > 0);
  return (
    <Workspace
      outlineLabel="Today"
      outline={
        <OutlineGroup title="Today">
          {parts.map(({ key, title }) => (
            <OutlineRow
              key={key}
              label={title}
              end={key === 'waits' ? data.waiting : data[key].length}
              onClick={() => document.getElementById(`today-${key}`)?.scrollIntoView({ block: 'start' })}
            />
          ))}
        </OutlineGroup>
      }
    >
      <div className={look.heading}>
        <div>
          <Eyebrow>{name}</Eyebrow>
          <h1>Today</h1>
          <p className={look.pencil}>What is yours to see to, what waits for you, and where you were.</p>
        </div>
        <div className={look.acts}>
          {data.waiting > data.waits.length && (
            <Button component={Link} href="/bench/release">
              All {data.waiting} that wait
            </Button>
          )}
        </div>
      </div>
      {shown.length === 0 && (
        <div className={look.empty}>
          <strong>Nothing waits for you.</strong>
          <p>
            What is given to you, sent back to you or changed by you stands here.
            {writes && ' Begin in Write, or in Arrange.'}
          </p>
        </div>
      )}
      {shown.map(({ key, title, endOf, compared }) => (
        <section key={key} id={`today-${key}`} className={styles.part} aria-labelledby={`today-${key}-name`}>
          <h2 id={`today-${key}-name`}>{title}</h2>
          <ThingsToSee things={data[key]} {...(compared ? { compared } : {})} {...(endOf ? { endOf } : {})} />
        </section>
      ))}
    </Workspace>
  );
}
