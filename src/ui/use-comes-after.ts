import { useDeferredValue, useState } from 'react';
import { useInBrowser } from './when';

/**
 * Whether what stands beside a form is drawn by now. Where one comes to it from another screen, the form comes
 * first, and what is beside it right after, giving way to what is typed; with a page that is loaded all comes at
 * once.
 */
export function useComesAfter(): boolean {
  const inBrowser = useInBrowser();
  const [isLoaded] = useState(!inBrowser);
  return useDeferredValue(true, isLoaded);
}
