'use client';
import { Button } from '@mui/material';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { SecondFactorBegun } from '../contract/people';
import { ask, Problem, wordsOf } from './ask';
import look from './look/look.module.css';
import { Note } from './marks';
import { TextBox } from './text-box';

/** The recovery words, told once, to be written down. */
function Words({ words, onDone }: { words: readonly string[]; onDone: () => void }): ReactElement {
  return (
    <>
      <p>
        Write these words down where nobody else reads them. Each gets you in once without the app; they are
        not shown again.
      </p>
      <ul className={look.mono} style={{ columns: 2, margin: '12px 0' }}>
        {words.map((word) => (
          <li key={word}>{word}</li>
        ))}
      </ul>
      <Button variant="contained" onClick={onDone}>
        I have written them down
      </Button>
    </>
  );
}

/** Sets up a second factor: a picture to scan, a code to prove it, the recovery words. */
export function SetUpSecondFactor({ onDone }: { onDone: () => void }): ReactElement {
  const [begun, setBegun] = useState<SecondFactorBegun>();
  const [words, setWords] = useState<readonly string[]>();
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<Problem>();
  const attempt = async (work: () => Promise<void>) => {
    setProblem(undefined);
    try {
      await work();
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
    }
  };
  const confirm = (event: FormEvent) => {
    event.preventDefault();
    if (!begun) return;
    const body = { secret: begun.secret, code: code.trim() };
    void attempt(async () => setWords((await ask('confirmSecondFactor', { body })).words));
  };
  if (words) return <Words words={words} onDone={onDone} />;
  if (!begun)
    return (
      <>
        {problem && (
          <Note sort="error" role="alert">
            {problem.message}
          </Note>
        )}
        <Button
          variant="contained"
          onClick={() => void attempt(async () => setBegun(await ask('beginSecondFactor')))}
        >
          Set up a second factor
        </Button>
      </>
    );
  return (
    <form onSubmit={confirm} noValidate style={{ display: 'grid', gap: 14, maxWidth: 420 }}>
      <p>Scan this with an app that shows codes, or type the secret into it. Then write the code it shows.</p>
      <img src={begun.picture} width={180} height={180} alt="The secret, to be scanned" />
      <p className={look.mono}>{begun.secret.replace(/(.{4})/g, '$1 ')}</p>
      <TextBox
        id="factor-code"
        label="Code"
        autoComplete="one-time-code"
        value={code}
        onChange={setCode}
        faults={problem?.faults.map(({ message }) => message) ?? []}
        autoFocus
      />
      {problem && problem.faults.length === 0 && (
        <Note sort="error" role="alert">
          {problem.message}
        </Note>
      )}
      <div>
        <Button type="submit" variant="contained">
          Turn it on
        </Button>
      </div>
    </form>
  );
}
