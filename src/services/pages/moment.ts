import type { PagesAtMoment, PagesAtMomentQuery, TreePage } from '../../contract/pages';
import { hasWords, standsOtherwise, treesBeside } from '../../core/site/trees-beside';
import type { Installation } from '../runtime/installation';
import { siteTree } from './tree';
import { siteTreeAt } from './tree-at';

/** How many pages are told at once; words find any other. */
const TOLD = 300;

const standing = (page: TreePage | undefined) => (page ? { address: page.address, state: page.state } : null);

/** How pages of all sites stood or will stand at a moment, beside how they stand now. */
export async function pagesAtMoment(
  installation: Installation,
  { at, all = 'no', q = '' }: PagesAtMomentQuery,
): Promise<PagesAtMoment> {
  const [now, then] = await Promise.all([siteTree(installation), siteTreeAt(installation, at)]);
  const words = q.trim().toLocaleLowerCase();
  const found = treesBeside(then.pages, now.pages).filter(
    (each) => (all === 'yes' || standsOtherwise(each)) && hasWords(each, words),
  );
  return {
    found: found.length,
    pages: found.slice(0, TOLD).map((each) => ({
      id: each.page.id,
      title: each.page.title,
      depth: each.depth,
      then: standing(each.then),
      now: standing(each.now),
      differs: standsOtherwise(each),
    })),
  };
}
