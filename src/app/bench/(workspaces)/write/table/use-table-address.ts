'use client';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useDeferredValue, useEffect, useEffectEvent, useRef, useState } from 'react';

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
  const q = useDeferredValue(words.trim());
  /** The words that were put into the address from here. */
  const own = useRef(inAddress);
  const write = useEffectEvent((sought: string) => {
    const now = new URLSearchParams(window.location.search);
    if ((now.get('q') ?? '') === sought) return;
    if (sought) now.set('q', sought);
    else now.delete('q');
    own.current = sought;
    // The words change with every letter; the page itself need not be asked for again.
    window.history.replaceState(null, '', now.size > 0 ? `${path}?${now.toString()}` : path);
  });
  useEffect(() => write(q), [q, path]);
  const leave = useEffectEvent(({ target }: MouseEvent) => {
    if (target instanceof Element && target.closest('a[href]')) write(words.trim());
  });
  // Whoever leaves at once leaves an address with their words: written later, it would call them back.
  useEffect(() => {
    const note = (event: MouseEvent) => leave(event);
    document.addEventListener('click', note, true);
    return () => document.removeEventListener('click', note, true);
  }, []);
  const follow = useEffectEvent((given: string) => {
    // What is told late of words that were typed on since says nothing.
    const isLate = (new URLSearchParams(window.location.search).get('q') ?? '') !== given;
    if (given === own.current || isLate) return;
    own.current = given;
    setWords(given);
  });
  // Another address, as a view leads to it, brings its own words; those that are being typed stay.
  useEffect(() => follow(inAddress), [inAddress]);
  return {
    asked,
    words,
    setWords,
    q,
    put: (changes) => {
      const next = new URLSearchParams(window.location.search);
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
