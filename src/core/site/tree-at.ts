import type { Id } from '../ids';

/** Where a page stands: below another, or with none at the top of its site. */
export interface TreePlace {
  site: number;
  parent: Id | null;
  /** Its place among its siblings: they stand in the order of these words. */
  position: string;
  slug: string;
  /** Whether it lies in the bin, with the place to which it would come back. */
  binned: boolean;
}

/** What an act did to a page's place. */
export interface PlaceChange {
  page: Id;
  /** When, in ms since 1970. */
  at: number;
  /** The place before; null where the act made the page. */
  before: TreePlace | null;
}

/** A place that a page takes at a moment (ms since 1970). */
export interface PlannedPlace extends Pick<TreePlace, 'parent' | 'position' | 'slug'> {
  page: Id;
  starts: number;
}

/**
 * Where pages stand at a moment (ms since 1970), from where they stand now: what was done since is taken back, the newest
 * first; what is planned until then is done, the earliest first. Changes are given in the order in which they happened.
 */
export function placesAt(
  now: ReadonlyMap<Id, TreePlace>,
  { changes, planned }: { changes: readonly PlaceChange[]; planned: readonly PlannedPlace[] },
  at: number,
): Map<Id, TreePlace> {
  const places = new Map(now);
  const since = changes.filter((change) => change.at > at).reverse();
  for (const { page, before } of since)
    if (before) places.set(page, before);
    else places.delete(page);
  for (const { page, starts, parent, position, slug } of [...planned].sort((a, b) => a.starts - b.starts)) {
    const place = places.get(page);
    if (place && starts <= at) places.set(page, { ...place, parent, position, slug });
  }
  return places;
}
