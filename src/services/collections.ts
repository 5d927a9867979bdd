import type { PageDrift, Pick as PickAnswer } from '../contract/pages';
import { referencesInSaid } from '../core/content/said';
import { isId, type Id } from '../core/ids';
import { inRatio } from '../core/mapping/arrange';
import { leadingTo, mapToFace } from '../core/mapping/map';
import type { CompiledType } from '../core/model/compile';
import type { PageType } from '../core/model/document';
import { forItems } from '../core/model/propose-face';
import { collectionBounds } from '../core/site/collection';
import { itemBySettings, listingLayers } from '../core/site/shown-by-settings';
import type { DrawnListing } from '../core/site/visitor-page';
import type { Asker } from '../store/database';
import { listAmong } from '../store/listing-query';
import { recordByUuid } from '../store/records';
import { ruleInForce } from './drawn-listings';
import type { House } from './house';
import type { PageBody } from './kept-body';
import { drawingOf, knownOf } from './known';
import { ledRule } from './leading';
import { unreadable } from './refusal';
import { sourcesOf } from './sources';

const refs = (picks: readonly Id[]) => picks.map((target, i) => ({ path: `/picks/${i}`, sort: 'entry' as const, target }));

/** Reads the entries picked for a page: ids of entries that its type takes, each once. That they are there is seen to with the page's other references. */
export async function readPicks(asker: Asker, house: House, type: CompiledType<PageType>, given: readonly string[], kept: readonly Id[]): Promise<Id[]> {
  const { source } = type.is;
  const refuse = (path: string, code: string, message: string) => unreadable([{ path, code, message }]);
  if (source.kind !== 'collection') throw refuse('/picks', 'picks', `${type.is.label} is not filled by entries that are picked.`);
  if (given.length > collectionBounds.picks) throw refuse('/picks', 'bound', `A collection holds at most ${collectionBounds.picks} entries.`);
  const { entries } = await knownOf(asker, house, refs(given.filter((id) => !kept.includes(id))));
  given.forEach((id, i) => {
    const path = `/picks/${i}`;
    if (!isId(id)) throw refuse(path, 'kind', 'Entries are picked by their ids.');
    if (given.indexOf(id) < i) throw refuse(path, 'twice', 'This entry is picked already.');
    const found = entries.get(id);
    if (found && source.types.length > 0 && !source.types.includes(found.type)) throw refuse(path, 'type', `${type.is.label} takes no ${house.model.contentType(found.type)?.is.plural ?? 'entries of this type'}.`);
  });
  return [...given];
}

/** What a listing shows visitors now, as far as a collection can hold it. */
async function resultIds(asker: Asker, house: House, listing: Id): Promise<Id[] | undefined> {
  const rule = await ruleInForce(house, listing, asker);
  if (!rule) return undefined;
  const limit = rule.limit === 'all' ? collectionBounds.picks : Math.min(rule.limit, collectionBounds.picks);
  const { perPage: _perPage, ...whole } = rule;
  // A collection holds entries: pages that the listing shows are passed over.
  const sources = await sourcesOf(asker, house, await ledRule(asker, house, { ...whole, limit }));
  return (await listAmong(asker, sources)).versions.flatMap(({ uuid, branch }) => (sources[branch]?.asked.sheet.holds === 'entries' ? [uuid] : []));
}

/** The entries with which a collection begins that is taken from a listing. */
export async function picksFrom(asker: Asker, house: House, listing: Id): Promise<Id[]> {
  const ids = await resultIds(asker, house, listing);
  if (!ids) throw unreadable([{ path: '/beginFrom', code: 'not-there', message: 'No such listing is in force.' }]);
  return ids;
}

/** Each picked entry by name, and whether visitors see it. */
export async function picksAnswer(asker: Asker, house: House, { picks = [] }: PageBody): Promise<PickAnswer[]> {
  const { entries } = await knownOf(asker, house, refs(picks));
  return picks.map((id) => {
    const found = entries.get(id);
    return { id, label: found?.title ?? '', type: house.model.contentType(found?.type ?? '')?.is.label ?? '', standing: !found ? 'gone' : found.live ? 'shown' : 'not shown' };
  });
}

/** How a listing's result has moved away from a collection that began with it. */
export async function driftOf(asker: Asker, house: House, { began, picks = [] }: PageBody): Promise<PageDrift | null> {
  const record = began && (await recordByUuid(asker, began.listing, 'listing'));
  const now = began && record ? await resultIds(asker, house, began.listing) : undefined;
  if (!began || !record || !now) return null;
  const then = new Set(began.entries);
  const came = now.filter((id) => !then.has(id));
  const names = (await knownOf(asker, house, refs(came))).entries;
  return {
    listing: record.uuid, label: record.title, went: began.entries.filter((id) => !now.includes(id)).length,
    came: came.filter((id) => !picks.includes(id)).slice(0, 20).map((id) => ({ id, label: names.get(id)?.title ?? '' })),
  };
}

/** The picked entries as visitors see them, each in its own type's face; those that they do not see are passed over. */
export async function drawPicks(house: House, type: CompiledType<PageType>, picks: readonly Id[], language?: string): Promise<DrawnListing | undefined> {
  const { source } = type.is;
  if (source.kind !== 'collection' || picks.length === 0) return undefined;
  const { entries } = await knownOf(house.content, house, refs(picks), 0, language);
  const seen = picks.flatMap((id) => {
    const found = entries.get(id);
    const of = found?.live && house.model.contentType(found.type);
    return found?.live && of ? [{ id, of, said: found.live, address: found.address }] : [];
  });
  const drawing = await drawingOf(house.content, house, seen.flatMap(({ of, said }) => referencesInSaid(of.fields, said)), language);
  const { arrangement = 'cards' } = source;
  const items = seen.map(({ id, of, said, address }) => {
    const face = itemBySettings(mapToFace(forItems(of.is.face.mapping), of, said, drawing), listingLayers(house.model.document, of.is, {}));
    return { id, face: address === undefined ? face : leadingTo(face, address) };
  });
  return { heading: '', arrangement, setOut: {}, columns: [], items: inRatio(items, arrangement, {}), matching: items.length };
}
