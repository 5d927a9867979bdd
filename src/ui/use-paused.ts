import { useEffect, useState } from 'react';

/** How long (ms) nobody types before what is drawn from the words follows. */
export const PAUSE = 250;

/** A value as it was when it last stood still: what is drawn from it does not follow every key. */
export function usePaused<T>(value: T): T {
  const [paused, setPaused] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(value), PAUSE);
    return () => clearTimeout(timer);
  }, [value]);
  return paused;
}
