import { createContext, useContext } from 'react';

/** How notes are written at places deep in a record: how many stand at each, by its path, and how one is begun. */
export interface Noting {
  at: ReadonlyMap<string, number>;
  begin(path: string, quote: string): void;
}

const NotingContext = createContext<Noting | undefined>(undefined);

/** Lets everything inside write notes at the record. */
export const NotingHere = NotingContext.Provider;

/** How notes are written here; nothing where none can be. */
export const useNoting = (): Noting | undefined => useContext(NotingContext);

/** How many open notes stand at a place or inside it. */
export function notesWithin({ at }: Noting, place: string): number {
  let count = 0;
  for (const [path, notes] of at) if (path === place || path.startsWith(`${place}/`)) count += notes;
  return count;
}
