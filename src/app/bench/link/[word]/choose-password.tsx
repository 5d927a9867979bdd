'use client';
import { Button } from '@mui/material';
import { useState, type FormEvent, type ReactElement } from 'react';
import { ask } from '../../../../ui/ask';
import { Note } from '../../../../ui/marks';
import { TextBox } from '../../../../ui/text-box';
import { useEntering } from '../../use-entering';

/** The password of somebody who came by a link; with it they are signed in at once. */
export function ChoosePassword({ word, email }: { word: string; email: string }): ReactElement {
  const [password, setPassword] = useState('');
  const { busy, problem, at, enter } = useEntering();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void enter(() => ask('useLink', { path: { word: decodeURIComponent(word) }, body: { password } }));
  };
  return (
    <form onSubmit={submit} noValidate style={{ display: 'grid', gap: 14 }}>
      <p>You sign in as {email}. Choose your password.</p>
      <input type="text" name="username" autoComplete="username" value={email} readOnly hidden />
      <TextBox
        id="password"
        label="Password"
        type="password"
        autoComplete="new-password"
        help="At least 10 characters."
        value={password}
        onChange={setPassword}
        faults={at('/password')}
        autoFocus
      />
      {problem && problem.faults.length === 0 && (
        <Note sort="error" role="alert">
          {problem.message}
        </Note>
      )}
      <Button type="submit" variant="contained" disabled={busy}>
        {busy ? 'Saving it…' : 'Save it and go in'}
      </Button>
    </form>
  );
}
