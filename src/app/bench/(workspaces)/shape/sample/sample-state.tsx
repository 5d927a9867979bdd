'use client';
import { createContext, useContext, useMemo, useState, type ReactElement, type ReactNode } from 'react';
import type { Id } from '../../../../../core/ids';
import type { LookedFile } from './sample.worker';

/** A file that was looked into, with what the architect made of it so far. */
export interface Sample {
  file: File;
  looked: LookedFile;
  label: string;
  /** Sources of the fields that are left out. */
  without: ReadonlySet<string>;
  /** The type it became in the working copy, and which field each source became. */
  made?: { type: Id; keys: ReadonlyMap<string, string> };
  /** What names each entry it became, and the entry's id. */
  entries?: ReadonlyMap<string, Id>;
}

interface State {
  samples: readonly Sample[];
  setSamples: (change: (samples: readonly Sample[]) => readonly Sample[]) => void;
}

const Context = createContext<State | undefined>(undefined);

/** Keeps what was dropped while one goes to the change sheet and back. */
export function SampleState({ children }: { children: ReactNode }): ReactElement {
  const [samples, setSamples] = useState<readonly Sample[]>([]);
  const state = useMemo(() => ({ samples, setSamples }), [samples]);
  return <Context.Provider value={state}>{children}</Context.Provider>;
}

export function useSamples(): State {
  const state = useContext(Context);
  if (!state) throw new Error('There is no place for samples here.');
  return state;
}
