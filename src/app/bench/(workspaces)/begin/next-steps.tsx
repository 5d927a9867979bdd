'use client';
import { useQueryClient } from '@tanstack/react-query';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { BeginAnswer, NextStepKey } from '../../../../contract/begin';
import { ask, wordsOf } from '../../../../ui/ask';
import { keptAs } from '../../../../ui/kept-as';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { useMay, usePerson } from '../../../../ui/shell/person';
import styles from './begin.module.css';

/** What each step is called, what it means, and where it is done. */
const told: Record<NextStepKey, { label: string; words: string; href: string }> = {
  types: { label: 'Types', words: 'what an entry is made of', href: '/bench/shape' },
  inForce: { label: 'In force', words: 'from then on editors can write', href: '/bench/shape/changes' },
  entry: { label: 'An entry', words: 'written and published', href: '/bench/write' },
  listing: { label: 'A listing', words: 'which entries, in what order, shown how', href: '/bench/map' },
  page: { label: 'A page', words: 'with an address visitors can go to', href: '/bench/arrange' },
  colleague: { label: 'A colleague', words: 'who fills in, who reviews', href: '/bench/people' },
};

/** What comes next, in the order of the job; it ticks itself off by what is truly there. */
export function NextSteps({ answer: { steps, away } }: { answer: BeginAnswer }): ReactElement {
  const person = usePerson();
  const client = useQueryClient();
  const mayPutAway = useMay('shape the model');
  const [problem, setProblem] = useState<string>();
  const put = async (next: boolean) => {
    setProblem(undefined);
    try {
      client.setQueryData(keptAs('beginning'), await ask('putStepsAway', { body: { away: next } }));
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <aside className={styles.steps} aria-label="In the order of the job">
      <Eyebrow>In the order of the job</Eyebrow>
      {!away && (
        <ol>
          <li className={styles.done}>
            <strong>You are here</strong>
            <span className={styles.about}>
              {person.name}, {person.role}
            </span>
          </li>
          {steps.map(({ key, done }) => (
            <li key={key} className={done ? styles.done : undefined}>
              <Link href={told[key].href}>
                <strong>{told[key].label}</strong>
              </Link>
              <span className={styles.about}>{told[key].words}</span>
              <span className={look.hidden}>{done ? 'Done.' : 'Still to do.'}</span>
            </li>
          ))}
        </ol>
      )}
      <p className={styles.note}>
        {away ? 'The list was put away. ' : 'It ticks itself off by what is truly there. '}
        {mayPutAway && (
          <Button size="small" onClick={() => void put(!away)}>
            {away ? 'Show it' : 'Put it away'}
          </Button>
        )}
      </p>
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
    </aside>
  );
}
