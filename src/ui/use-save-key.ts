'use client';
import { useHotkeys } from 'react-hotkeys-hook';

/** Saves what is edited at once by Ctrl+S, also from inside a field. */
export function useSaveKey({ settle }: { settle(): Promise<unknown> }): void {
  useHotkeys(
    'mod+s',
    (event) => {
      event.preventDefault();
      void settle();
    },
    { enableOnFormTags: true },
  );
}
