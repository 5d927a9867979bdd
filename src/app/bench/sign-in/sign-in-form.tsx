'use client';
import { Button } from '@mui/material';
import { useState, type FormEvent, type ReactElement } from 'react';
import { ask } from '../../../ui/ask';
import { SignInBoxes } from '../../../ui/sign-in-boxes';
import { TextBox } from '../../../ui/text-box';
import { useEntering } from '../use-entering';
import styles from './sign-in.module.css';

/** What the sample's people all sign in with; shown because everyone may know it. */
const SAMPLE_PASSWORD = 'quillwater';

interface SamplePerson {
  email: string;
  role: string;
  does: string;
}

export function SignInForm({ sample }: { sample: SamplePerson[] }): ReactElement {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const { busy, problem, at, enter } = useEntering();
  const signIn = (who: { email: string; password: string; code?: string }) =>
    void enter(() => ask('signIn', { body: who }));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn({ email: email.trim(), password, ...(code.trim() ? { code: code.trim() } : {}) });
  };
  return (
    <>
      <form onSubmit={submit} noValidate className={styles.form}>
        <TextBox
          id="email"
          label="E-mail"
          type="email"
          autoComplete="username"
          value={email}
          onChange={setEmail}
          faults={at('/email')}
          autoFocus
        />
        <SignInBoxes
          password={password}
          onPassword={setPassword}
          code={code}
          onCode={setCode}
          problem={problem}
        />
        <Button type="submit" variant="contained" disabled={busy}>
          {busy ? 'Signing in…' : 'Sign in'}
        </Button>
      </form>
      {sample.length > 0 && (
        <section aria-labelledby="sample" className={styles.sample}>
          <h2 id="sample">The sample’s people</h2>
          <p>
            Their password is <code>{SAMPLE_PASSWORD}</code>. Choose one to sign in at once.
          </p>
          <ul>
            {sample.map((person) => (
              <li key={person.email}>
                <button
                  type="button"
                  disabled={busy}
                  onClick={() => signIn({ email: person.email, password: SAMPLE_PASSWORD })}
                >
                  <b>{person.role}</b> {person.does}
                  <small>{person.email}</small>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
