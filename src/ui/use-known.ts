'use client';
import { useMemo } from 'react';
import { nothingKnown, type Known } from '../core/content/known';
import type { Id } from '../core/ids';
import type { Drawing } from '../core/mapping/face';
import type { CompiledModel } from '../core/model/compile';
import { useModel } from './model-in-force';
import { useAsk } from './use-ask';

const MOST = 200;

/** What is kept of some things by their ids, asked together; whether any of it is told yet, and whether that is all. */
function useTold(ids: readonly Id[]): { known: Known; isTold: boolean; isAll: boolean } {
  const all = [...new Set(ids)].sort();
  const asked = all.slice(0, MOST);
  const { data, isPlaceholderData } = useAsk(
    'known',
    { query: { ids: asked.join(',') } },
    { enabled: asked.length > 0 },
  );
  const known = useMemo(
    () =>
      data
        ? {
            entries: new Map(Object.entries(data.entries)),
            pages: new Map(Object.entries(data.pages)),
            categories: new Map(Object.entries(data.categories)),
            media: new Map(Object.entries(data.media)),
            shared: new Map(Object.entries(data.shared)),
            binned: new Map(Object.entries(data.binned)),
          }
        : nothingKnown,
    [data],
  );
  return {
    known,
    isTold: all.length === 0 || data !== undefined,
    isAll: all.length <= MOST && (all.length === 0 || (data !== undefined && !isPlaceholderData)),
  };
}

/** What is kept of some things by their ids. Until the answer is there nothing is known. */
export const useKnown = (ids: readonly Id[]): Known => useTold(ids).known;

/** The same; undefined while not all of it is known, so that nothing is held to be gone that is only not told yet. */
export function useAllKnown(ids: readonly Id[]): Known | undefined {
  const { known, isAll } = useTold(ids);
  return isAll ? known : undefined;
}

function useDrawingWith(known: Known, model?: CompiledModel): Drawing {
  const inForce = useModel();
  const of = model ?? inForce;
  return useMemo(
    () => ({ model: of, locale: of.locale, today: new Date().toISOString().slice(0, 10), known }),
    [of, known],
  );
}

/**
 * What drawing a face in the browser needs: the model (in force, unless another is given), the language, the
 * day, what is known.
 */
export const useDrawing = (ids: readonly Id[], model?: CompiledModel): Drawing =>
  useDrawingWith(useKnown(ids), model);

/** The same; undefined while nothing is told yet, so that nothing is held to lack what is only on its way. */
export function useToldDrawing(ids: readonly Id[]): Drawing | undefined {
  const { known, isTold } = useTold(ids);
  const drawing = useDrawingWith(known);
  return isTold ? drawing : undefined;
}
