'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Problem, wordsOf } from '../../ui/ask';

/** Coming in by a form: asks, goes to the workspaces, or tells what was wrong and at which input. */
export function useEntering(): {
  busy: boolean;
  problem: Problem | undefined;
  at(path: string): string[];
  enter(asked: () => Promise<unknown>): Promise<void>;
} {
  const router = useRouter();
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  return {
    busy,
    problem,
    at: (path) => problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [],
    async enter(asked) {
      setBusy(true);
      setProblem(undefined);
      try {
        await asked();
        router.replace('/bench');
        router.refresh();
      } catch (error) {
        setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
        setBusy(false);
      }
    },
  };
}
