'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, type FormEvent, type ReactElement } from 'react';
import { ask, Problem, wordsOf } from '../ask';
import { SignInBoxes } from '../sign-in-boxes';
import { onSignedOut, tellSignedIn } from '../signed-out';
import { TextBox } from '../text-box';
import { usePerson } from './person';

/** How long (ms) nothing was done, where a pause is. */
const PAUSE = 800;
const doings = ['keydown', 'input', 'focusin', 'pointerdown'] as const;

/**
 * Calls `then` in the first pause after each of what `on` tells: what takes the focus in the middle of a word would take
 * the rest of the word too. Answers what ends it.
 */
function inPause(on: (listener: () => void) => () => void, then: () => void): () => void {
  let last = -Infinity;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const note = () => (last = performance.now());
  const whenPaused = () => {
    clearTimeout(timer);
    const left = last + PAUSE - performance.now();
    if (left > 0) timer = setTimeout(whenPaused, left);
    else then();
  };
  for (const doing of doings) document.addEventListener(doing, note, true);
  const end = on(whenPaused);
  return () => {
    end();
    clearTimeout(timer);
    for (const doing of doings) document.removeEventListener(doing, note, true);
  };
}

/** Lets somebody whose session ended sign in on the spot: the screen and every word on it stay as they are. */
export function SignInAgain(): ReactElement | null {
  const { name, email } = usePerson();
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  useEffect(() => inPause(onSignedOut, () => setOpen(true)), []);
  const enter = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(undefined);
    try {
      await ask('signIn', { body: { email, password, ...(code.trim() ? { code: code.trim() } : {}) } });
      setOpen(false);
      setPassword('');
      setCode('');
      tellSignedIn();
      await client.invalidateQueries();
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open={open} fullWidth maxWidth="xs" aria-labelledby="sign-in-again">
      <form onSubmit={(event) => void enter(event)} noValidate>
        <DialogTitle id="sign-in-again">Sign in again</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: '14px' }}>
          <p>
            The session of {name} has ended. Everything on this screen stays as it is, and is saved once you
            are signed in.
          </p>
          <TextBox id="again-email" label="E-mail" value={email} onChange={() => {}} disabled />
          <SignInBoxes
            within="again-"
            first
            password={password}
            onPassword={setPassword}
            code={code}
            onCode={setCode}
            problem={problem}
          />
        </DialogContent>
        <DialogActions>
          <Button href="/bench/sign-in">As somebody else</Button>
          <Button type="submit" variant="contained" disabled={busy || !password}>
            Sign in
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
