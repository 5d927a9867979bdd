import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A handler that stays the same one and does what the newest would: what it is handed to need not be drawn again when
 * it changes. Never called while drawing.
 */
export function useNewest<A extends unknown[], R>(handler: (...given: A) => R): (...given: A) => R {
  const newest = useRef(handler);
  useLayoutEffect(() => {
    newest.current = handler;
  });
  return useCallback((...given: A) => newest.current(...given), []);
}
