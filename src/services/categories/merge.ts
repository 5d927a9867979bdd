import { generateNKeysBetween } from 'fractional-indexing';
import type { CategoryAnswer } from '../../contract/categories';
import type { Categories, Category } from '../../core/content/categories';
import { freeSlug } from '../../core/content/slug';
import type { Id } from '../../core/ids';
import { dropCategory } from '../../store/categories';
import type { Person } from '../people/person';
import type { Act } from '../records/act';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import {
  answerOf,
  freshCategory,
  guardedCategory,
  keepCategories,
  onCategories,
  positionAfter,
  takenIn,
} from './edit';
import { replaceCategoryRefs } from './replace-refs';
import { handOverWords } from './words';

async function dropOne(act: Act, id: Id): Promise<void> {
  act.touchCategory(id);
  await dropCategory(act.tx, id);
}

/** Makes one category part of another: its entries and what stands below it go over, and it is gone. */
export async function mergeCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  into: Id,
): Promise<CategoryAnswer> {
  await onCategories(installation, person, 'merged two categories', async (act, categories) => {
    const category = guardedCategory(installation, categories, id, revision);
    const other = categories.get(into);
    if (!other || other.scheme !== category.scheme)
      throw invalidInput([
        { path: '/into', code: 'gone', message: 'There is no such category in this scheme.' },
      ]);
    if (categories.isUnder(into, id))
      throw invalidInput([
        {
          path: '/into',
          code: 'circle',
          message: 'A category cannot become part of itself or of one below it.',
        },
      ]);
    await replaceCategoryRefs(act, id, into);
    await handOverWords(act, id, into);
    await moveBelow(act, categories, category, into);
    await dropOne(act, id);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(installation, into);
}

/**
 * Moves what stands below a category to another place: into the room that the category leaves, or behind
 * those that are there.
 */
async function moveBelow(act: Act, categories: Categories, from: Category, to: Id | null): Promise<void> {
  const beside = categories.below(from.scheme, to);
  const below = categories.below(from.scheme, from.id);
  const slugs = new Set(beside.filter(({ id }) => id !== from.id).map(({ slug }) => slug));
  const next = to === from.parent ? beside[beside.findIndex(({ id }) => id === from.id) + 1] : undefined;
  const positions =
    to === from.parent
      ? generateNKeysBetween(from.position, next?.position ?? null, below.length)
      : generateNKeysBetween(beside.at(-1)?.position ?? null, null, below.length);
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

/** Makes a category beside another, to which some of its entries go. */
export async function splitCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  label: string,
  entries: readonly Id[],
): Promise<CategoryAnswer> {
  const made = await onCategories(installation, person, 'split a category', async (act, categories) => {
    const category = guardedCategory(installation, categories, id, revision);
    const beside = categories.below(category.scheme, category.parent);
    const made = freshCategory(
      category.scheme,
      label.trim(),
      category.parent,
      positionAfter(beside, id),
      takenIn(categories, category.scheme),
    );
    await keepCategories(act, [made]);
    await replaceCategoryRefs(act, id, made.id, new Set(entries));
    return { scheme: category.scheme, done: made.id };
  });
  return answerOf(installation, made);
}

/** Takes a category away. Its entries go to another or lose it; what stands below it moves up. */
export async function removeCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  to: Id | undefined,
): Promise<void> {
  await onCategories(installation, person, 'took a category away', async (act, categories) => {
    const category = guardedCategory(installation, categories, id, revision);
    const other = to === undefined ? undefined : categories.get(to);
    if (to !== undefined && (!other || other.scheme !== category.scheme || other.id === id))
      throw invalidInput([
        { path: '/to', code: 'gone', message: 'There is no such category in this scheme.' },
      ]);
    await replaceCategoryRefs(act, id, to);
    await handOverWords(act, id, to);
    await moveBelow(act, categories, category, category.parent);
    await dropOne(act, id);
    return { scheme: category.scheme, done: undefined };
  });
}
