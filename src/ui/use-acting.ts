'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { OperationName } from '../contract/routes';
import { wordsOf } from './ask';
import { useTell } from './telling';

/** Does something, tells that it is done, and answers whether it was. */
export type Acting = (what: () => Promise<unknown>, done: string) => Promise<boolean>;

/**
 * Does what a person asks for on a screen, and has some questions asked anew, whatever came of it. `problem`
 * says why the last thing was not done; empty where it was.
 */
export function useActing(questions: readonly OperationName[]): { act: Acting; problem: string } {
  const client = useQueryClient();
  const tell = useTell();
  const [problem, setProblem] = useState('');
  const act: Acting = async (what, done) => {
    setProblem('');
    try {
      await what();
      tell(done);
      return true;
    } catch (failed) {
      setProblem(wordsOf(failed));
      return false;
    } finally {
      await Promise.all(questions.map((question) => client.invalidateQueries({ queryKey: [question] })));
    }
  };
  return { act, problem };
}
