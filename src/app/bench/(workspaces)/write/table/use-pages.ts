'use client';
import { useState } from 'react';

export interface Pages {
  /** Where the page at hand begins; nothing for the first one. */
  cursor: string | undefined;
  /** How many pages stand before it. */
  before: number;
  back: () => void;
  on: (next: string) => void;
}

/** Which page of a table is looked at. Another question (`shape`) begins at the first one again. */
export function usePages(shape: string): Pages {
  const [cursors, setCursors] = useState<{ of: string; all: readonly string[] }>({ of: shape, all: [] });
  const all = cursors.of === shape ? cursors.all : [];
  return {
    cursor: all.at(-1),
    before: all.length,
    back: () => setCursors({ of: shape, all: all.slice(0, -1) }),
    on: (next) => setCursors({ of: shape, all: [...all, next] }),
  };
}
