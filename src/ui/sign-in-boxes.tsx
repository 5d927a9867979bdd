import type { ReactElement } from 'react';
import type { Problem } from './ask';
import { Note } from './marks';
import { TextBox } from './text-box';

/** The password and, of those who have a second factor, the code; with what is wrong at each, or with all of it. */
export function SignInBoxes({
  password,
  onPassword,
  code,
  onCode,
  problem,
  within = '',
  first = false,
}: {
  password: string;
  onPassword: (password: string) => void;
  code: string;
  onCode: (code: string) => void;
  problem: Problem | undefined;
  /** Sets the boxes of several forms on one screen apart. */
  within?: string;
  /** Whether the password is the first that is asked. */
  first?: boolean;
}): ReactElement {
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  // It is asked for only of those who have a second factor, once their password is right.
  const asksCode = at('/code').length > 0 || code !== '';
  return (
    <>
      <TextBox
        id={`${within}password`}
        label="Password"
        type="password"
        autoComplete="current-password"
        value={password}
        onChange={onPassword}
        faults={at('/password')}
        autoFocus={first}
      />
      {asksCode && (
        <TextBox
          id={`${within}code`}
          label="Code"
          autoComplete="one-time-code"
          help="Six digits of your app, or a recovery word."
          value={code}
          onChange={onCode}
          faults={at('/code')}
          autoFocus
        />
      )}
      {problem && problem.faults.length === 0 && (
        <Note sort="error" role="alert">
          {problem.message}
        </Note>
      )}
    </>
  );
}
