import type { ListingPlace, PlaceShown } from '../contract/listings';
import type { Id } from '../core/ids';
import { asksOfPlace, hereValue, type Standpoint } from '../core/mapping/here';
import { everyEntry, testsOf, type Condition } from '../core/mapping/listing-rule';
import type { CompiledType } from '../core/model/compile';
import type { ContentType } from '../core/model/document';
import { listLive } from '../store/listing-query';
import { livePageAt, placeOf } from '../store/pages';
import { liveAt, recordByUuid, type KeptRecord } from '../store/records';
import { liveCounts } from './category-counts';
import { categoryLabel } from './category-pages';
import type { House } from './house';
import { entryBody, pageBody } from './kept-body';
import { siteOf } from './sites';
import { askedOf } from './sources';

/** Among how many categories one with something in it is sought. */
const EXAMPLES = 200;

/** The category that a rule is tried at: the one asked for, else the first of the scheme it asks about in which something stands. */
async function categoryFor(house: House, where: Condition, asked: Id | undefined): Promise<Id | undefined> {
  if (asked !== undefined) return house.categories.get(asked)?.id;
  const test = testsOf(where).find(({ value }) => hereValue(value)?.here === 'category');
  const field = house.model.contentTypes.flatMap(({ fields }) => fields).find(({ id }) => id === test?.field);
  if (field?.kind !== 'category') return undefined;
  const all = house.categories.inOrder(field.rules.scheme).slice(0, EXAMPLES).map(({ category }) => category.id);
  const counts = await liveCounts(house.content, house, field.rules.scheme, all);
  return all.find((id) => (counts.get(id) ?? 0) > 0) ?? all[0];
}

async function newestOf(house: House, type: CompiledType<ContentType>): Promise<Id | undefined> {
  return (await listLive(house.content, askedOf(house, type), { where: everyEntry, order: [{ by: 'changed', direction: 'down' }], limit: 1 })).versions[0]?.uuid;
}

/** The entry that a rule is tried at: the one asked for, else the newest of a type that has what it asks about. */
async function entryFor(house: House, where: Condition, from: readonly Id[], asked: Id | undefined): Promise<{ id: Id; title: string; body: string } | undefined> {
  const fields = testsOf(where).flatMap(({ value }) => {
    const here = hereValue(value);
    return here?.here === 'entry' ? here.fields : [];
  });
  const type = house.model.contentTypes.find((each) => fields.some((id) => each.field(id))) ?? from.flatMap((id) => house.model.contentType(id) ?? [])[0];
  const id = asked ?? (type && (await newestOf(house, type)));
  const record = id === undefined ? undefined : await recordByUuid(house.content, id, 'entry');
  const version = record && (await liveAt(house.content, record.id, house.now()));
  return record && version && { id: record.uuid, title: version.title, body: version.body };
}

/** The page that a rule is tried at: the one asked for, else the top of the site. */
async function pageFor(house: House, asked: Id | undefined): Promise<KeptRecord | undefined> {
  const id = asked ?? (await livePageAt(house.content, house.site.id, house.now(), '/'))?.uuid;
  return id === undefined ? undefined : recordByUuid(house.content, id, 'page');
}

/** Where a rule is tried: what it takes from its place comes from there. `places` tells the places by name, those alone that the rule asks about. */
export async function placeFor(house: House, { from, where }: { from: readonly Id[]; where: Condition }, at: ListingPlace): Promise<{ place: Standpoint; places: PlaceShown[] }> {
  const asks = asksOfPlace(where);
  const place: Standpoint = {};
  const places: PlaceShown[] = [];
  const category = asks.includes('category') ? house.categories.get((await categoryFor(house, where, at.category)) ?? '') : undefined;
  if (category) {
    place.category = category.id;
    places.push({ sort: 'category', id: category.id, label: categoryLabel(category), of: category.scheme });
  }
  const entry = asks.includes('entry') ? await entryFor(house, where, from, at.entry) : undefined;
  if (entry) {
    place.entry = { id: entry.id, values: entryBody(entry.body).values };
    places.push({ sort: 'entry', id: entry.id, label: entry.title });
  }
  const page = asks.includes('page') ? await pageFor(house, at.page) : undefined;
  if (page) {
    place.page = { id: page.uuid, values: pageBody(page.body).values };
    place.site = siteOf(house, (await placeOf(house.content, page.id))?.site ?? house.site.id).uuid;
    places.push({ sort: 'page', id: page.uuid, label: page.title });
  }
  return { place, places };
}
