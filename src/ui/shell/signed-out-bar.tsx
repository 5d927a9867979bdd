'use client';
import { Button } from '@mui/material';
import { useEffect, useRef, useState, type ReactElement } from 'react';
import { later } from '../later';
import { useSignedOut } from '../signed-out';
import { usePerson } from './person';
import styles from './shell.module.css';

const SignInAgain = later(() => import('./sign-in-again').then((loaded) => loaded.SignInAgain));

/**
 * Tells somebody whose session ended, and lets them sign in on the spot: the screen and every word on it stay
 * as they are. It stands below all else and takes the focus from nobody, who may be in the middle of a word.
 */
export function SignedOutBar(): ReactElement {
  const { name } = usePerson();
  const isOut = useSignedOut();
  const [asks, setAsks] = useState(false);
  const workedAt = useRef<HTMLElement>(undefined);
  useEffect(() => {
    // Whoever signed in, or leaves it, goes on where they were.
    if (!asks) workedAt.current?.focus();
  }, [asks]);
  useEffect(() => {
    // The bar takes room from the screen; where somebody writes stays in sight.
    if (isOut) document.activeElement?.scrollIntoView({ block: 'nearest' });
  }, [isOut]);
  return (
    <div role="alert">
      {isOut && (
        <div className={styles.signedOut}>
          <p>
            The session of {name} has ended. Everything on this screen stays as it is, and is saved once you
            are signed in.
          </p>
          <Button
            variant="contained"
            onFocus={({ relatedTarget }) => {
              if (relatedTarget instanceof HTMLElement) workedAt.current = relatedTarget;
            }}
            onClick={() => setAsks(true)}
          >
            Sign in again
          </Button>
        </div>
      )}
      {isOut && asks && <SignInAgain onDone={() => setAsks(false)} />}
    </div>
  );
}
