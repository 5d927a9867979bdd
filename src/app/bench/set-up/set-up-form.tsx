'use client';
import { Button } from '@mui/material';
import { useState, useSyncExternalStore, type FormEvent, type ReactElement } from 'react';
import { ask } from '../../../ui/ask';
import { Note } from '../../../ui/marks';
import { LanguageBox, ZoneBox } from '../../../ui/place-boxes';
import { TextBox } from '../../../ui/text-box';
import { useEntering } from '../use-entering';

const empty = { site: '', name: '', email: '', password: '', word: '' };

/** Where the browser is, until somebody says otherwise. */
const here = () => ({
  locale: navigator.language.split('-')[0] ?? 'en',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
});
const nowhere = { locale: 'en', timeZone: 'Europe/London' };
const never = () => () => undefined;
let found: ReturnType<typeof here> | undefined;

export function SetUpForm(): ReactElement {
  const [asked, setAsked] = useState(empty);
  const [chosen, setChosen] = useState<Partial<typeof nowhere>>({});
  const place = {
    ...useSyncExternalStore(
      never,
      () => (found ??= here()),
      () => nowhere,
    ),
    ...chosen,
  };
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
    void enter(() => ask('setUp', { body: { ...asked, ...place } }));
  };
  return (
    <form onSubmit={submit} noValidate style={{ display: 'grid', gap: 14 }}>
      {box('site', 'Name of the site', { autoFocus: true })}
      <LanguageBox
        id="locale"
        label="Main language"
        help="What is written stands in it first; others can be added."
        value={place.locale}
        onChange={(locale) => setChosen({ ...chosen, locale })}
        faults={at('/locale')}
      />
      <ZoneBox
        id="time-zone"
        label="Time zone"
        value={place.timeZone}
        onChange={(timeZone) => setChosen({ ...chosen, timeZone })}
        faults={at('/timeZone')}
      />
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
