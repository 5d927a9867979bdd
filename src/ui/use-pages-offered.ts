import type { BranchPage, TreeSeen } from '../contract/pages';
import type { Id } from '../core/ids';
import { firstOptions } from './first-options';
import { useAsk } from './use-ask';
import { usePaused } from './use-paused';

/** A page as it is offered. */
export type PageOffered = Pick<BranchPage, 'id' | 'title' | 'address' | 'parent'>;

const firstPages = firstOptions<PageOffered>();
const asTold = (pages: PageOffered[]) => pages;

/**
 * The pages that are offered to choose from: those that have the words that are typed in their titles, or
 * addresses that begin so; without any the tops of the trees, and the way to one that is chosen.
 */
export function usePagesOffered(
  words: string,
  here?: Id,
): {
  /** What the tree tells of those that stand there. */
  tree: TreeSeen | undefined;
  pages: PageOffered[];
  /** How a list of options narrows them further. */
  filterOptions: typeof firstPages | typeof asTold;
} {
  const q = usePaused(words.trim());
  const { data: tree } = useAsk('treeSeen', { query: here === undefined ? {} : { here } });
  const { data: sought } = useAsk(
    'treeSeen',
    { query: { q } },
    { enabled: q !== '' && tree?.whole === false },
  );
  const found = q === '' ? undefined : sought?.found;
  return {
    tree,
    pages: found ? (sought?.pages.filter(({ id }) => found.includes(id)) ?? []) : (tree?.pages ?? []),
    filterOptions: found ? asTold : firstPages,
  };
}
