'use client';
import { useEffect, useState } from 'react';
import {
  cameOf,
  counted,
  noRows,
  readyRows,
  type RowCounts,
} from '../../../../../core/formats/rows/count-rows';
import { KeysSeen, type IntoType } from '../../../../../core/formats/rows/into-type';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import { ask, wordsOf } from '../../../../../ui/ask';
import { usePaused } from '../../../../../ui/use-paused';
import { rowsOfFile } from './rows-of-file';
import type { SampleSource } from './sample.worker';

/** What the rows of a file would come to. */
export interface Trial extends RowCounts {
  /** Whether all rows were tried; else how much of the file was. */
  done: boolean;
  share: number;
  problem?: string;
}

const untried: Trial = { ...noRows, done: false, share: 0 };

/** Tells what the rows of a file would come to, before anything is made of them. Nothing is tried while `into` is unknown. */
export function useTrial(source: SampleSource, type: Id, into: IntoType | undefined): Trial {
  const asked = usePaused(
    into === undefined
      ? ''
      : JSON.stringify({ ...into, type, means: [...into.means].map(([id, names]) => [id, [...names]]) }),
  );
  const [told, setTold] = useState<{ of: string; trial: Trial }>();
  useEffect(() => {
    if (asked === '') return undefined;
    const { means, ...rest } = JSON.parse(asked) as Omit<IntoType, 'means'> & {
      means: [Id, [string, string][]][];
    };
    const given: IntoType = { ...rest, means: new Map(means.map(([id, names]) => [id, new Map(names)])) };
    const stop = new AbortController();
    const keys = new KeysSeen(given.key);
    let trial = untried;
    let at = 0;
    const put = (next: Trial) => {
      trial = next;
      if (!stop.signal.aborted) setTold({ of: asked, trial });
    };
    const take = async (rows: readonly JsonObject[], share: number) => {
      const ready = readyRows(rows, given, keys);
      const sent = ready.flatMap(({ values, twice }) => (twice ? [] : [values]));
      const told =
        sent.length === 0
          ? { rows: [], toFix: 0, faults: [] }
          : await ask('tryRows', {
              path: { id: type },
              body: { rows: sent, ...(given.key === undefined ? {} : { key: given.key }) },
              signal: stop.signal,
            });
      put({ ...trial, ...counted(trial, at, cameOf(ready, told, given.fields), told.toFix), share });
      at += rows.length;
    };
    rowsOfFile(source, take, stop.signal).then(
      () => put({ ...trial, done: true, share: 1 }),
      (error: unknown) => put({ ...trial, problem: wordsOf(error) }),
    );
    return () => stop.abort();
  }, [asked, source, type]);
  return told?.of === asked ? told.trial : untried;
}
