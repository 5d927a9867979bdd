'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef } from 'react';

/** How often somebody has set out for another screen since the browser loaded the first. */
let departures = 0;
/** Where somebody set out for last. */
let target: string | undefined;

/** Notes that somebody sets out for another screen, before it is there. */
export const setOut = (href: string): void => {
  departures += 1;
  target = href;
};

/**
 * Asked when an act begins after which every screen is another: what loads anew the screen that somebody has
 * set out for by then, or another that is named, or the one they are on.
 */
export function beginAnew(): (href?: string) => void {
  const before = departures;
  const { pathname } = window.location;
  return (href) => {
    const isOnTheWay = departures !== before && window.location.pathname === pathname;
    const to = isOnTheWay ? target : href;
    if (to === undefined) window.location.reload();
    else window.location.assign(to);
  };
}

interface Going {
  /** Goes to another screen at once. */
  go: (href: string) => void;
  /**
   * Asked when an act begins: what goes where the act leads once it is done, and answers whether it went. It does not
   * where somebody has set out for elsewhere meanwhile: they would be called back from there.
   */
  begin: () => (href: string, how?: { instead: boolean }) => boolean;
}

/** Ways to other screens that are no links. */
export function useGoing(): Going {
  const router = useRouter();
  return useMemo(() => {
    const go = (href: string) => {
      setOut(href);
      router.push(href);
    };
    return {
      go,
      begin: () => {
        const before = departures;
        const { pathname } = window.location;
        return (href, { instead } = { instead: false }) => {
          if (departures !== before || window.location.pathname !== pathname) return false;
          if (instead) router.replace(href, { scroll: false });
          else go(href);
          return true;
        };
      },
    };
  }, [router]);
}

/**
 * Whether a screen is still where somebody is: it stands, and nobody has set out for another since it came.
 * What happens to its address of itself (another name, another screen) may do so only then.
 */
export function useIsHere(): () => boolean {
  const came = useRef<number>(undefined);
  useEffect(() => {
    came.current = departures;
    return () => {
      came.current = undefined;
    };
  }, []);
  return useCallback(() => came.current === departures, []);
}
