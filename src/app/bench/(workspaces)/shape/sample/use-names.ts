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
  /** Whether that is what they mean now: while they are looked up anew, what they meant before stays to be seen. */
  isNow: boolean;
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
  const about = JSON.stringify([type ?? '', columns, fields]);
  const now = JSON.stringify([about, version]);
  const asked = usePaused(now);
  const [told, setTold] = useState<{ about: string; of: string; found: NamesFound }>();
  useEffect(() => {
    const [subject] = JSON.parse(asked) as [string, string];
    const [of, taken, filled] = JSON.parse(subject) as [Id, ProposedField[], Field[]];
    if (of === '') return undefined;
    const stop = new AbortController();
    const worker = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    const put = (found: Omit<NamesFound, 'isNow'>) => {
      if (stop.signal.aborted) return;
      setTold((last) => {
        const before = last?.about === subject ? last.found.fields : undefined;
        const shown = before && !found.fields && !found.problem ? { fields: before } : {};
        const isNow = found.fields !== undefined;
        return { about: subject, of: asked, found: { ...shown, ...found, isNow } };
      });
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
  if (told?.of === now) return told.found;
  return told?.about === about ? { ...told.found, isNow: false } : { known: 0, of: 0, isNow: false };
}
