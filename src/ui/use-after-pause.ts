import { useCallback, useEffect, useMemo, useRef } from 'react';
import { useNewest } from './use-newest';
import { PAUSE } from './use-paused';

/**
 * Hands on the last of the values that come key by key once nobody types for a moment: what follows from them does not
 * follow every key. At once where that is asked (`flush`), the page is left, or what types them goes: none is lost.
 */
export function useAfterPause<T>(handler: (value: T) => void): {
  put: (value: T) => void;
  /** Answers whether a value waited. */
  flush: () => boolean;
} {
  const newest = useNewest(handler);
  const waiting = useRef<{ value: T; timer: ReturnType<typeof setTimeout> }>(undefined);
  const flush = useCallback(() => {
    if (!waiting.current) return false;
    const { value, timer } = waiting.current;
    clearTimeout(timer);
    waiting.current = undefined;
    newest(value);
    return true;
  }, [newest]);
  const put = useCallback(
    (value: T) => {
      clearTimeout(waiting.current?.timer);
      waiting.current = { value, timer: setTimeout(flush, PAUSE) };
    },
    [flush],
  );
  useEffect(() => {
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, [flush]);
  return useMemo(() => ({ put, flush }), [put, flush]);
}
