'use client';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useDeferredValue, useEffect, useState } from 'react';

type Changes = Readonly<Record<string, string | undefined>>;

export interface TableAddress {
  asked: Pick<URLSearchParams, 'get' | 'toString'>;
  /** The words in the box, and those that are asked for: they follow as one types. */
  words: string;
  setWords: (words: string) => void;
  q: string;
  /** Puts something into the address, or takes it out (undefined). */
  put: (changes: Changes) => void;
  /** Takes all out that narrows the table. */
  clear: () => void;
}

/** What a table is asked stands in its address: so it survives going into a row and back, and can be kept or handed on. */
export function useTableAddress(): TableAddress {
  const router = useRouter();
  const path = usePathname();
  const asked = useSearchParams();
  const inAddress = asked.get('q') ?? '';
  const [words, setWords] = useState(inAddress);
  const [seen, setSeen] = useState(inAddress);
  // Another address, as a view leads to it, brings its own words.
  if (seen !== inAddress) {
    setSeen(inAddress);
    if (words.trim() !== inAddress) setWords(inAddress);
  }
  const q = useDeferredValue(words.trim());
  useEffect(() => {
    const now = new URLSearchParams(window.location.search);
    if ((now.get('q') ?? '') === q) return;
    if (q) now.set('q', q);
    else now.delete('q');
    // The words change with every letter; the page itself need not be asked for again.
    window.history.replaceState(null, '', now.size > 0 ? `${path}?${now.toString()}` : path);
  }, [q, path]);
  return {
    asked,
    words,
    setWords,
    q,
    put: (changes) => {
      const next = new URLSearchParams(asked.toString());
      for (const [key, value] of Object.entries(changes))
        if (value === undefined || value === '') next.delete(key);
        else next.set(key, value);
      router.replace(next.size > 0 ? `${path}?${next.toString()}` : path, { scroll: false });
    },
    clear: () => {
      setWords('');
      router.replace(path);
    },
  };
}
