'use client';
import type { ReactElement } from 'react';
import type { EntryRow } from '../../../../../contract/entries';
import { StateMark } from '../../../../../ui/marks';
import { dayInWords } from '../../../../../ui/notes/given-to';
import styles from './table.module.css';

/** The state of a row, whether it changed since it was published, and to whom it is given. */
export function RowState({
  row: { state, differs, given },
}: {
  row: Pick<EntryRow, 'state' | 'differs' | 'given'>;
}): ReactElement {
  return (
    <>
      <StateMark state={state} />
      {differs && <span className={styles.differs}>changed since</span>}
      {given && (
        <span className={styles.given}>
          for {given.to}
          {given.day && `, by ${dayInWords(given.day)}`}
        </span>
      )}
    </>
  );
}
