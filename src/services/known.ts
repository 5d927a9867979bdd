import type { Known, KnownEntry, KnownPage } from '../core/content/known';
import { referencesIn, type Values } from '../core/content/values';
import type { Categories } from '../core/content/categories';
import { pointer, type Fault } from '../core/faults';
import type { Id } from '../core/ids';
import type { Field } from '../core/model/document';
import { asList } from '../core/model/kinds';
import type { Drawing } from '../core/mapping/map';
import type { Reference } from '../core/model/kinds';
import type { Asker, Tx } from '../store/database';
import { knownMedia, mediaAmong } from '../store/media';
import { today, type House } from './house';
import type { SheetOf } from '../store/sheet-shape';
import { entryBody } from './kept-body';
import { unreadable } from './refusal';

const idsOf = (refs: readonly Reference[], sort: Reference['sort']): Id[] => [...new Set(refs.flatMap((ref) => (ref.sort === sort ? [ref.target] : [])))];

async function knownEntries(asker: Asker, house: House, ids: readonly Id[]): Promise<Map<Id, KnownEntry>> {
  if (ids.length === 0) return new Map();
  const rows = await asker.all<{ uuid: Id; type: Id; title: string; live: string | null }>(
    `SELECT r.uuid, t.uuid AS type, coalesce(l.title, w.title) AS title, l.body AS live FROM records r JOIN ids t ON t.n = r.type JOIN working w ON w.record = r.id
     LEFT JOIN live l ON l.record = r.id AND l.starts <= $2 AND l.ends > $2
     WHERE r.uuid IN (SELECT value FROM json_each($1)) AND r.sort = 'entry' AND r.binned_at IS NULL`,
    [JSON.stringify(ids), house.now()],
  );
  return new Map(rows.map(({ uuid, type, title, live }) => [uuid, { type, title, ...(live === null ? {} : { live: entryBody(live).values }) }]));
}

async function knownPages(asker: Asker, house: House, ids: readonly Id[]): Promise<Map<Id, KnownPage>> {
  if (ids.length === 0) return new Map();
  const rows = await asker.all<{ uuid: Id; title: string; address: string; live: number }>(
    `SELECT r.uuid, coalesce(l.title, w.title) AS title, p.address, l.id IS NOT NULL AS live FROM records r JOIN page_places p ON p.record = r.id JOIN working w ON w.record = r.id
     LEFT JOIN live l ON l.record = r.id AND l.starts <= $2 AND l.ends > $2
     WHERE r.uuid IN (SELECT value FROM json_each($1)) AND r.sort = 'page' AND r.binned_at IS NULL`,
    [JSON.stringify(ids), house.now()],
  );
  return new Map(rows.map(({ uuid, title, address, live }) => [uuid, { title, address, live: live === 1 }]));
}

/**
 * What is kept of everything some values refer to, each thing asked for once. `deep` also gathers what the entries
 * referred to refer to themselves, as far as their faces in small are drawn.
 */
export async function knownOf(asker: Asker, house: House, refs: readonly Reference[], deep = 0): Promise<Known> {
  const [entries, pages, media] = await Promise.all([knownEntries(asker, house, idsOf(refs, 'entry')), knownPages(asker, house, idsOf(refs, 'page')), mediaAmong(asker, idsOf(refs, 'media'))]);
  const known: Known = { entries, pages, media: new Map(media.map((row) => [row.uuid, knownMedia(row)])), categories: house.categories.known };
  if (deep === 0 || entries.size === 0) return known;
  const further = [...entries.values()].flatMap(({ type, live }) => (live ? referencesIn(house.model.contentType(type)?.fields ?? [], live) : []));
  const below = await knownOf(asker, house, further.filter(({ sort, target }) => !(sort === 'entry' && entries.has(target))), deep - 1);
  return { ...known, entries: new Map([...below.entries, ...entries]), pages: new Map([...below.pages, ...pages]), media: new Map([...below.media, ...known.media]) };
}

/** How many steps of references are gathered for drawing: the linked entry, and what its own face in small shows. */
const DRAWN_DEEP = 2;

/** Everything that drawing some things needs to know. */
export async function drawingOf(asker: Asker, house: House, refs: readonly Reference[]): Promise<Drawing> {
  return { model: house.model, locale: house.site.locale, today: today(house), known: await knownOf(asker, house, refs, DRAWN_DEEP) };
}

