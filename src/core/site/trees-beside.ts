import type { Id } from '../ids';

/** What tells one page of a tree from how it stands in another tree. */
export interface Standing {
  id: Id;
  parent: Id | null;
  title: string;
  address: string;
  state: string;
}

/** A page as it stands in two trees, `undefined` where it does not; `depth` is that in the first. */
export interface Beside<Page extends Standing> {
  /** As the first tree knows it, or else the second. */
  page: Page;
  then: Page | undefined;
  now: Page | undefined;
  depth: number;
}

/** Whether a page stands elsewhere in the other tree, at another address, or otherwise with visitors. */
export const standsOtherwise = ({ then, now }: Pick<Beside<Standing>, 'then' | 'now'>): boolean =>
  now?.address !== then?.address || now?.state !== then?.state || now?.parent !== then?.parent;

/**
 * Two trees beside one another: the pages of the first in its order (each after its parent), then those that stand in
 * the second alone, in theirs.
 */
export function treesBeside<Page extends Standing>(
  then: readonly Page[],
  now: readonly Page[],
): Beside<Page>[] {
  const byId = new Map(now.map((page) => [page.id, page]));
  const depths = new Map<Id, number>();
  const there = then.map((page): Beside<Page> => {
    const depth = page.parent === null ? 0 : (depths.get(page.parent) ?? 0) + 1;
    depths.set(page.id, depth);
    return { page, then: page, now: byId.get(page.id), depth };
  });
  const added = now.filter(({ id }) => !depths.has(id));
  return [...there, ...added.map((page): Beside<Page> => ({ page, then: undefined, now: page, depth: 0 }))];
}

/** Whether words, in lower case, stand in the title or the address that a page has in one of two trees. */
export const hasWords = ({ then, now }: Beside<Standing>, words: string): boolean =>
  [then, now].some((page) => page && `${page.title} ${page.address}`.toLocaleLowerCase().includes(words));
