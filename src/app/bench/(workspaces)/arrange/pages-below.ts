import type { TreePage } from '../../../../contract/pages';
import type { Id } from '../../../../core/ids';

/** The pages below one, in the order of the tree. */
export function pagesBelow(pages: readonly TreePage[], id: Id): TreePage[] {
  const inside = new Set([id]);
  // Each page stands after its parent.
  return pages.filter((page) => {
    if (page.parent === null || !inside.has(page.parent)) return false;
    inside.add(page.id);
    return true;
  });
}
