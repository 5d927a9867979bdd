import type { Id } from '../ids';
import type { KnownCategory } from './known';
import type { Values } from './values';

/** One category of a scheme, or one tag of a set. */
export interface Category {
  id: Id;
  scheme: Id;
  parent: Id | null;
  /** Where it stands among those beside it (compared byte by byte). */
  position: string;
  /** Permanent, unique in its scheme: how models and files speak of it. */
  key: string;
  slug: string;
  label: string;
  /** Its name in the other languages of the site. */
  labels: Record<string, string>;
  values: Values;
  revision: number;
}

/** A category with how deep it stands. */
export interface CategoryRow {
  category: Category;
  depth: number;
}

export const categoryBounds = { label: 120, inScheme: 20_000, depth: 12 } as const;

/** Every category there is, at hand as trees. Never changed: a change makes another. */
export class Categories {
  private readonly byId: ReadonlyMap<Id, Category>;
  private readonly inside = new Map<string, Category[]>();
  /** What values need to know of each. */
  readonly known: ReadonlyMap<Id, KnownCategory>;
  private readonly byLanguage = new Map<string, ReadonlyMap<Id, KnownCategory>>();

  constructor(readonly all: readonly Category[]) {
    this.byId = new Map(all.map((category) => [category.id, category]));
    const order = [...all].sort((a, b) => (a.position < b.position ? -1 : a.position > b.position ? 1 : 0));
    for (const category of order) {
      const place = `${category.scheme} ${category.parent ?? ''}`;
      const beside = this.inside.get(place);
      if (beside) beside.push(category);
      else this.inside.set(place, [category]);
    }
    this.known = new Map(
      all.map(({ id, scheme, key, label }) => [
        id,
        { scheme, key, label, trail: this.trail(id).map((above) => above.id) },
      ]),
    );
  }

  /** The same with some as they are now, be they changed or new, and without those that are gone. */
  with(changed: readonly Category[], gone: readonly Id[]): Categories {
    const now = new Map(this.byId);
    for (const category of changed) now.set(category.id, category);
    for (const id of gone) now.delete(id);
    return new Categories([...now.values()]);
  }

  /** What values need to know of each, named in a language where it has a name there. */
  knownIn(language?: string): ReadonlyMap<Id, KnownCategory> {
    if (language === undefined) return this.known;
    const made =
      this.byLanguage.get(language) ??
      new Map(
        [...this.known].map(([id, known]) => [
          id,
          { ...known, label: this.byId.get(id)?.labels[language] ?? known.label },
        ]),
      );
    this.byLanguage.set(language, made);
    return made;
  }

  get(id: Id): Category | undefined {
    return this.byId.get(id);
  }

  byKey(scheme: Id, key: string): Category | undefined {
    return this.all.find((category) => category.scheme === scheme && category.key === key);
  }

  /** Those directly below one, or at the top of a scheme, in order. */
  below(scheme: Id, parent: Id | null): readonly Category[] {
    return this.inside.get(`${scheme} ${parent ?? ''}`) ?? [];
  }

  /** From the top of the scheme down to the category itself. */
  trail(id: Id): Category[] {
    const trail: Category[] = [];
    for (
      let at = this.byId.get(id);
      at && trail.length < 100;
      at = at.parent === null ? undefined : this.byId.get(at.parent)
    )
      trail.unshift(at);
    return trail;
  }

  isUnder = (id: Id, above: Id): boolean => this.known.get(id)?.trail.includes(above) ?? false;

  /** A scheme in reading order, each category right before those below it. */
  inOrder(scheme: Id, parent: Id | null = null, depth = 0): CategoryRow[] {
    return this.below(scheme, parent).flatMap((category) => [
      { category, depth },
      ...this.inOrder(scheme, category.id, depth + 1),
    ]);
  }

  /** A category and all below it. */
  branch(id: Id): Category[] {
    const category = this.byId.get(id);
    return category ? [category, ...this.inOrder(category.scheme, id).map((row) => row.category)] : [];
  }
}
