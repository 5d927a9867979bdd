import { generateKeyBetween } from 'fractional-indexing';
import type { CategoryImport, CategoryImportAnswer } from '../../contract/categories';
import { categoryBounds, type Categories, type Category } from '../../core/content/categories';
import type { Fault } from '../../core/faults';
import { fromColumns, fromIndented, type ListedCategory } from '../../core/formats/category-list';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { Scheme } from '../../core/model/document';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { freshCategory, keepCategories, onCategories, takenIn } from './edit';
import { schemeOf } from './lookup';

/**
 * The categories that a list names and the scheme has not yet; those it has by name at the same place are
 * left as they are.
 */
function imported(
  categories: Categories,
  scheme: CompiledType<Scheme>,
  listed: readonly ListedCategory[],
  faults: Fault[],
): { made: Category[]; known: number } {
  const taken = takenIn(categories, scheme.id);
  const byPlace = new Map<string, Category>();
  const place = (parent: Id | null, label: string) => `${parent ?? ''} ${label.toLowerCase()}`;
  for (const { category } of categories.inOrder(scheme.id))
    byPlace.set(place(category.parent, category.label), category);
  const last = new Map<string, string | null>();
  const way: Category[] = [];
  const made: Category[] = [];
  let known = 0;
  for (const { label, depth, line } of listed) {
    const at = `/line/${line}`;
    way.length = Math.min(way.length, depth);
    if (label.length > categoryBounds.label)
      faults.push({
        path: at,
        code: 'label',
        message: `Line ${line}: a name has at most ${categoryBounds.label} characters.`,
      });
    else if (depth >= categoryBounds.depth || (depth > 0 && scheme.definition.sort === 'tags'))
      faults.push({
        path: at,
        code: 'too-deep',
        message:
          scheme.definition.sort === 'tags'
            ? `Line ${line}: tags do not stand below one another.`
            : `Line ${line}: categories nest at most ${categoryBounds.depth} deep.`,
      });
    else {
      const parent = way.at(-1)?.id ?? null;
      const found = byPlace.get(place(parent, label));
      if (found) known += 1;
      const before = last.get(parent ?? '') ?? categories.below(scheme.id, parent).at(-1)?.position ?? null;
      const category =
        found ?? freshCategory(scheme.id, label, parent, generateKeyBetween(before, null), taken);
      if (!found) {
        made.push(category);
        last.set(parent ?? '', category.position);
        byPlace.set(place(parent, label), category);
      }
      way.push(category);
    }
  }
  return { made, known };
}

/** Reads categories from an indented list or a table of levels; with `tryOnly` nothing is kept. */
export async function importCategories(
  installation: Installation,
  person: Person,
  schemeId: Id,
  { format, text, tryOnly = false }: CategoryImport,
): Promise<CategoryImportAnswer> {
  const scheme = schemeOf(installation, schemeId);
  const { categories: listed, faults } = format === 'csv' ? fromColumns(text) : fromIndented(text);
  const read = (categories: Categories) => {
    const found = [...faults];
    const { made, known } = imported(categories, scheme, listed, found);
    if (categories.inOrder(scheme.id).length + made.length > categoryBounds.inScheme)
      found.push({
        path: '',
        code: 'too-many',
        message: `A scheme holds at most ${categoryBounds.inScheme.toLocaleString('en')} categories.`,
      });
    return { made, known, faults: found };
  };
  const before = installation.categories;
  const trial = read(before);
  if (tryOnly) return { made: trial.made.length, known: trial.known, faults: trial.faults };
  if (trial.faults.length > 0) throw invalidInput(trial.faults);
  return onCategories(installation, person, 'read in categories', async (act, categories) => {
    // Where nobody changed anything meanwhile, what was tried holds.
    const { made, known } = categories === before ? trial : read(categories);
    await keepCategories(act, made);
    return { scheme: scheme.id, done: { made: made.length, known, faults: [] } };
  });
}
