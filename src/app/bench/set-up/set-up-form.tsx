'use client';
import { Button } from '@mui/material';
import { useState, type FormEvent, type ReactElement } from 'react';
import { ask } from '../../../ui/ask';
import { Note } from '../../../ui/marks';
import { TextBox } from '../../../ui/text-box';
import { useEntering } from '../use-entering';

const empty = { site: '', name: '', email: '', password: '', word: '' };

export function SetUpForm(): ReactElement {
  const [asked, setAsked] = useState(empty);
  const { busy, problem, at, enter } = useEntering();
  const box = (
    key: keyof typeof empty,
    label: string,
    rest: { type?: string; autoComplete?: string; help?: string; autoFocus?: boolean } = {},
  ) => (
    <TextBox
      id={key}
      label={label}
      value={asked[key]}
      onChange={(value) => setAsked({ ...asked, [key]: value })}
      {...rest}
      faults={at(`/${key}`)}
    />
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void enter(() => ask('setUp', { body: asked }));
  };
  return (
    <form onSubmit={submit} noValidate style={{ display: 'grid', gap: 14 }}>
      {box('site', 'Name of the site', { autoFocus: true })}
      {box('name', 'Your name', { autoComplete: 'name' })}
      {box('email', 'E-mail', { type: 'email', autoComplete: 'username' })}
      {box('password', 'Password', {
        type: 'password',
        autoComplete: 'new-password',
        help: 'At least 10 characters.',
      })}
      {box('word', 'Word of the start', {
        autoComplete: 'off',
        help: 'It stands where the server was started, so that nobody else becomes the first architect.',
      })}
      {problem && problem.faults.length === 0 && (
        <Note sort="error" role="alert">
          {problem.message}
        </Note>
      )}
      <Button type="submit" variant="contained" disabled={busy}>
        {busy ? 'Setting up…' : 'Set up'}
      </Button>
    </form>
  );
}
