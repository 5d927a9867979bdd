'use client';
import { useEffect, useState } from 'react';
import { columnsInto } from '../../../../../core/formats/rows/into-type';
import type { ColumnMisfits } from '../../../../../core/formats/sample/misfits';
import type { Field } from '../../../../../core/model/document';
import { usePaused } from '../../../../../ui/use-paused';
import { partedAs } from './parted-as';
import type { Into, Sample } from './sample-state';
import type { FromSample, LookedFile, SampleSource, ToSample } from './sample.worker';

/**
 * What of a file some fields do not take, by the source of each column; undefined while all its rows are still held against
 * them. `question` says what is asked of the worker; with none nothing is.
 */
function useTried(
  source: SampleSource,
  question: Extract<ToSample, { do: 'try' | 'try into' }> | undefined,
): ReadonlyMap<string, ColumnMisfits> | undefined {
  const asked = usePaused(JSON.stringify(question ? { ...question, source: undefined } : null));
  const [told, setTold] = useState<{ of: string; misfits: ReadonlyMap<string, ColumnMisfits> }>();
  useEffect(() => {
    const parsed = JSON.parse(asked) as Omit<Extract<ToSample, { do: 'try' | 'try into' }>, 'source'> | null;
    if (!parsed) return undefined;
    const worker = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<FromSample>) => {
      if (data.told === 'tried') setTold({ of: asked, misfits: new Map(data.misfits) });
    };
    worker.postMessage({ ...parsed, source });
    return () => worker.terminate();
  }, [asked, source]);
  return told?.of === asked ? told.misfits : undefined;
}

/** What of a file the fields that are proposed now do not take. */
export const useProposalMisfits = ({
  looked: { source, fields, title, sort },
  without,
}: Sample): ReadonlyMap<string, ColumnMisfits> | undefined =>
  useTried(
    source,
    sort === 'schema'
      ? undefined
      : { do: 'try', source, fields: fields.filter(({ source }) => !without.has(source)), title },
  );

/** What of a file the fields of a type do not take that its columns fill now. */
export const useIntoMisfits = (
  looked: LookedFile,
  into: Into,
  fields: readonly Field[],
): ReadonlyMap<string, ColumnMisfits> | undefined =>
  useTried(looked.source, {
    do: 'try into',
    source: looked.source,
    ...columnsInto(partedAs(looked.fields, into), fields, into.fills),
  });
