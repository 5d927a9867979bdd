'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactElement } from 'react';
import { ask, Problem, wordsOf } from '../ask';
import { SignInBoxes } from '../sign-in-boxes';
import { tellSignedIn } from '../signed-out';
import { TextBox } from '../text-box';
import { usePerson } from './person';

/** Lets somebody whose session ended sign in over the screen; `onDone` is called when they did, or leave it. */
export function SignInAgain({ onDone }: { onDone: () => void }): ReactElement {
  const { email } = usePerson();
  const client = useQueryClient();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  const enter = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(undefined);
    try {
      await ask('signIn', { body: { email, password, ...(code.trim() ? { code: code.trim() } : {}) } });
      onDone();
      tellSignedIn();
      void client.invalidateQueries();
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onDone} fullWidth maxWidth="xs" aria-labelledby="sign-in-again" disableRestoreFocus>
      <form onSubmit={(event) => void enter(event)} noValidate>
        <DialogTitle id="sign-in-again">Sign in again</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: '14px' }}>
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
          <Button onClick={onDone}>Leave it</Button>
          <Button href="/bench/sign-in">As somebody else</Button>
          <Button type="submit" variant="contained" disabled={busy || !password}>
            Sign in
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
