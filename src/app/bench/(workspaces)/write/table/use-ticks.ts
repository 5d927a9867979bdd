'use client';
import { useState } from 'react';

/** Which rows are ticked: some, or all that is found. Another question (`shape`) unticks them. */
export function useTicks(shape: string) {
  const [ticks, setTicks] = useState<{ of: string; ids: ReadonlySet<string>; everything: boolean }>({
    of: shape,
    ids: new Set(),
    everything: false,
  });
  const now = ticks.of === shape ? ticks : { of: shape, ids: new Set<string>(), everything: false };
  return {
    ...now,
    isTicked: (id: string) => now.everything || now.ids.has(id),
    tickAll: () => setTicks({ ...now, everything: true }),
    untick: () => setTicks({ of: shape, ids: new Set(), everything: false }),
    tick: (rows: readonly { id: string }[], ids: readonly string[], on: boolean) => {
      const next = new Set(now.everything ? rows.map(({ id }) => id) : now.ids);
      for (const id of ids)
        if (on) next.add(id);
        else next.delete(id);
      setTicks({ of: shape, ids: next, everything: false });
    },
  };
}
