'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ask, wordsOf } from '../../../../ui/ask';

/** Makes an entry of a type, with its defaults, and opens it. */
export function useNewEntry(type: string): {
  make(): Promise<void>;
  busy: boolean;
  problem: string | undefined;
} {
  const client = useQueryClient();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const make = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      const { id } = await ask('addEntry', { body: { type } });
      void client.invalidateQueries();
      router.push(`/bench/write/entry/${id}`);
    } catch (error) {
      setProblem(wordsOf(error));
      setBusy(false);
    }
  };
  return { make, busy, problem };
}
