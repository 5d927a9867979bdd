'use client';
import { useEffect, useState } from 'react';
import type { ColumnMisfits } from '../../../../../core/formats/sample/misfits';
import { usePaused } from '../../../../../ui/use-paused';
import type { Sample } from './sample-state';
import type { FromSample, ToSample } from './sample.worker';

/**
 * What of a file the fields that are proposed now do not take, by the source of each column; undefined while all its rows
 * are still held against them.
 */
export function useMisfits({
  file,
  looked,
  without,
}: Sample): ReadonlyMap<string, ColumnMisfits> | undefined {
  const { fields, title, sort } = looked;
  const asked = usePaused(JSON.stringify([fields.filter(({ source }) => !without.has(source)), title]));
  const [told, setTold] = useState<{ of: string; misfits: ReadonlyMap<string, ColumnMisfits> }>();
  useEffect(() => {
    if (sort === 'schema') return undefined;
    const worker = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<FromSample>) => {
      if (data.told === 'tried') setTold({ of: asked, misfits: new Map(data.misfits) });
    };
    const [taken, name] = JSON.parse(asked) as [typeof fields, string | null];
    worker.postMessage({
      do: 'try',
      file,
      fields: taken,
      title: name ?? undefined,
    } satisfies ToSample);
    return () => worker.terminate();
  }, [asked, file, sort]);
  return told?.of === asked ? told.misfits : undefined;
}
