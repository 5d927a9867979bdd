import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import type { CategoriesAnswer, CategoryAnswer, CategoryCounts, CategoryImport, CategoryImportAnswer, CategoryMove, CategoryPatch, NewCategory } from '../contract/categories';
import type { ReachedPages } from '../contract/entries';
import { blocksIn, type SlotContents } from '../core/content/blocks';
import { categoryBounds, type Categories, type Category } from '../core/content/categories';
import { regiveCategory } from '../core/content/references';
import { freeSlug, isSlug, slugFrom } from '../core/content/slug';
import { readValues, ruleFaults, speakValues, titleOf } from '../core/content/values';
import { pointer, type Fault } from '../core/faults';
import { fromColumns, fromIndented, type ListedCategory } from '../core/formats/category-list';
import { newId, type Id } from '../core/ids';
import type { CompiledType } from '../core/model/compile';
import type { Scheme } from '../core/model/document';
import { FOLDERS } from '../core/model/media-type';
import { keyFrom } from '../core/model/naming';
import { may } from '../core/roles';
import { whyReserved } from '../core/site/address';
import { allCategories, countByCategory, dropCategory, fitClosure, putCategories } from '../store/categories';
import type { Tx } from '../store/database';
import { changeWorking, liveOf, note, recordById } from '../store/records';
import { categoryColumns } from './category-counts';
import { handOverWords } from './category-words';
import { fitEntry } from './entries';
import { today, type House } from './house';
import { entryBody, pageBody } from './kept-body';
import type { Person } from './people';
import { pageLink } from './reached-pages';
import { reachOfScheme } from './reach-of-scheme';
import { against, changedSince, notFound, Refusal, unreadable } from './refusal';
import { fitShown } from './shown-sheet';

function schemeOf(house: House, id: Id): CompiledType<Scheme> {
  const scheme = house.model.scheme(id);
  if (!scheme) throw notFound('scheme in force');
  return scheme;
}

function need(categories: Categories, id: Id): Category {
  const category = categories.get(id);
  if (!category) throw notFound('category');
  return category;
}

function answer(house: House, category: Category, depth: number): CategoryAnswer {
  const fields = schemeOf(house, category.scheme).fields;
  const { id, parent, key, slug, label, labels, revision, values } = category;
  return { id, parent, key, slug, label, labels, depth, revision, values: speakValues(fields, values, house.model.locale), faults: ruleFaults(fields, values, { today: today(house) }) };
}

const answerOf = (house: House, id: Id): CategoryAnswer => answer(house, need(house.categories, id), house.categories.trail(id).length - 1);

export function categoriesOf(house: House, scheme: Id): CategoriesAnswer {
  schemeOf(house, scheme);
  return { items: house.categories.inOrder(scheme).map(({ category, depth }) => answer(house, category, depth)) };
}

export async function categoryCounts(house: House, scheme: Id): Promise<CategoryCounts> {
  schemeOf(house, scheme);
  // Of media there is only what visitors see.
  const counts = await (scheme === FOLDERS ? countByCategory(house.content, categoryColumns(house, scheme, 'live'), house.now()) : countByCategory(house.content, categoryColumns(house, scheme, 'work')));
  return { items: house.categories.inOrder(scheme).map(({ category: { id } }) => ({ id, ...(counts.get(house.surrogates.find(id)) ?? { own: 0, all: 0 }) })) };
}

/** The visitor pages that may differ when a category of a scheme changes. */
export async function schemeReach(house: House, scheme: Id): Promise<ReachedPages> {
  schemeOf(house, scheme);
  return { pages: (await reachOfScheme(house.content, house, scheme)).map(pageLink) };
}

