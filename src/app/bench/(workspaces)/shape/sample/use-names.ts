'use client';
import { useEffect, useState } from 'react';
import type { Id } from '../../../../../core/ids';
import { matchNames, type NameMatch } from '../../../../../core/formats/rows/match-names';
import type { ProposedField } from '../../../../../core/formats/sample/propose-fields';
import type { Field } from '../../../../../core/model/document';
import { entryIn } from '../../../../../core/model/entries';
import { isInclude } from '../../../../../core/model/document';
import { kindFor } from '../../../../../core/model/kinds';
import { ask, wordsOf } from '../../../../../ui/ask';
import { usePaused } from '../../../../../ui/use-paused';
import type { FromSample, SampleSource, ToSample } from './sample.worker';

/** The names of one field: each with what it means, and how many rows have it. */
export interface FieldNames {
  field: Field;
  names: (NameMatch & { rows: number })[];
  /** Whether there are more different ones than are looked up. */
  tooMany: boolean;
}

/** How many names are asked at once. */
const AT_ONCE = 100;

/** What the names in a file mean; undefined until all are known. */
export interface NamesFound {
  fields?: FieldNames[];
  /** How many of how many are known so far. */
  known: number;
  of: number;
  problem?: string;
}

const namesFor = async (
  type: Id,
  field: Field,
  names: readonly string[],
  signal: AbortSignal,
  onKnown: (count: number) => void,
): Promise<NameMatch[]> => {
  const { choices } = kindFor(field);
  if (choices) {
    onKnown(names.length);
    return matchNames(
      names,
      choices
        .filter(({ retired }) => !retired)
        .map(({ key, label, labels = {} }) => ({ id: key, label, also: [key, ...Object.values(labels)] })),
    );
  }
  const found: NameMatch[] = [];
  for (let at = 0; at < names.length; at += AT_ONCE) {
    const some = names.slice(at, at + AT_ONCE);
    const { items } = await ask('matchNames', {
      path: { id: type },
      body: { field: field.id, names: some },
      signal,
    });
    found.push(...items);
    onKnown(some.length);
  }
  return found;
};

/**
 * Looks up what the names in a file mean in the fields that its columns fill: choices here, categories and entries on the
 * server. `version` is another whenever what is there may have changed.
 */
export function useNames(
  source: SampleSource,
  type: Id | undefined,
  columns: readonly ProposedField[],
  fields: readonly Field[],
  version: string,
): NamesFound {
  const asked = usePaused(JSON.stringify([type ?? '', columns, fields, version]));
  const [told, setTold] = useState<{ of: string; found: NamesFound }>();
  useEffect(() => {
    const [of, taken, filled] = JSON.parse(asked) as [Id, ProposedField[], Field[]];
    if (of === '') return undefined;
    const stop = new AbortController();
    const worker = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    const put = (found: NamesFound) => {
      if (!stop.signal.aborted) setTold({ of: asked, found });
    };
    const failed = (error: unknown) => put({ known: 0, of: 0, problem: wordsOf(error) });
    const look = async ({ names, tooMany }: Extract<FromSample, { told: 'names' }>) => {
      const all = names.reduce((sum, [, counts]) => sum + counts.length, 0);
      let known = 0;
      const found: FieldNames[] = [];
      for (const [id, counts] of names) {
        const field = entryIn(filled, id);
        if (!field || isInclude(field)) continue;
        const matches = await namesFor(
          of,
          field,
          counts.map(([name]) => name),
          stop.signal,
          (count) => {
            known += count;
            put({ known, of: all });
          },
        );
        found.push({
          field,
          names: matches.map((match, i) => ({ ...match, rows: counts[i]?.[1] ?? 0 })),
          tooMany: tooMany.includes(id),
        });
      }
      put({ fields: found, known: all, of: all });
    };
    worker.onmessage = ({ data }: MessageEvent<FromSample>) => {
      if (data.told === 'names') look(data).catch(failed);
      if (data.told === 'failed') failed(new Error(data.words));
    };
    worker.postMessage({ do: 'names', source, columns: taken, fields: filled } satisfies ToSample);
    return () => {
      stop.abort();
      worker.terminate();
    };
  }, [asked, source]);
  return told?.of === asked ? told.found : { known: 0, of: 0 };
}