/** The refs a record keeps of its values: what each refers to, by the field at the top it stands in. */
export function refRowsOf(refs: readonly Reference[], fieldOf: (key: string) => Id | undefined): { role: string; target: Id }[] {
  return refs.map(({ path, sort, target }) => ({ role: `${sort}:${fieldOf(path.split('/')[2] ?? '') ?? ''}`, target }));
}

export const valuesRefs = (fields: Parameters<typeof referencesIn>[0], values: Values): { role: string; target: Id }[] =>
  refRowsOf(referencesIn(fields, values), (key) => fields.find((field) => field.key === key)?.id);

/** Refuses references to what is not there, except those that were kept before: what went meanwhile is told, not refused. */
export async function expectThere(asker: Asker, house: House, refs: readonly Reference[], before: readonly Reference[]): Promise<void> {
  const kept = new Set(before.map(({ target }) => target));
  const fresh = refs.filter(({ target }) => !kept.has(target));
  const known = await knownOf(asker, house, fresh);
  const there: Record<Reference['sort'], ReadonlyMap<Id, unknown>> = { entry: known.entries, page: known.pages, category: known.categories, media: known.media };
  const words: Record<Reference['sort'], string> = { entry: 'entry', page: 'page', category: 'category', media: 'medium' };
  const gone = fresh.filter(({ sort, target }) => !there[sort].has(target));
  if (gone.length > 0) throw unreadable(gone.map(({ path, sort }) => ({ path, code: 'not-there', message: `There is no such ${words[sort]}.` })));
}

/** Gives an integer key to everything that values in sheets refer to. */
export const knowReferences = (tx: Tx, house: Pick<House, 'surrogates'>, refs: readonly Reference[]): Promise<void> =>
  refs.length === 0 ? Promise.resolve() : house.surrogates.know(tx, refs.map(({ target }) => target));

/** The names of what some values refer to, by id, for those who show them. */
export function namesIn(known: Known, refs: readonly Reference[]): Record<Id, string> {
  return Object.fromEntries(refs.flatMap(({ sort, target }) => {
    const name = { entry: known.entries.get(target)?.title, page: known.pages.get(target)?.title, category: known.categories.get(target)?.label, media: known.media.get(target)?.label }[sort];
    return name === undefined ? [] : [[target, name]];
  }));
}

/** Categories that stand outside what another field of the same type narrows them to: first the branch, then the leaf. */
export function narrowFaults(fields: readonly Field[], values: Values, categories: Categories): Fault[] {
  return fields.flatMap((field): Fault[] => {
    const value = values[field.id];
    if (field.kind !== 'category' || !field.rules.within || value === undefined) return [];
    const branch = fields.find(({ id }) => id === field.rules.within);
    const chosen = values[field.rules.within];
    if (!branch || chosen === undefined) return [{ path: pointer('/values', field.key), code: 'branch', message: `Choose ${branch?.label ?? 'the branch'} first: it decides what may stand here.` }];
    const above = asList(chosen as Id | Id[]);
    const outside = asList(value as Id | Id[]).filter((id) => !above.some((one) => categories.isUnder(id, one)));
    return outside.map((id) => ({ path: pointer('/values', field.key), code: 'branch', message: `${categories.get(id)?.label ?? 'It'} does not stand in what ${branch.label} says.` }));
  });
}

/** Values that must differ in every entry but are another's already. */
export async function takenFaults(asker: Asker, sheet: SheetOf, fields: readonly Field[], values: Values, self: number | null): Promise<Fault[]> {
  const faults: Fault[] = [];
  for (const field of fields) {
    const value = values[field.id];
    const column = sheet.fields.get(field.id);
    if (!field.unique || !column || (typeof value !== 'string' && typeof value !== 'number')) continue;
    const other = await asker.one<{ title: string }>(`SELECT title FROM ${sheet.work} WHERE ${column.value} = $1 AND binned = 0 AND entry IS NOT $2 LIMIT 1`, [value, self]);
    if (other) faults.push({ path: pointer('/values', field.key), code: 'taken', message: `“${other.title || 'Another entry'}” has this already; ${field.label} must differ in every one.` });
  }
  return faults;
}
