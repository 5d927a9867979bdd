import { useMemo } from 'react';
import type { Id } from '../core/ids';
import { outsideOf, type Limits } from '../core/limits';
import { may, type Act } from '../core/roles';
import { usePerson } from './shell/person';
import { useAsk } from './use-ask';

const words: Record<keyof Limits, string> = {
  types: 'It is of a type that you may not change.',
  sites: 'It stands in a site that you may not change.',
  branches: 'It stands outside the pages that you may change.',
  languages: 'It is in a language that you may not change.',
};

/** Why the one who is signed in may not change entries of a type; undefined where they may. */
export function useOutsideOfType(type: Id): string | undefined {
  const { limits } = usePerson();
  const by = limits && outsideOf(limits, { sort: 'entry', type });
  return by && `${words[by]} Somebody without this limit, or an architect, may.`;
}

/** Of which types the one who is signed in may do something with entries. */
export function useMayOfType(act: Act): (type: Id) => boolean {
  const { role, limits } = usePerson();
  return (type) => may(role, act) && !(limits && outsideOf(limits, { sort: 'entry', type }));
}

/** Why they may not change a page; undefined where they may, and while that is not known. */
export function useOutsideOfPage(page: { id: Id; site: Id }, type: Id): string | undefined {
  const { limits } = usePerson();
  const { data: tree } = useAsk(
    'treeSeen',
    { query: { here: page.id } },
    { enabled: limits?.branches !== undefined },
  );
  return useMemo(() => {
    if (!limits || (limits.branches && !tree?.pages.some(({ id }) => id === page.id))) return undefined;
    const above = new Map(tree?.pages.map(({ id, parent }) => [id, parent]));
    const trail: Id[] = [];
    for (let at: Id | null = page.id; at !== null && !trail.includes(at); at = above.get(at) ?? null)
      trail.push(at);
    const by = outsideOf(limits, { sort: 'page', type, site: page.site, trail });
    return by && `${words[by]} Somebody without this limit, or an architect, may.`;
  }, [limits, page.id, page.site, tree, type]);
}
