'use client';
import { LinearProgress } from '@mui/material';
import type { ReactElement } from 'react';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import styles from '../shape.module.css';
import type { Trial } from './use-trial';

const counted = (n: number) => n.toLocaleString('en');

/** The rows of a file that are refused, with why: the first of them. */
export function Refused({
  refused,
  count,
}: {
  refused: Trial['refused'];
  count: number;
}): ReactElement | null {
  if (refused.length === 0) return null;
  return (
    <ul className={styles.refused}>
      {refused.map(({ row, words }) => (
        <li key={row}>
          Row {counted(row)}: {words}
        </li>
      ))}
      {count > refused.length && <li>…and {counted(count - refused.length)} more.</li>}
    </ul>
  );
}

/** What the rows would come to, once they were tried; until then how far that is. */
export function TrialWords({
  trial: { counts, toFix, refused, done, share, problem },
  rows,
  known,
}: {
  trial: Trial;
  rows: number;
  /** Whether it is known yet what the names in the file mean. */
  known: boolean;
}): ReactElement {
  if (problem !== undefined) return <Note sort="error">{problem}</Note>;
  if (!done)
    return (
      <div role="status" className={`${look.small} ${styles.trying}`}>
        <LinearProgress variant="determinate" value={share * 100} aria-label="Rows tried" />
        {known
          ? `The ${counted(rows)} rows are tried; nothing is made yet.`
          : 'The names are looked up first.'}
      </div>
    );
  const told: [number, string][] = [
    [counts.new, 'new'],
    [counts.changed, 'changed'],
    [counts.same, 'the same already'],
    [counts.refused, 'refused'],
  ];
  return (
    <div role="status">
      <div className={styles.comes}>
        {told.map(([n, words]) => (
          <span key={words} data-none={n === 0}>
            <b>{counted(n)}</b> {words}
          </span>
        ))}
      </div>
      {toFix > 0 && (
        <p className={`${look.pencil} ${look.small}`}>
          {counted(toFix)} {toFix === 1 ? 'has' : 'have'} something to fix, and{' '}
          {toFix === 1 ? 'stays a draft' : 'stay drafts'}.
        </p>
      )}
      <Refused refused={refused} count={counts.refused} />
    </div>
  );
}
