import type { ReactElement } from 'react';
import type { Problem } from './ask';
import { Note } from './marks';

/** What could not be done, unless it is told at one of some fields already (JSON Pointers). */
export function Untold({
  problem,
  told,
}: {
  problem: Problem | undefined;
  told: readonly string[];
}): ReactElement | null {
  if (!problem || problem.faults.some(({ path }) => told.includes(path))) return null;
  return (
    <Note sort="error" role="alert">
      {problem.message}
      {problem.faults.map(({ path, message }) => (
        <span key={`${path} ${message}`}> {message}</span>
      ))}
    </Note>
  );
}
