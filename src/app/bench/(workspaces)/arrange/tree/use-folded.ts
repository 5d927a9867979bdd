'use client';
import { useCallback, useMemo, useSyncExternalStore } from 'react';
import type { BranchPage } from '../../../../../contract/pages';
import type { Id } from '../../../../../core/ids';
import { MOST_OPEN } from '../../../../../core/site/tree-places';

const KEPT = 'clear-frame-tree';
/** The branches that somebody opened or folded otherwise than at first, in this browser, for as long as it is open. */
let turned: ReadonlySet<Id> | undefined;
const listeners = new Set<() => void>();

function keptTurned(): ReadonlySet<Id> {
  turned ??= new Set((window.sessionStorage.getItem(KEPT) ?? '').split(' ').filter(Boolean));
  return turned;
}

const NONE: ReadonlySet<Id> = new Set();

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

function turn(page: Id): void {
  const next = new Set(keptTurned());
  if (!next.delete(page)) next.add(page);
  // So many are asked for at most: of more, those turned first are as they were.
  turned = new Set([...next].slice(-MOST_OPEN));
  window.sessionStorage.setItem(KEPT, [...turned].join(' '));
  for (const listener of listeners) listener();
}

/** The branches that were opened or folded otherwise than at first. */
export const useTurned = (): ReadonlySet<Id> => useSyncExternalStore(subscribe, keptTurned, () => NONE);

/** The pages above one, from the nearest up. */
function above(pages: ReadonlyMap<Id, BranchPage>, page: Id | undefined): Id[] {
  const parent = pages.get(page ?? '')?.parent ?? undefined;
  return parent === undefined ? [] : [parent, ...above(pages, parent)];
}

/**
 * Which branches of the tree are open, and how one is folded. At first, where all pages are told, all are open, else those
 * at the top; the way to where one is stays open.
 */
export function useFolded(
  pages: readonly BranchPage[],
  whole: boolean,
  deep: ReadonlyMap<Id, number>,
  here: Id | undefined,
): {
  /** The pages that are seen: those in no branch that is folded. */
  seen: readonly BranchPage[];
  /** Of a page with others below it: whether those are seen; undefined for all else. */
  openOf: (page: Id) => boolean | undefined;
  turn: (page: Id) => void;
} {
  const others = useTurned();
  const byId = useMemo(() => new Map(pages.map((page) => [page.id, page])), [pages]);
  const way = useMemo(() => new Set(above(byId, here)), [byId, here]);
  const openOf = useCallback(
    (page: Id): boolean | undefined => {
      if (Object.keys(byId.get(page)?.below ?? {}).length === 0) return undefined;
      const first = whole || (deep.get(page) ?? 0) === 0 || way.has(page);
      return others.has(page) ? !first : first;
    },
    [byId, deep, others, way, whole],
  );
  const seen = useMemo(() => {
    const shown = new Set<Id>();
    return pages.filter(({ id, parent }) => {
      const isSeen = parent === null || (shown.has(parent) && openOf(parent) === true);
      if (isSeen) shown.add(id);
      return isSeen;
    });
  }, [openOf, pages]);
  return { seen, openOf, turn };
}
