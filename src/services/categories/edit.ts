import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import type {
  CategoriesAnswer,
  CategoryAnswer,
  CategoryCounts,
  CategoryImport,
  CategoryImportAnswer,
  CategoryMove,
  CategoryPatch,
  NewCategory,
} from '../../contract/categories';
import type { ReachedPages } from '../../contract/entries';
import { blocksIn, type SlotContents } from '../../core/content/blocks';
import { categoryBounds, type Categories, type Category } from '../../core/content/categories';
import { regiveCategory } from '../../core/content/references';
import { freeSlug, isSlug, slugFrom } from '../../core/content/slug';
import { parseValues, ruleFaults, serializeValues, titleOf } from '../../core/content/values';
import { pointer, type Fault } from '../../core/faults';
import { fromColumns, fromIndented, type ListedCategory } from '../../core/formats/category-list';
import { newId, type Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { Scheme } from '../../core/model/document';
import { FOLDERS } from '../../core/model/media-type';
import { keyFrom } from '../../core/model/naming';
import { may } from '../../core/roles';
import { whyReserved } from '../../core/site/address';
import {
  allCategories,
  countByCategory,
  dropCategory,
  reindexClosure,
  putCategories,
} from '../../store/categories';
import type { WriteTransaction } from '../../store/database';
import { changeWorking, liveOf, note, recordById } from '../../store/records';
import { categoryColumns } from './counts';
import { handOverWords } from './words';
import { reindexEntry } from '../entries/write';
import { today, type Installation } from '../runtime/installation';
import { entryBody, pageBody } from '../records/bodies';
import type { Person } from '../people/people';
import { pageLink } from '../reach/pages';
import { reachOfScheme } from '../reach/scheme';
import { ruleViolation, changedSince, notFound, Refusal, invalidInput } from '../runtime/refusal';
import { reindexShown } from '../records/reindex-shown';

function schemeOf(installation: Installation, id: Id): CompiledType<Scheme> {
  const scheme = installation.model.scheme(id);
  if (!scheme) throw notFound('scheme in force');
  return scheme;
}

function need(categories: Categories, id: Id): Category {
  const category = categories.get(id);
  if (!category) throw notFound('category');
  return category;
}

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

const answerOf = (installation: Installation, id: Id): CategoryAnswer =>
  answer(installation, need(installation.categories, id), installation.categories.trail(id).length - 1);

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
  // Of media there is only what visitors see.
  const counts = await (scheme === FOLDERS
    ? countByCategory(installation.content, categoryColumns(installation, scheme, 'live'), installation.now())
    : countByCategory(installation.content, categoryColumns(installation, scheme, 'work')));
  return {
    items: installation.categories
      .inOrder(scheme)
      .map(({ category: { id } }) => ({
        id,
        ...(counts.get(installation.keyMap.find(id)) ?? { own: 0, all: 0 }),
      })),
  };
}

/** The visitor pages that may differ when a category of a scheme changes. */
export async function schemeReach(installation: Installation, scheme: Id): Promise<ReachedPages> {
  schemeOf(installation, scheme);
  return { pages: (await reachOfScheme(installation.content, installation, scheme)).map(pageLink) };
}

