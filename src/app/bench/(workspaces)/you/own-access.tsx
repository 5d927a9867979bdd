'use client';
import { Button } from '@mui/material';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { PersonAnswer } from '../../../../contract/session';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import look from '../../../../ui/look/look.module.css';
import { Note } from '../../../../ui/marks';
import { SetUpSecondFactor } from '../../../../ui/set-up-second-factor';
import { useTell } from '../../../../ui/telling';
import { TextBox } from '../../../../ui/text-box';
import styles from './you.module.css';

/** Does one thing, and tells at the boxes what was wrong with it. */
function useDoing() {
  const router = useRouter();
  const tell = useTell();
  const [problem, setProblem] = useState<Problem>();
  return {
    problem,
    at: (path: string) =>
      problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [],
    async act(work: () => Promise<unknown>, done: string): Promise<boolean> {
      setProblem(undefined);
      try {
        await work();
        tell(done);
        router.refresh();
        return true;
      } catch (error) {
        setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
        return false;
      }
    },
  };
}

const Whole = ({ problem }: { problem: Problem | undefined }): ReactElement | null =>
  problem && problem.faults.length === 0 ? (
    <Note sort="error" role="alert">
      {problem.message}
    </Note>
  ) : null;

export function OwnName({ person }: { person: PersonAnswer }): ReactElement {
  const [name, setName] = useState(person.name);
  const { problem, at, act } = useDoing();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void act(() => ask('changeOwnName', { body: { name: name.trim() } }), 'Your name is changed.');
  };
  return (
    <form noValidate onSubmit={submit} className={styles.form}>
      <h2 className={look.eyebrow}>Name</h2>
      <TextBox id="own-name" label="Name" value={name} onChange={setName} faults={at('/name')} />
      <Whole problem={problem} />
      <div>
        <Button type="submit" disabled={!name.trim() || name === person.name}>
          Change the name
        </Button>
      </div>
    </form>
  );
}

export function OwnLetters({ person }: { person: PersonAnswer }): ReactElement {
  const { problem, act } = useDoing();
  return (
    <div className={styles.form}>
      <h2 className={look.eyebrow}>Letters</h2>
      <label className={styles.letters}>
        <input
          type="checkbox"
          checked={person.letters}
          onChange={({ target: { checked: letters } }) =>
            void act(
              () => ask('changeOwnLetters', { body: { letters } }),
              letters ? 'Letters are sent to you.' : 'No letters are sent to you.',
            )
          }
        />{' '}
        A letter when work is given to me, or a note is written at mine
      </label>
      <Whole problem={problem} />
    </div>
  );
}

export function OwnPassword({ email }: { email: string }): ReactElement {
  const [asked, setAsked] = useState({ old: '', password: '' });
  const { problem, at, act } = useDoing();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void act(
      () => ask('changePassword', { body: asked }),
      'Your password is changed; your other sessions ended.',
    ).then((done) => done && setAsked({ old: '', password: '' }));
  };
  return (
    <form noValidate onSubmit={submit} className={styles.form}>
      <h2 className={look.eyebrow}>Password</h2>
      <input type="text" name="username" autoComplete="username" value={email} readOnly hidden />
      <TextBox
        id="old"
        label="Password of now"
        type="password"
        autoComplete="current-password"
        value={asked.old}
        onChange={(old) => setAsked({ ...asked, old })}
        faults={at('/old')}
      />
      <TextBox
        id="new-password"
        label="New password"
        type="password"
        autoComplete="new-password"
        help="At least 10 characters."
        value={asked.password}
        onChange={(password) => setAsked({ ...asked, password })}
        faults={at('/password')}
      />
      <Whole problem={problem} />
      <div>
        <Button type="submit">Change the password</Button>
      </div>
    </form>
  );
}

export function OwnSecondFactor({ person }: { person: PersonAnswer }): ReactElement {
  const [password, setPassword] = useState('');
  const [anew, setAnew] = useState(false);
  const { problem, at, act } = useDoing();
  const router = useRouter();
  const done = () => {
    setAnew(false);
    router.refresh();
  };
  const end = (event: FormEvent) => {
    event.preventDefault();
    void act(() => ask('endSecondFactor', { body: { password } }), 'Your second factor is off.').then(
      (off) => off && setPassword(''),
    );
  };
  return (
    <div className={styles.form}>
      <h2 className={look.eyebrow}>Second factor</h2>
      {!person.secondFactor || anew ? (
        <>
          {!anew && <p className={look.pencil}>A code of an app on your phone, asked beside the password.</p>}
          <SetUpSecondFactor onDone={done} />
        </>
      ) : (
        <form noValidate onSubmit={end} style={{ display: 'grid', gap: 12 }}>
          <p>It is on: you sign in with your password and a code.</p>
          <TextBox
            id="factor-password"
            label="Your password, to turn it off"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={setPassword}
            faults={at('/password')}
          />
          <Whole problem={problem} />
          <div>
            <Button type="submit" disabled={!password}>
              Turn it off
            </Button>
            <Button onClick={() => setAnew(true)}>Set up another in its place</Button>
          </div>
        </form>
      )}
    </div>
  );
}
