'use client';
import { useMemo } from 'react';
import { nothingKnown, type Known } from '../core/content/known';
import type { Id } from '../core/ids';
import type { Drawing } from '../core/mapping/face';
import type { CompiledModel } from '../core/model/compile';
import { useModel } from './model-in-force';
import { useAsk } from './use-ask';

const MOST = 200;

/** What is kept of some things by their ids, asked together. Until the answer is there nothing is known. */
export function useKnown(ids: readonly Id[]): Known {
  const different = [...new Set(ids)].sort().slice(0, MOST);
  const { data } = useAsk(
    'known',
    { query: { ids: different.join(',') } },
    { enabled: different.length > 0 },
  );
  return useMemo(
    () =>
      data
        ? {
            entries: new Map(Object.entries(data.entries)),
            pages: new Map(Object.entries(data.pages)),
            categories: new Map(Object.entries(data.categories)),
            media: new Map(Object.entries(data.media)),
          }
        : nothingKnown,
    [data],
  );
}

/**
 * What drawing a face in the browser needs: the model (in force, unless another is given), the language, the
 * day, what is known.
 */
export function useDrawing(ids: readonly Id[], model?: CompiledModel): Drawing {
  const inForce = useModel();
  const known = useKnown(ids);
  const of = model ?? inForce;
  return useMemo(
    () => ({ model: of, locale: of.locale, today: new Date().toISOString().slice(0, 10), known }),
    [of, known],
  );
}
