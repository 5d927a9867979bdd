'use client';
import { useEffect, useRef, useState } from 'react';
import type { ModelFault } from '../../../../core/model/check';
import type { ModelDocument } from '../../../../core/model/document';
import type { Checked, ToCheck } from './check.worker';

/** The running list of faults of a model, found by a worker. While it works, the last list stands. */
export function useChecks(
  document: ModelDocument,
  { used, shown }: { used: string[]; shown: string[] },
  first: ModelFault[],
): ModelFault[] {
  const [faults, setFaults] = useState(first);
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  useEffect(() => {
    const checking = new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module' });
    // Only the newest answer counts.
    checking.onmessage = ({ data }: MessageEvent<Checked>) => {
      if (data.number === asked.current) setFaults(data.faults);
    };
    worker.current = checking;
    return () => checking.terminate();
  }, []);
  useEffect(() => {
    asked.current += 1;
    const question: ToCheck = { number: asked.current, document, used, shown };
    worker.current?.postMessage(question);
  }, [document, used, shown]);
  return faults;
}
