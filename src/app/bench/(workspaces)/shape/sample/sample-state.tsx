'use client';
import { createContext, useContext, useMemo, useState, type ReactElement, type ReactNode } from 'react';
import type { Id } from '../../../../../core/ids';
import type { LookedFile } from './sample.worker';

/** How a file is brought into a type, as far as somebody said. */
export interface Into {
  /** The type, by id; one that was made of the file may not be in force yet. */
  type: Id;
  /** Which field each column fills, by its source. */
  fills: ReadonlyMap<string, Id>;
  /** What somebody said that names mean, by the field in which they stand; null leaves a name out. */
  said: ReadonlyMap<Id, ReadonlyMap<string, string | null>>;
  /** The field by which a row is an entry that is there. */
  key?: Id;
  /** Whether an empty cell empties what an entry has. */
  empties: boolean;
  /** What sets several names in one cell apart, by the column's source; '' where nothing does. */
  parted: ReadonlyMap<string, string>;
}

/** A file that was looked into, with what was made of it so far. */
export interface Sample {
  looked: LookedFile;
  label: string;
  /** Sources of the fields that are left out. */
  without: ReadonlySet<string>;
  /** Whether a new type is made of it, rather than its rows brought into one that is there. */
  made?: boolean;
  into?: Into;
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
