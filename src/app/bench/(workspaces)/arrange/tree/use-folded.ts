'use client';
import { useCallback, useMemo, useSyncExternalStore } from 'react';
import type { TreePage } from '../../../../../contract/pages';
import type { Id } from '../../../../../core/ids';

const KEPT = 'clear-frame-tree';
/** Up to so many pages all branches are open at first; of more, those at the top. */
const FEW = 150;

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
  turned = next;
  window.sessionStorage.setItem(KEPT, [...next].join(' '));
  for (const listener of listeners) listener();
}

/** The pages above one, from the nearest up. */
function above(pages: ReadonlyMap<Id, TreePage>, page: Id | undefined): Id[] {
  const parent = pages.get(page ?? '')?.parent ?? undefined;
  return parent === undefined ? [] : [parent, ...above(pages, parent)];
}

/** Which branches of the tree are open, and how one is folded; the way to where one is stays open. */
export function useFolded(
  pages: readonly TreePage[],
  deep: ReadonlyMap<Id, number>,
  here: Id | undefined,
): {
  /** The pages that are seen: those in no branch that is folded. */
  seen: readonly TreePage[];
  /** Of a page with others below it: whether those are seen; undefined for all else. */
  openOf: (page: Id) => boolean | undefined;
  turn: (page: Id) => void;
} {
  const others = useSyncExternalStore(subscribe, keptTurned, () => NONE);
  const byId = useMemo(() => new Map(pages.map((page) => [page.id, page])), [pages]);
  const holding = useMemo(() => new Set(pages.map(({ parent }) => parent)), [pages]);
  const way = useMemo(() => new Set(above(byId, here)), [byId, here]);
  const openOf = useCallback(
    (page: Id): boolean | undefined => {
      if (!holding.has(page)) return undefined;
      const first = pages.length <= FEW || (deep.get(page) ?? 0) === 0 || way.has(page);
      return others.has(page) ? !first : first;
    },
    [deep, holding, others, pages, way],
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
