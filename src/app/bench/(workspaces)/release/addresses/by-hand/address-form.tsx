'use client';
import { Button, MenuItem, Select } from '@mui/material';
import { useState, type FormEvent, type ReactElement } from 'react';
import { redirectStatuses, type RedirectStatus } from '../../../../../../core/site/redirects';
import { Problem, wordsOf } from '../../../../../../ui/ask';
import { Labelled } from '../../../../../../ui/labelled';
import { TextBox } from '../../../../../../ui/text-box';
import { statusWords } from './status-words';
import styles from './by-hand.module.css';

export interface Typed {
  from: string;
  to: string;
  status: RedirectStatus;
}

/** Where an address leads, as it is typed: kept by `onKeep`, which answers why it was not. */
export function AddressForm({
  id,
  begin,
  act,
  onKeep,
  onLeave,
}: {
  id: string;
  begin: Typed;
  /** What the button says. */
  act: string;
  onKeep: (typed: Typed) => Promise<unknown>;
  onLeave?: () => void;
}): ReactElement {
  const [typed, setTyped] = useState(begin);
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  const at = (path: string): string[] =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const change = (changes: Partial<Typed>) => {
    setTyped({ ...typed, ...changes });
    setProblem(undefined);
  };
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      await onKeep(typed);
      setTyped(begin);
      setProblem(undefined);
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
    } finally {
      setBusy(false);
    }
  };
  const isGone = typed.status === 410;
  return (
    <form className={styles.form} onSubmit={(event) => void keep(event)}>
      <TextBox
        id={`${id}-from`}
        label="Old address"
        value={typed.from}
        onChange={(from) => change({ from })}
        faults={at('/from')}
        placeholder="/old/path"
        help="“*” stands for a piece, at the end for all that follows."
      />
      <TextBox
        id={`${id}-to`}
        label="Leads to"
        value={isGone ? '' : typed.to}
        onChange={(to) => change({ to })}
        faults={at('/to')}
        placeholder={isGone ? 'nothing' : '/new/path'}
        disabled={isGone}
        help="Here, or at another site: https://…"
      />
      <Labelled id={`${id}-status`} label="Answers" help={statusWords[typed.status].about}>
        <Select
          value={typed.status}
          onChange={({ target }) => {
            const status = redirectStatuses.find((each) => each === target.value);
            if (status) change({ status });
          }}
          fullWidth
          labelId={`${id}-status-label`}
          SelectDisplayProps={{ id: `${id}-status` }}
        >
          {([301, 302, 308, 410] as const).map((status) => (
            <MenuItem key={status} value={status}>
              {statusWords[status].label}
            </MenuItem>
          ))}
        </Select>
      </Labelled>
      <div className={styles.acts}>
        <Button type="submit" variant="contained" disabled={busy || typed.from.trim() === ''}>
          {act}
        </Button>
        {onLeave && <Button onClick={onLeave}>Leave it</Button>}
      </div>
      {problem && problem.faults.every(({ path }) => path !== '/from' && path !== '/to') && (
        <p role="alert" className={styles.wide}>
          {problem.message}
        </p>
      )}
    </form>
  );
}
