import type { Id } from '../ids';
import { isInclude, type Field, type FieldEntry } from './document';
import { kindFor } from './kinds';

/** One row of the ruled sheet: a field or an included set, how deep it stands, and the group or list it stands in. */
export interface IndexRow {
  entry: FieldEntry;
  depth: number;
  parent?: Id;
  /** Its place among those beside it, from 0, and how many stand there. */
  place: number;
  of: number;
}

/** What stands inside an entry, where it is a group or a list. */
export const insideOf = (entry: FieldEntry): readonly FieldEntry[] | undefined =>
  isInclude(entry) ? undefined : kindFor(entry).inside;

/** A group or list with other fields inside. */
export const withInside = (entry: Field, fields: readonly FieldEntry[]): Field =>
  kindFor(entry).withInside(fields);

/** Every entry of a sheet in reading order, what stands inside a group or list right below it. */
export const rowsOf = (entries: readonly FieldEntry[], depth = 0, parent?: Id): IndexRow[] =>
  entries.flatMap((entry, place) => [
    { entry, depth, place, of: entries.length, ...(parent === undefined ? {} : { parent }) },
    ...rowsOf(insideOf(entry) ?? [], depth + 1, entry.id),
  ]);

export const entryIn = (entries: readonly FieldEntry[], id: Id): FieldEntry | undefined =>
  rowsOf(entries).find(({ entry }) => entry.id === id)?.entry;

/**
 * The sheet with each entry replaced by what `change` makes of it: itself, another, several, or none. What
 * stands inside is changed first.
 */
export const changeEntries = (
  entries: readonly FieldEntry[],
  change: (entry: FieldEntry) => FieldEntry[],
): FieldEntry[] =>
  entries.flatMap((entry) => {
    const inside = insideOf(entry);
    return change(inside && !isInclude(entry) ? withInside(entry, changeEntries(inside, change)) : entry);
  });

/** The sheet without some entries. */
export const withoutEntries = (entries: readonly FieldEntry[], ids: ReadonlySet<Id>): FieldEntry[] =>
  changeEntries(entries, (entry) => (ids.has(entry.id) ? [] : [entry]));

/** The sheet with the list that stands under `parent` (or the sheet itself) changed. */
export function changeList(
  entries: readonly FieldEntry[],
  parent: Id | undefined,
  change: (list: FieldEntry[]) => FieldEntry[],
): FieldEntry[] {
  if (parent === undefined) return change([...entries]);
  return changeEntries(entries, (entry) => {
    const inside = entry.id === parent ? insideOf(entry) : undefined;
    return inside && !isInclude(entry) ? [withInside(entry, change([...inside]))] : [entry];
  });
}

/**
 * The sheet with an entry moved to a place (from 0, kept inside) of a list: the sheet itself, or a group or
 * list in it. Nothing moves into itself.
 */
export function moveEntry(
  entries: readonly FieldEntry[],
  id: Id,
  to: { parent?: Id; place: number },
): FieldEntry[] {
  const entry = entryIn(entries, id);
  if (!entry || (to.parent !== undefined && (to.parent === id || entryIn(insideOf(entry) ?? [], to.parent))))
    return [...entries];
  return changeList(withoutEntries(entries, new Set([id])), to.parent, (list) => {
    list.splice(Math.max(0, Math.min(to.place, list.length)), 0, entry);
    return list;
  });
}
