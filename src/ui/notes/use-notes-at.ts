import { useMemo } from 'react';
import { piecesOfPointer } from '../../core/faults';
import { useAsk } from '../use-ask';

/** How many open notes stand at each place of a record, by the place; and at or below each field, by its key. */
export function useNotesAt(
  record: string,
  enabled = true,
): {
  at: ReadonlyMap<string, number>;
  byField: ReadonlyMap<string, number>;
} {
  const { data } = useAsk('notes', { path: { id: record } }, { enabled });
  return useMemo(() => {
    const at = new Map<string, number>();
    const byField = new Map<string, number>();
    for (const { path, settledBy } of data?.items ?? []) {
      if (settledBy !== undefined) continue;
      at.set(path, (at.get(path) ?? 0) + 1);
      const [part, key] = piecesOfPointer(path);
      if (part === 'values' && key !== undefined) byField.set(key, (byField.get(key) ?? 0) + 1);
    }
    return { at, byField };
  }, [data]);
}
