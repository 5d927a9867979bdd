'use client';
import type { ReactElement, ReactNode } from 'react';
import type { State } from '../core/content/states';
import look from './look/look.module.css';
import { StateMark } from './marks';
import styles from './record-head.module.css';
import { Steps, type StepWays } from './steps';
import { useInBrowser } from './when';

/** Words that tell moments: before the reader's time zone is known they only take their place. */
const InItsPlace = ({ isTold, words }: { isTold: boolean; words: string }): ReactElement =>
  isTold ? (
    <>{words}</>
  ) : (
    <span className={styles.place} suppressHydrationWarning>
      {words}
    </span>
  );

/** What changes what visitors see: at the end of all acts, where it stays while others come and go. */
export const VisitorActs = ({ children }: { children: ReactNode }): ReactElement => (
  <span className={styles.forVisitors}>{children}</span>
);

/**
 * The head of what is edited: its name, all that can be done with it, its state in words, what is saved and
 * what is to fix. It stays in sight, and Ctrl+Z outside a text takes back the last thing done. Whatever changes
 * as something is done stands below the acts, so that none of them moves under a pointer.
 */
export function RecordHead({
  eyebrow,
  title,
  state,
  seen,
  saved,
  toFix = 0,
  onFix,
  draft,
  mayChange,
  ways,
  children,
}: {
  eyebrow: ReactNode;
  title: string;
  state: State;
  /** What visitors see of it, in words. */
  seen: string;
  /** Whether all that was typed is saved, in words. */
  saved: string;
  /** How much is to fix, where that is told here. */
  toFix?: number;
  /** Leads to the first thing to fix. */
  onFix?: () => void;
  draft: StepWays;
  mayChange: boolean;
  /** Links to where it is seen in another way. */
  ways?: ReactNode;
  /** What can be done with it. */
  children: ReactNode;
}): ReactElement {
  // Both tell moments, in the time zone of whoever reads.
  const isTold = useInBrowser();
  return (
    <div className={styles.head}>
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>{eyebrow}</span>
          </div>
          <h1>{title}</h1>
        </div>
        <div className={`${look.acts} ${styles.acts}`}>
          {mayChange && <Steps undo={draft.undo} redo={draft.redo} />}
          {children}
        </div>
      </div>
      <div className={styles.state}>
        <StateMark state={state} />
        <span className={look.pencil}>
          <InItsPlace isTold={isTold} words={seen} />
        </span>
        <span className={look.pencil} role="status">
          <InItsPlace isTold={isTold} words={saved} />
        </span>
        {toFix > 0 && (
          <button type="button" className={styles.fix} onClick={onFix}>
            {toFix} to fix
          </button>
        )}
      </div>
      {ways && <div className={styles.ways}>{ways}</div>}
    </div>
  );
}
