import type { Id } from '../ids';
import type { CompiledModel } from '../model/compile';
import { TOP } from '../model/document';
import { mayStand } from '../model/placement/placement';

/** The most pages that are changed together. */
export const MOST_CHANGED_TOGETHER = 100;

/** The most branches of a tree that are asked for by name at once. */
export const MOST_OPEN = 100;

/**
 * A page as it stands in the tree of a site; pages come after their parents, children in their order. Not all branches
 * need be there, but of one that is, all pages right below its top.
 */
export interface TreeSpot {
  id: Id;
  site: Id;
  parent: Id | null;
  /** The key of its type. */
  type: string;
  title: string;
  /** The category whose words it holds, where it is one of those: it stays on that category's page. */
  category: Id | null;
  /** How many pages of each type, by its key, stand right below it. */
  below: Readonly<Record<string, number>>;
}

/** A place a page is moved to: under a page, behind one of its children, before them all (null) or behind them (undefined). */
export interface NewPlace {
  parent: Id;
  after: Id | null | undefined;
}

/** Where on another page a page is let go: before it, into it as its last child, or behind it. */
export type LetGo = 'before' | 'into' | 'after';

/** The place that letting a page go at another means; nothing beside the top of a site. */
export function placeAt(tree: readonly TreeSpot[], moving: Id, at: Id, how: LetGo): NewPlace | undefined {
  const target = tree.find(({ id }) => id === at);
  if (!target) return undefined;
  const parent = how === 'into' ? target.id : target.parent;
  if (parent === null) return undefined;
  if (how === 'into') return { parent, after: undefined };
  const children = tree.filter((page) => page.parent === parent && page.id !== moving).map(({ id }) => id);
  const place = children.indexOf(at);
  return { parent, after: how === 'after' ? at : (children[place - 1] ?? null) };
}

/** A step of a page by keys: among those beside it, into the one before it, or out behind the one above. */
export function stepTo(
  tree: readonly TreeSpot[],
  moving: Id,
  way: 'up' | 'down' | 'in' | 'out',
): NewPlace | undefined {
  const page = tree.find(({ id }) => id === moving);
  if (!page || page.parent === null) return undefined;
  const beside = tree.filter(({ parent }) => parent === page.parent).map(({ id }) => id);
  const at = beside.indexOf(moving);
  const [before, next] = [beside[at - 1], beside[at + 1]];
  if (way === 'up') return before === undefined ? undefined : placeAt(tree, moving, before, 'before');
  if (way === 'down') return next === undefined ? undefined : placeAt(tree, moving, next, 'after');
  if (way === 'in') return before === undefined ? undefined : placeAt(tree, moving, before, 'into');
  return placeAt(tree, moving, page.parent, 'after');
}

/**
 * Answers, for each page of a tree, why another may not stand under it, in words; nothing where it may. Told
 * from the tree, without asking.
 */
export function homesIn(
  model: CompiledModel,
  tree: readonly TreeSpot[],
  moving: Id,
): (parent: Id) => string | undefined {
  const by = new Map(tree.map((page) => [page.id, page]));
  const page = by.get(moving);
  const type = model.pageTypeByKey(page?.type ?? '');
  if (!page || !type) return () => 'It is not there any more.';
  if (page.parent === null) return () => 'The first page of a site stays at its top.';
  if (page.category !== null) return () => 'Words of a category stay on its page.';
  return (parent) => {
    const home = by.get(parent);
    if (!home) return 'It is not there any more.';
    if (page.site !== home.site) return 'A page stays in its site.';
    const branch: TreeSpot[] = [];
    for (let at: TreeSpot | undefined = home; at; at = at.parent === null ? undefined : by.get(at.parent))
      branch.push(at);
    if (branch.some(({ id }) => id === moving)) return 'A page cannot stand under itself.';
    const { allowed, reasons } = mayStand(
      model,
      type.id,
      {
        parentType: model.pageTypeByKey(home.type)?.id ?? TOP,
        branch,
        sameTypeThere: (home.below[page.type] ?? 0) - (page.parent === parent ? 1 : 0),
        // A site holds as many of a type after a page was moved within it.
        sameTypeInSite: 0,
      },
      (id) => by.get(id)?.title,
    );
    return allowed ? undefined : reasons.join(' ');
  };
}
