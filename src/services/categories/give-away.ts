import type { Categories, Category } from '../../core/content/categories';
import { positionsBehind } from '../../core/content/positions';
import { freeSlug } from '../../core/content/slug';
import type { Id } from '../../core/ids';
import { dropCategory } from '../../store/categories';
import type { Act } from '../records/act';
import { invalidInput } from '../runtime/refusal';
import { keepCategories } from './edit';
import { leaveCategoryAddresses } from './old-addresses';
import { handOverWords } from './words';

async function dropOne(act: Act, id: Id): Promise<void> {
  act.touchCategory(id);
  await dropCategory(act.tx, id);
}

/** Refuses a category that cannot take over what stands in another. */
export function expectHeir(categories: Categories, { id, scheme }: Category, into: Id, at: string): Category {
  const other = categories.get(into);
  if (!other || other.scheme !== scheme || other.id === id)
    throw invalidInput([{ path: at, code: 'gone', message: 'There is no such category in this scheme.' }]);
  return other;
}

/**
 * Moves what stands below a category to another place: into the room that the category leaves, or behind
 * those that are there.
 */
async function moveBelow(act: Act, categories: Categories, from: Category, to: Id | null): Promise<void> {
  const beside = categories.below(from.scheme, to);
  const below = categories.below(from.scheme, from.id);
  const slugs = new Set(beside.filter(({ id }) => id !== from.id).map(({ slug }) => slug));
  const behind = to === from.parent ? beside.findIndex(({ id }) => id === from.id) : beside.length - 1;
  const positions = positionsBehind(beside, behind, below.length);
  await keepCategories(
    act,
    below.map((child, i) => {
      const slug = freeSlug(child.slug, (each) => slugs.has(each));
      slugs.add(slug);
      return {
        ...child,
        parent: to,
        position: positions[i] ?? child.position,
        slug,
        revision: child.revision + 1,
      };
    }),
  );
}

/** Gives away what a category holds besides references to it, its words and what stands below it, and takes it away. */
export async function giveAway(
  act: Act,
  categories: Categories,
  category: Category,
  into: Id | undefined,
  below: Id | null,
): Promise<void> {
  const heir = into ?? category.parent ?? undefined;
  if (heir !== undefined) await leaveCategoryAddresses(act, [{ category, why: 'merged', heir }]);
  await handOverWords(act, category.id, into);
  await moveBelow(act, categories, category, below);
  await dropOne(act, category.id);
}