/** Does one piece of work on the categories of a scheme; afterwards everyone sees them as they are, and the pages that may tell of them are drawn again. */
async function work<T>(
  installation: Installation,
  person: Person,
  what: string,
  act: (tx: WriteTransaction, categories: Categories) => Promise<{ scheme: Id; done: T }>,
): Promise<T> {
  const { done, categories, reached } = await installation.content.write(async (tx) => {
    const { scheme, done: result } = await act(tx, installation.categories);
    // Folders are kept by those who lay media in them; every other scheme is part of what an architect decides.
    if (scheme !== FOLDERS && !may(person.role, 'shape the model'))
      throw new Refusal(403, 'Only an architect changes categories and tags.');
    await reindexClosure(tx, installation.keyMap.of(scheme));
    await note(tx, installation.now(), person.id, what, null);
    return {
      done: result,
      categories: await allCategories(tx),
      reached: await reachOfScheme(tx, installation, scheme),
    };
  });
  installation.categories = categories;
  installation.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

async function put(
  tx: WriteTransaction,
  installation: Installation,
  person: Person,
  changed: readonly Category[],
): Promise<void> {
  await installation.keyMap.know(
    tx,
    changed.map(({ id }) => id),
  );
  await putCategories(tx, changed, (id) => installation.keyMap.of(id), installation.now(), person.id);
}

const positionAfter = (beside: readonly Category[], after: Id | null | undefined): string => {
  if (after === undefined) return generateKeyBetween(beside.at(-1)?.position ?? null, null);
  if (after === null) return generateKeyBetween(null, beside[0]?.position ?? null);
  const at = beside.findIndex(({ id }) => id === after);
  if (at < 0)
    throw invalidInput([
      { path: '/after', code: 'gone', message: 'The category to stand after is not there.' },
    ]);
  return generateKeyBetween(beside[at]?.position ?? null, beside[at + 1]?.position ?? null);
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
function fresh(
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

function takenIn(
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
  const id = await work(installation, person, 'made a category', async (tx, categories) => {
    if (categories.inOrder(scheme.id).length >= categoryBounds.inScheme)
      throw ruleViolation(
        `A scheme holds at most ${categoryBounds.inScheme.toLocaleString('en')} categories.`,
      );
    const above = parentGiven(categories, scheme, parent);
    const made = fresh(
      scheme.id,
      label.trim(),
      above?.id ?? null,
      positionAfter(categories.below(scheme.id, above?.id ?? null), undefined),
      takenIn(categories, scheme.id),
    );
    await put(tx, installation, person, [made]);
    return { scheme: scheme.id, done: made.id };
  });
  return answerOf(installation, id);
}

function guarded(installation: Installation, categories: Categories, id: Id, revision: number): Category {
  const category = need(categories, id);
  if (category.revision !== revision)
    throw changedSince({ ...answer(installation, category, 0) } as never, {});
  return category;
}

export async function changeCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: CategoryPatch,
): Promise<CategoryAnswer> {
  await work(installation, person, 'changed a category', async (tx, categories) => {
    const category = guarded(installation, categories, id, revision);
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
    await put(tx, installation, person, [
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
  await work(installation, person, 'moved a category', async (tx, categories) => {
    const category = guarded(installation, categories, id, revision);
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
    await put(tx, installation, person, [
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
  await work(installation, person, 'sorted categories', async (tx, categories) => {
    const { compare } = new Intl.Collator(installation.model.locale);
    const inOrder = [...categories.below(scheme.id, parent)].sort((a, b) => compare(a.label, b.label));
    const positions = generateNKeysBetween(null, null, inOrder.length);
    await put(
      tx,
      installation,
      person,
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

const regiveSlots = (
  installation: Installation,
  contents: SlotContents,
  from: Id,
  to: Id | undefined,
): SlotContents => {
  // The blocks are copied as plain data first, so that the kept ones stay as they are.
  const copy = structuredClone(contents);
  for (const block of blocksIn(copy))
    block.values = regiveCategory(
      installation.model.blockType(block.type)?.fields ?? [],
      block.values,
      from,
      to,
    );
  return copy;
};

/** Gives every reference to one category to another (or to none), in what is worked on and in what visitors see. Answers how many things it touched. */
async function replaceCategoryRefs(
  tx: WriteTransaction,
  installation: Installation,
  person: Person,
  from: Id,
  to: Id | undefined,
  only?: ReadonlySet<Id>,
): Promise<number> {
  const sources = await tx.all<{ source: number }>('SELECT DISTINCT source FROM refs WHERE target = $1', [
    from,
  ]);
  let touched = 0;
  for (const { source } of sources) {
    const record = await recordById(tx, source);
    if (!record || (only && !only.has(record.uuid))) continue;
    const type =
      installation.model.contentOrMedia(record.type ?? '') ?? installation.model.pageType(record.type ?? '');
    if (!type) continue;
    const changed = (body: string): string => {
      if (record.sort !== 'page') {
        const kept = entryBody(body);
        return JSON.stringify({ ...kept, values: regiveCategory(type.fields, kept.values, from, to) });
      }
      const kept = pageBody(body);
      return JSON.stringify({
        ...kept,
        values: regiveCategory(type.fields, kept.values, from, to),
        ...(kept.slots ? { slots: regiveSlots(installation, kept.slots, from, to) } : {}),
      });
    };
    const body = changed(record.body);
    if (body !== record.body) {
      const { values } = entryBody(body);
      await changeWorking(tx, record, {
        title: titleOf(type.definition as { title: Id }, values),
        body,
        faults: record.faults,
        stage: record.stage,
        at: installation.now(),
        by: person.id,
        why: 'category changed',
      });
    }
    for (const version of await liveOf(tx, source))
      await tx.run('UPDATE live SET body = $1 WHERE id = $2', [changed(version.body), version.id]);
    const after = await recordById(tx, source);
    const shown = { dropped: [], versions: await liveOf(tx, source) };
    if (after && record.sort === 'entry') await reindexEntry(tx, installation, after, shown);
    else {
      if (after) await reindexShown(tx, installation, after, shown);
      if (to !== undefined)
        await tx.run('UPDATE OR REPLACE refs SET target = $1 WHERE source = $2 AND target = $3', [
          to,
          source,
          from,
        ]);
      else await tx.run('DELETE FROM refs WHERE source = $1 AND target = $2', [source, from]);
    }
    touched += 1;
  }
  return touched;
}

/** Makes one category part of another: its entries and what stands below it go over, and it is gone. */
export async function mergeCategory(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  into: Id,
): Promise<CategoryAnswer> {
  await work(installation, person, 'merged two categories', async (tx, categories) => {
    const category = guarded(installation, categories, id, revision);
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
    await replaceCategoryRefs(tx, installation, person, id, into);
    await handOverWords(tx, installation, person, id, into);
    await moveBelow(tx, installation, person, categories, category, into);
    await dropCategory(tx, id);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(installation, into);
}

/** Moves what stands below a category to another place: into the room that the category leaves, or behind those that are there. */
async function moveBelow(
  tx: WriteTransaction,
  installation: Installation,
  person: Person,
  categories: Categories,
  from: Category,
  to: Id | null,
): Promise<void> {
  const beside = categories.below(from.scheme, to);
  const below = categories.below(from.scheme, from.id);
  const slugs = new Set(beside.filter(({ id }) => id !== from.id).map(({ slug }) => slug));
  const next = to === from.parent ? beside[beside.findIndex(({ id }) => id === from.id) + 1] : undefined;
  const positions =
    to === from.parent
      ? generateNKeysBetween(from.position, next?.position ?? null, below.length)
      : generateNKeysBetween(beside.at(-1)?.position ?? null, null, below.length);
  await put(
    tx,
    installation,
    person,
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
  const made = await work(installation, person, 'split a category', async (tx, categories) => {
    const category = guarded(installation, categories, id, revision);
    const beside = categories.below(category.scheme, category.parent);
    const made = fresh(
      category.scheme,
      label.trim(),
      category.parent,
      positionAfter(beside, id),
      takenIn(categories, category.scheme),
    );
    await put(tx, installation, person, [made]);
    await replaceCategoryRefs(tx, installation, person, id, made.id, new Set(entries));
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
  await work(installation, person, 'took a category away', async (tx, categories) => {
    const category = guarded(installation, categories, id, revision);
    const other = to === undefined ? undefined : categories.get(to);
    if (to !== undefined && (!other || other.scheme !== category.scheme || other.id === id))
      throw invalidInput([
        { path: '/to', code: 'gone', message: 'There is no such category in this scheme.' },
      ]);
    await replaceCategoryRefs(tx, installation, person, id, to);
    await handOverWords(tx, installation, person, id, to);
    await moveBelow(tx, installation, person, categories, category, category.parent);
    await dropCategory(tx, id);
    return { scheme: category.scheme, done: undefined };
  });
}

/** The categories that a list names and the scheme has not yet; those it has by name at the same place are left as they are. */
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
      const category = found ?? fresh(scheme.id, label, parent, generateKeyBetween(before, null), taken);
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
  return work(installation, person, 'read in categories', async (tx, categories) => {
    // Where nobody changed anything meanwhile, what was tried holds.
    const { made, known } = categories === before ? trial : read(categories);
    await put(tx, installation, person, made);
    return { scheme: scheme.id, done: { made: made.length, known, faults: [] } };
  });
}
