import { leaveCategoryAddresses } from './old-addresses';
import type {
  CategoriesAnswer,
  CategoryAnswer,
  CategoryCounts,
  CategoryMove,
  CategoryPatch,
  NewCategory,
} from '../../contract/categories';
import { categoryBounds, type Categories, type Category } from '../../core/content/categories';
import { positionBehind, positionsBehind } from '../../core/content/positions';
import { freeSlug, isSlug, slugFrom } from '../../core/content/slug';
import { parseValues, ruleFaults, serializeValues } from '../../core/content/values';
import { pointer } from '../../core/faults';
import { newId, type Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { Scheme } from '../../core/model/document';
import { FOLDERS } from '../../core/model/media-type';
import { keyFrom } from '../../core/model/naming';
import { may } from '../../core/roles';
import { whyReserved } from '../../core/site/address';
import { keptCounts } from '../../store/category-counts';
import { countLiveByCategory, putCategories } from '../../store/categories';
import type { Person } from '../people/person';
import { reachOfScheme } from '../reach/scheme';
import { inAct, type Act } from '../records/act';
import { today, type Installation } from '../runtime/installation';
import { changedSince, invalidInput, Refusal, ruleViolation } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { categoryColumns } from './counts';
import { needCategory, schemeOf } from './lookup';

function answer(installation: Installation, category: Category, depth: number): CategoryAnswer {
  const fields = schemeOf(installation, category.scheme).fields;
  const { id, parent, key, slug, label, labels, revision, values } = category;
  return {
    id,
    parent,
    key,
    slug,
    label,
    labels,
    depth,
    revision,
    values: serializeValues(fields, values, installation.model.locale),
    faults: ruleFaults(fields, values, { today: today(installation) }),
  };
}

export const answerOf = (installation: Installation, id: Id): CategoryAnswer =>
  answer(
    installation,
    needCategory(installation.categories, id),
    installation.categories.trail(id).length - 1,
  );

export function categoriesOf(installation: Installation, scheme: Id): CategoriesAnswer {
  schemeOf(installation, scheme);
  return {
    items: installation.categories
      .inOrder(scheme)
      .map(({ category, depth }) => answer(installation, category, depth)),
  };
}

export async function categoryCounts(installation: Installation, scheme: Id): Promise<CategoryCounts> {
  schemeOf(installation, scheme);
  // Media are counted as visitors see them.
  const counts = await (scheme === FOLDERS
    ? countLiveByCategory(
        installation.content,
        categoryColumns(installation, scheme, 'live'),
        installation.now(),
      )
    : keptCounts(
        installation.content,
        categoryColumns(installation, scheme, 'work').map(({ field }) => field),
      ));
  return {
    items: installation.categories.inOrder(scheme).map(({ category: { id } }) => ({
      id,
      ...(counts.get(installation.keyMap.find(id)) ?? { own: 0, all: 0 }),
    })),
  };
}

/** Refuses who may not change a scheme: folders are kept by those who lay media in them, all others by architects. */
export function expectKeeps(person: Person, scheme: Id): void {
  if (scheme !== FOLDERS && !may(person.role, 'shape the model'))
    throw new Refusal(403, 'Only an architect changes categories and tags.');
}

/** Refuses who may not make categories of a scheme: tags are made by those who write, as they go. */
export function expectMakes(installation: Installation, person: Person, scheme: Id): void {
  if (schemeOf(installation, scheme).definition.sort !== 'tags') expectKeeps(person, scheme);
}

/**
 * Does one act on the categories of a scheme; afterwards everyone sees them as they are, and the pages that
 * may tell of them are drawn again.
 */
export async function onCategories<T>(
  installation: Installation,
  person: Person,
  what: string,
  work: (act: Act, categories: Categories) => Promise<{ scheme: Id; done: T }>,
  /** Refuses who may not do it. */
  expect: (scheme: Id) => void = (scheme) => expectKeeps(person, scheme),
): Promise<T> {
  const { done, reached } = await inAct(installation, person, async (act) => {
    const { scheme, done: result } = await work(act, installation.categories);
    expect(scheme);
    await act.keep(what);
    const reach = await reachOfScheme(act.tx, installation, scheme);
    return { done: result, reached: reach };
  });
  installation.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

/** Puts categories in inside an act, or in place of those with their ids. */
export async function keepCategories(act: Act, changed: readonly Category[]): Promise<void> {
  const { keyMap, model } = act.inside;
  const ids = changed.map(({ id }) => id);
  await leaveCategoryAddresses(
    act,
    changed.flatMap(({ id, slug, parent }) => {
      const before = act.inside.categories.get(id);
      if (!before || (before.slug === slug && before.parent === parent)) return [];
      return [
        { category: before, why: before.parent === parent ? ('renamed' as const) : ('moved' as const) },
      ];
    }),
  );
  for (const id of ids) act.touchCategory(id);
  await keyMap.know(act.tx, ids);
  await putCategories(act.tx, changed, (id) => keyMap.of(id), model.locale, act.now, act.by);
}

export const positionAfter = (beside: readonly Category[], after: Id | null | undefined): string => {
  if (after === undefined) return positionBehind(beside, beside.length - 1);
  if (after === null) return positionBehind(beside, -1);
  const at = beside.findIndex(({ id }) => id === after);
  if (at < 0)
    throw invalidInput([
      { path: '/after', code: 'gone', message: 'The category to stand after is not there.' },
    ]);
  return positionBehind(beside, at);
};

function parentGiven(categories: Categories, scheme: CompiledType<Scheme>, id: Id | null): Category | null {
  if (id === null) return null;
  const parent = categories.get(id);
  if (!parent || parent.scheme !== scheme.id)
    throw invalidInput([
      { path: '/parent', code: 'gone', message: `There is no such category in ${scheme.definition.label}.` },
    ]);
  if (scheme.definition.sort === 'tags')
    throw invalidInput([
      {
        path: '/parent',
        code: 'flat',
        message: `${scheme.definition.label} is a set of tags: they do not stand below one another.`,
      },
    ]);
  if (categories.trail(id).length >= categoryBounds.depth)
    throw invalidInput([
      { path: '/parent', code: 'too-deep', message: `Categories nest at most ${categoryBounds.depth} deep.` },
    ]);
  return parent;
}

/** A new category, its key and slug made from its label and free in the scheme. */
export function freshCategory(
  scheme: Id,
  label: string,
  parent: Id | null,
  position: string,
  taken: { keys: Set<string>; slugs: (parent: Id | null) => Set<string> },
): Category {
  const key = keyFrom(label, taken.keys);
  const beside = taken.slugs(parent);
  const slug = freeSlug(
    slugFrom(label, { drop: {}, atMost: 60 }, 'en') || key.toLowerCase(),
    (each) => beside.has(each) || whyReserved(each, false, []) !== undefined,
  );
  taken.keys.add(key);
  beside.add(slug);
  return { id: newId(), scheme, parent, position, key, slug, label, labels: {}, values: {}, revision: 1 };
}

export function takenIn(
  categories: Categories,
  scheme: Id,
): { keys: Set<string>; slugs: (parent: Id | null) => Set<string> } {
  const slugs = new Map<string, Set<string>>();
  return {
    keys: new Set(categories.inOrder(scheme).map(({ category }) => category.key)),
    slugs: (parent) =>
      slugs.get(parent ?? '') ??
      slugs
        .set(parent ?? '', new Set(categories.below(scheme, parent).map(({ slug }) => slug)))
        .get(parent ?? '') ??
      new Set(),
  };
}

export async function addCategory(
  installation: Installation,
  person: Person,
  schemeId: Id,
  { label, parent }: NewCategory,
): Promise<CategoryAnswer> {
  const scheme = schemeOf(installation, schemeId);
  const id = await onCategories(
    installation,
    person,
    'made a category',
    async (act, categories) => {
      if (categories.inOrder(scheme.id).length >= categoryBounds.inScheme)
        throw ruleViolation(
          `A scheme holds at most ${categoryBounds.inScheme.toLocaleString('en')} categories.`,
        );
      const above = parentGiven(categories, scheme, parent);
      const made = freshCategory(
        scheme.id,
        label.trim(),
        above?.id ?? null,
        positionAfter(categories.below(scheme.id, above?.id ?? null), undefined),
        takenIn(categories, scheme.id),
      );
      await keepCategories(act, [made]);
      return { scheme: scheme.id, done: made.id };
    },
    (of) => expectMakes(installation, person, of),
  );
  return answerOf(installation, id);
}

export function guardedCategory(
  installation: Installation,
  categories: Categories,
  id: Id,
  revision: number,
): Category {
  const category = needCategory(categories, id);
  if (!revisionMatches(category.revision, revision))
    throw changedSince(answer(installation, category, 0), {});
  return category;
}

export async function changeCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: CategoryPatch,
): Promise<CategoryAnswer> {
  if (Object.keys(patch).length === 0) {
    guardedCategory(installation, installation.categories, id, revision);
    return answerOf(installation, id);
  }
  await onCategories(installation, person, 'changed a category', async (act, categories) => {
    const category = guardedCategory(installation, categories, id, revision);
    const { values, faults } = parseValues(
      schemeOf(installation, category.scheme).fields,
      patch.values ?? {},
      category.values,
      '/values',
    );
    const labels = { ...category.labels };
    for (const [locale, name] of Object.entries(patch.labels ?? {})) {
      const at = pointer('/labels', locale);
      if (!installation.model.document.locales.others.includes(locale))
        faults.push({ path: at, code: 'locale', message: `The site is not written in "${locale}".` });
      else if (name === null || name === '') delete labels[locale];
      else if (typeof name !== 'string' || name.length > categoryBounds.label)
        faults.push({
          path: at,
          code: 'label',
          message: `A name has at most ${categoryBounds.label} characters.`,
        });
      else labels[locale] = name.trim();
    }
    if (patch.slug !== undefined) {
      if (!isSlug(patch.slug))
        faults.push({
          path: '/slug',
          code: 'slug',
          message: 'An address is made of small letters, digits and single hyphens: reed-beds.',
        });
      else if (whyReserved(patch.slug, false, []))
        faults.push({ path: '/slug', code: 'reserved', message: whyReserved(patch.slug, false, []) ?? '' });
      else if (
        categories
          .below(category.scheme, category.parent)
          .some((other) => other.id !== id && other.slug === patch.slug)
      )
        faults.push({ path: '/slug', code: 'taken', message: 'A category beside it has this already.' });
    }
    if (faults.length > 0) throw invalidInput(faults);
    await keepCategories(act, [
      {
        ...category,
        label: patch.label?.trim() ?? category.label,
        slug: patch.slug ?? category.slug,
        labels,
        values,
        revision: revision + 1,
      },
    ]);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(installation, id);
}

export async function moveCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { parent: to, after }: CategoryMove,
): Promise<CategoryAnswer> {
  await onCategories(installation, person, 'moved a category', async (act, categories) => {
    const category = guardedCategory(installation, categories, id, revision);
    if (to !== null && categories.isUnder(to, id))
      throw invalidInput([
        { path: '/parent', code: 'circle', message: 'A category cannot stand below itself.' },
      ]);
    const parent = parentGiven(categories, schemeOf(installation, category.scheme), to);
    const beside = categories.below(category.scheme, parent?.id ?? null).filter((other) => other.id !== id);
    const deepest =
      Math.max(...categories.branch(id).map((below) => categories.trail(below.id).length)) -
      categories.trail(id).length +
      1;
    if ((parent ? categories.trail(parent.id).length : 0) + deepest > categoryBounds.depth)
      throw invalidInput([
        {
          path: '/parent',
          code: 'too-deep',
          message: `Categories nest at most ${categoryBounds.depth} deep.`,
        },
      ]);
    const slug = freeSlug(category.slug, (each) => beside.some((other) => other.slug === each));
    await keepCategories(act, [
      {
        ...category,
        parent: parent?.id ?? null,
        position: positionAfter(beside, after),
        slug,
        revision: revision + 1,
      },
    ]);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(installation, id);
}

/** Puts those below one (or at the top) in the order of their names. */
export async function sortCategories(
  installation: Installation,
  person: Person,
  schemeId: Id,
  parent: Id | null,
): Promise<CategoriesAnswer> {
  const scheme = schemeOf(installation, schemeId);
  await onCategories(installation, person, 'sorted categories', async (act, categories) => {
    const { compare } = new Intl.Collator(installation.model.locale);
    const inOrder = [...categories.below(scheme.id, parent)].sort((a, b) => compare(a.label, b.label));
    const positions = positionsBehind([], -1, inOrder.length);
    await keepCategories(
      act,
      inOrder.map((category, i) => ({
        ...category,
        position: positions[i] ?? category.position,
        revision: category.revision + 1,
      })),
    );
    return { scheme: scheme.id, done: undefined };
  });
  return categoriesOf(installation, schemeId);
}
