import type { CategoryAnswer, CategoryTakenAway } from '../../contract/categories';
import type { Categories, Category } from '../../core/content/categories';
import type { Id } from '../../core/ids';
import type { Person } from '../people/person';
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
import { expectHeir, giveAway } from './give-away';
import { handedOver } from './hand-over';
import { replaceCategoryRefs } from './replace-refs';

const MERGED = 'merged two categories';
const TAKEN_AWAY = 'took a category away';

/** Makes one category part of another: its entries and what stands below it go over, and it is gone. */
export async function mergeCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  into: Id,
): Promise<CategoryAnswer> {
  const allowed = (categories: Categories): Category => {
    const category = guardedCategory(installation, categories, id, revision);
    if (categories.isUnder(into, id))
      throw invalidInput([
        {
          path: '/into',
          code: 'circle',
          message: 'A category cannot become part of itself or of one below it.',
        },
      ]);
    expectHeir(categories, category, into, '/into');
    return category;
  };
  const goesOn = await handedOver(installation, person, allowed(installation.categories), into, MERGED);
  if (goesOn !== undefined) return { ...answerOf(installation, into), goesOn };
  await onCategories(installation, person, MERGED, async (act, categories) => {
    const category = allowed(categories);
    await replaceCategoryRefs(act, id, into);
    await giveAway(act, categories, category, into, into);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(installation, into);
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
    await replaceCategoryRefs(act, id, made.id, { only: new Set(entries) });
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
): Promise<CategoryTakenAway> {
  const allowed = (categories: Categories): Category => {
    const category = guardedCategory(installation, categories, id, revision);
    if (to !== undefined) expectHeir(categories, category, to, '/to');
    return category;
  };
  const goesOn = await handedOver(installation, person, allowed(installation.categories), to, TAKEN_AWAY);
  if (goesOn !== undefined) return { goesOn };
  await onCategories(installation, person, TAKEN_AWAY, async (act, categories) => {
    const category = allowed(categories);
    await replaceCategoryRefs(act, id, to);
    await giveAway(act, categories, category, to, category.parent);
    return { scheme: category.scheme, done: undefined };
  });
  return {};
}