/** Does one piece of work on the categories of a scheme; afterwards everyone sees them as they are, and the pages that may tell of them are drawn again. */
async function work<T>(house: House, person: Person, what: string, act: (tx: Tx, categories: Categories) => Promise<{ scheme: Id; done: T }>): Promise<T> {
  const { done, categories, reached } = await house.content.write(async (tx) => {
    const { scheme, done: result } = await act(tx, house.categories);
    // Folders are kept by those who lay media in them; every other scheme is part of what an architect decides.
    if (scheme !== FOLDERS && !may(person.role, 'shape the model')) throw new Refusal(403, 'Only an architect changes categories and tags.');
    await fitClosure(tx, house.surrogates.of(scheme));
    await note(tx, house.now(), person.id, what, null);
    return { done: result, categories: await allCategories(tx), reached: await reachOfScheme(tx, house, scheme) };
  });
  house.categories = categories;
  house.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

async function put(tx: Tx, house: House, person: Person, changed: readonly Category[]): Promise<void> {
  await house.surrogates.know(tx, changed.map(({ id }) => id));
  await putCategories(tx, changed, (id) => house.surrogates.of(id), house.now(), person.id);
}

const positionAfter = (beside: readonly Category[], after: Id | null | undefined): string => {
  if (after === undefined) return generateKeyBetween(beside.at(-1)?.position ?? null, null);
  if (after === null) return generateKeyBetween(null, beside[0]?.position ?? null);
  const at = beside.findIndex(({ id }) => id === after);
  if (at < 0) throw unreadable([{ path: '/after', code: 'gone', message: 'The category to stand after is not there.' }]);
  return generateKeyBetween(beside[at]?.position ?? null, beside[at + 1]?.position ?? null);
};

function parentGiven(categories: Categories, scheme: CompiledType<Scheme>, id: Id | null): Category | null {
  if (id === null) return null;
  const parent = categories.get(id);
  if (!parent || parent.scheme !== scheme.id) throw unreadable([{ path: '/parent', code: 'gone', message: `There is no such category in ${scheme.is.label}.` }]);
  if (scheme.is.sort === 'tags') throw unreadable([{ path: '/parent', code: 'flat', message: `${scheme.is.label} is a set of tags: they do not stand below one another.` }]);
  if (categories.trail(id).length >= categoryBounds.depth) throw unreadable([{ path: '/parent', code: 'too-deep', message: `Categories nest at most ${categoryBounds.depth} deep.` }]);
  return parent;
}

/** A new category, its key and slug made from its label and free in the scheme. */
function fresh(scheme: Id, label: string, parent: Id | null, position: string, taken: { keys: Set<string>; slugs: (parent: Id | null) => Set<string> }): Category {
  const key = keyFrom(label, taken.keys);
  const beside = taken.slugs(parent);
  const slug = freeSlug(slugFrom(label, { drop: {}, atMost: 60 }, 'en') || key.toLowerCase(), (each) => beside.has(each) || whyReserved(each, false, []) !== undefined);
  taken.keys.add(key);
  beside.add(slug);
  return { id: newId(), scheme, parent, position, key, slug, label, labels: {}, values: {}, revision: 1 };
}

function takenIn(categories: Categories, scheme: Id): { keys: Set<string>; slugs: (parent: Id | null) => Set<string> } {
  const slugs = new Map<string, Set<string>>();
  return {
    keys: new Set(categories.inOrder(scheme).map(({ category }) => category.key)),
    slugs: (parent) => slugs.get(parent ?? '') ?? slugs.set(parent ?? '', new Set(categories.below(scheme, parent).map(({ slug }) => slug))).get(parent ?? '') ?? new Set(),
  };
}

export async function addCategory(house: House, person: Person, schemeId: Id, { label, parent }: NewCategory): Promise<CategoryAnswer> {
  const scheme = schemeOf(house, schemeId);
  const id = await work(house, person, 'made a category', async (tx, categories) => {
    if (categories.inOrder(scheme.id).length >= categoryBounds.inScheme) throw against(`A scheme holds at most ${categoryBounds.inScheme.toLocaleString('en')} categories.`);
    const above = parentGiven(categories, scheme, parent);
    const made = fresh(scheme.id, label.trim(), above?.id ?? null, positionAfter(categories.below(scheme.id, above?.id ?? null), undefined), takenIn(categories, scheme.id));
    await put(tx, house, person, [made]);
    return { scheme: scheme.id, done: made.id };
  });
  return answerOf(house, id);
}

function guarded(house: House, categories: Categories, id: Id, revision: number): Category {
  const category = need(categories, id);
  if (category.revision !== revision) throw changedSince({ ...answer(house, category, 0) } as never, {});
  return category;
}

export async function changeCategory(house: House, person: Person, id: Id, revision: number, patch: CategoryPatch): Promise<CategoryAnswer> {
  await work(house, person, 'changed a category', async (tx, categories) => {
    const category = guarded(house, categories, id, revision);
    const { values, faults } = readValues(schemeOf(house, category.scheme).fields, patch.values ?? {}, category.values, '/values');
    const labels = { ...category.labels };
    for (const [locale, name] of Object.entries(patch.labels ?? {})) {
      const at = pointer('/labels', locale);
      if (!house.model.document.locales.others.includes(locale)) faults.push({ path: at, code: 'locale', message: `The site is not written in "${locale}".` });
      else if (name === null || name === '') delete labels[locale];
      else if (typeof name !== 'string' || name.length > categoryBounds.label) faults.push({ path: at, code: 'label', message: `A name has at most ${categoryBounds.label} characters.` });
      else labels[locale] = name.trim();
    }
    if (patch.slug !== undefined) {
      if (!isSlug(patch.slug)) faults.push({ path: '/slug', code: 'slug', message: 'An address is made of small letters, digits and single hyphens: reed-beds.' });
      else if (whyReserved(patch.slug, false, [])) faults.push({ path: '/slug', code: 'reserved', message: whyReserved(patch.slug, false, []) ?? '' });
      else if (categories.below(category.scheme, category.parent).some((other) => other.id !== id && other.slug === patch.slug)) faults.push({ path: '/slug', code: 'taken', message: 'A category beside it has this already.' });
    }
    if (faults.length > 0) throw unreadable(faults);
    await put(tx, house, person, [{ ...category, label: patch.label?.trim() ?? category.label, slug: patch.slug ?? category.slug, labels, values, revision: revision + 1 }]);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(house, id);
}

export async function moveCategory(house: House, person: Person, id: Id, revision: number, { parent: to, after }: CategoryMove): Promise<CategoryAnswer> {
  await work(house, person, 'moved a category', async (tx, categories) => {
    const category = guarded(house, categories, id, revision);
    if (to !== null && categories.isUnder(to, id)) throw unreadable([{ path: '/parent', code: 'circle', message: 'A category cannot stand below itself.' }]);
    const parent = parentGiven(categories, schemeOf(house, category.scheme), to);
    const beside = categories.below(category.scheme, parent?.id ?? null).filter((other) => other.id !== id);
    const deepest = Math.max(...categories.branch(id).map((below) => categories.trail(below.id).length)) - categories.trail(id).length + 1;
    if ((parent ? categories.trail(parent.id).length : 0) + deepest > categoryBounds.depth) throw unreadable([{ path: '/parent', code: 'too-deep', message: `Categories nest at most ${categoryBounds.depth} deep.` }]);
    const slug = freeSlug(category.slug, (each) => beside.some((other) => other.slug === each));
    await put(tx, house, person, [{ ...category, parent: parent?.id ?? null, position: positionAfter(beside, after), slug, revision: revision + 1 }]);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(house, id);
}

/** Puts those below one (or at the top) in the order of their names. */
export async function sortCategories(house: House, person: Person, schemeId: Id, parent: Id | null): Promise<CategoriesAnswer> {
  const scheme = schemeOf(house, schemeId);
  await work(house, person, 'sorted categories', async (tx, categories) => {
    const { compare } = new Intl.Collator(house.model.locale);
    const inOrder = [...categories.below(scheme.id, parent)].sort((a, b) => compare(a.label, b.label));
    const positions = generateNKeysBetween(null, null, inOrder.length);
    await put(tx, house, person, inOrder.map((category, i) => ({ ...category, position: positions[i] ?? category.position, revision: category.revision + 1 })));
    return { scheme: scheme.id, done: undefined };
  });
  return categoriesOf(house, schemeId);
}

const regiveSlots = (house: House, contents: SlotContents, from: Id, to: Id | undefined): SlotContents => {
  // The blocks are copied as plain data first, so that the kept ones stay as they are.
  const copy = structuredClone(contents);
  for (const block of blocksIn(copy)) block.values = regiveCategory(house.model.blockType(block.type)?.fields ?? [], block.values, from, to);
  return copy;
};

/** Gives every reference to one category to another (or to none), in what is worked on and in what visitors see. Answers how many things it touched. */
async function regive(tx: Tx, house: House, person: Person, from: Id, to: Id | undefined, only?: ReadonlySet<Id>): Promise<number> {
  const sources = await tx.all<{ source: number }>('SELECT DISTINCT source FROM refs WHERE target = $1', [from]);
  let touched = 0;
  for (const { source } of sources) {
    const record = await recordById(tx, source);
    if (!record || (only && !only.has(record.uuid))) continue;
    const type = house.model.contentOrMedia(record.type ?? '') ?? house.model.pageType(record.type ?? '');
    if (!type) continue;
    const changed = (body: string): string => {
      if (record.sort !== 'page') {
        const kept = entryBody(body);
        return JSON.stringify({ ...kept, values: regiveCategory(type.fields, kept.values, from, to) });
      }
      const kept = pageBody(body);
      return JSON.stringify({ ...kept, values: regiveCategory(type.fields, kept.values, from, to), ...(kept.slots ? { slots: regiveSlots(house, kept.slots, from, to) } : {}) });
    };
    const body = changed(record.body);
    if (body !== record.body) {
      const { values } = entryBody(body);
      await changeWorking(tx, record, { title: titleOf(type.is as { title: Id }, values), body, faults: record.faults, stage: record.stage, at: house.now(), by: person.id, why: 'category changed' });
    }
    for (const version of await liveOf(tx, source)) await tx.run('UPDATE live SET body = $1 WHERE id = $2', [changed(version.body), version.id]);
    const after = await recordById(tx, source);
    const shown = { dropped: [], versions: await liveOf(tx, source) };
    if (after && record.sort === 'entry') await fitEntry(tx, house, after, shown);
    else {
      if (after) await fitShown(tx, house, after, shown);
      if (to !== undefined) await tx.run('UPDATE OR REPLACE refs SET target = $1 WHERE source = $2 AND target = $3', [to, source, from]);
      else await tx.run('DELETE FROM refs WHERE source = $1 AND target = $2', [source, from]);
    }
    touched += 1;
  }
  return touched;
}

/** Makes one category part of another: its entries and what stands below it go over, and it is gone. */
export async function mergeCategory(house: House, person: Person, id: Id, revision: number, into: Id): Promise<CategoryAnswer> {
  await work(house, person, 'merged two categories', async (tx, categories) => {
    const category = guarded(house, categories, id, revision);
    const other = categories.get(into);
    if (!other || other.scheme !== category.scheme) throw unreadable([{ path: '/into', code: 'gone', message: 'There is no such category in this scheme.' }]);
    if (categories.isUnder(into, id)) throw unreadable([{ path: '/into', code: 'circle', message: 'A category cannot become part of itself or of one below it.' }]);
    await regive(tx, house, person, id, into);
    await handOverWords(tx, house, person, id, into);
    await moveBelow(tx, house, person, categories, category, into);
    await dropCategory(tx, id);
    return { scheme: category.scheme, done: undefined };
  });
  return answerOf(house, into);
}

/** Moves what stands below a category to another place: into the room that the category leaves, or behind those that are there. */
async function moveBelow(tx: Tx, house: House, person: Person, categories: Categories, from: Category, to: Id | null): Promise<void> {
  const beside = categories.below(from.scheme, to);
  const below = categories.below(from.scheme, from.id);
  const slugs = new Set(beside.filter(({ id }) => id !== from.id).map(({ slug }) => slug));
  const next = to === from.parent ? beside[beside.findIndex(({ id }) => id === from.id) + 1] : undefined;
  const positions = to === from.parent ? generateNKeysBetween(from.position, next?.position ?? null, below.length) : generateNKeysBetween(beside.at(-1)?.position ?? null, null, below.length);
  await put(tx, house, person, below.map((child, i) => {
    const slug = freeSlug(child.slug, (each) => slugs.has(each));
    slugs.add(slug);
    return { ...child, parent: to, position: positions[i] ?? child.position, slug, revision: child.revision + 1 };
  }));
}

/** Makes a category beside another, to which some of its entries go. */
export async function splitCategory(house: House, person: Person, id: Id, revision: number, label: string, entries: readonly Id[]): Promise<CategoryAnswer> {
  const made = await work(house, person, 'split a category', async (tx, categories) => {
    const category = guarded(house, categories, id, revision);
    const beside = categories.below(category.scheme, category.parent);
    const made = fresh(category.scheme, label.trim(), category.parent, positionAfter(beside, id), takenIn(categories, category.scheme));
    await put(tx, house, person, [made]);
    await regive(tx, house, person, id, made.id, new Set(entries));
    return { scheme: category.scheme, done: made.id };
  });
  return answerOf(house, made);
}

/** Takes a category away. Its entries go to another or lose it; what stands below it moves up. */
export async function removeCategory(house: House, person: Person, id: Id, revision: number, to: Id | undefined): Promise<void> {
  await work(house, person, 'took a category away', async (tx, categories) => {
    const category = guarded(house, categories, id, revision);
    const other = to === undefined ? undefined : categories.get(to);
    if (to !== undefined && (!other || other.scheme !== category.scheme || other.id === id)) throw unreadable([{ path: '/to', code: 'gone', message: 'There is no such category in this scheme.' }]);
    await regive(tx, house, person, id, to);
    await handOverWords(tx, house, person, id, to);
    await moveBelow(tx, house, person, categories, category, category.parent);
    await dropCategory(tx, id);
    return { scheme: category.scheme, done: undefined };
  });
}

/** The categories that a list names and the scheme has not yet; those it has by name at the same place are left as they are. */
function imported(categories: Categories, scheme: CompiledType<Scheme>, listed: readonly ListedCategory[], faults: Fault[]): { made: Category[]; known: number } {
  const taken = takenIn(categories, scheme.id);
  const byPlace = new Map<string, Category>();
  const place = (parent: Id | null, label: string) => `${parent ?? ''} ${label.toLowerCase()}`;
  for (const { category } of categories.inOrder(scheme.id)) byPlace.set(place(category.parent, category.label), category);
  const last = new Map<string, string | null>();
  const way: Category[] = [];
  const made: Category[] = [];
  let known = 0;
  for (const { label, depth, line } of listed) {
    const at = `/line/${line}`;
    way.length = Math.min(way.length, depth);
    if (label.length > categoryBounds.label) faults.push({ path: at, code: 'label', message: `Line ${line}: a name has at most ${categoryBounds.label} characters.` });
    else if (depth >= categoryBounds.depth || (depth > 0 && scheme.is.sort === 'tags')) faults.push({ path: at, code: 'too-deep', message: scheme.is.sort === 'tags' ? `Line ${line}: tags do not stand below one another.` : `Line ${line}: categories nest at most ${categoryBounds.depth} deep.` });
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
export async function importCategories(house: House, person: Person, schemeId: Id, { format, text, tryOnly = false }: CategoryImport): Promise<CategoryImportAnswer> {
  const scheme = schemeOf(house, schemeId);
  const { categories: listed, faults } = format === 'csv' ? fromColumns(text) : fromIndented(text);
  const read = (categories: Categories) => {
    const found = [...faults];
    const { made, known } = imported(categories, scheme, listed, found);
    if (categories.inOrder(scheme.id).length + made.length > categoryBounds.inScheme) found.push({ path: '', code: 'too-many', message: `A scheme holds at most ${categoryBounds.inScheme.toLocaleString('en')} categories.` });
    return { made, known, faults: found };
  };
  const before = house.categories;
  const trial = read(before);
  if (tryOnly) return { made: trial.made.length, known: trial.known, faults: trial.faults };
  if (trial.faults.length > 0) throw unreadable(trial.faults);
  return work(house, person, 'read in categories', async (tx, categories) => {
    // Where nobody changed anything meanwhile, what was tried holds.
    const { made, known } = categories === before ? trial : read(categories);
    await put(tx, house, person, made);
    return { scheme: scheme.id, done: { made: made.length, known, faults: [] } };
  });
}
