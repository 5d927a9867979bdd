import type { ConditionTold, ListingFigures, ListingPlace, ListingResult, ListingTrial } from '../contract/listings';
import { referencesInSaid } from '../core/content/said';
import type { Id } from '../core/ids';
import { coverageQuestions } from '../core/mapping/coverage';
import { settled } from '../core/mapping/here';
import { everyEntry, type Condition, type ListingRule } from '../core/mapping/listing-rule';
import { mapToFace, type FaceContent } from '../core/mapping/map';
import { allIn } from '../core/mapping/pins';
import type { CompiledType } from '../core/model/compile';
import type { ContentType } from '../core/model/document';
import { itemBySettings, listingLayers } from '../core/site/shown-by-settings';
import type { Asker } from '../store/database';
import { countLive, countSteps, coverLive, listLive, titlesLive, type Asked } from '../store/listing-query';
import { liveOf } from '../store/records';
import { sheetIn, today, type House } from './house';
import { entryBody, listingBody } from './kept-body';
import { drawingOf } from './known';
import { placeFor } from './listing-place';
import { needListing, ruleFrom } from './listings';

const askedOf = (house: House, type: CompiledType<ContentType>): Asked => ({ sheet: sheetIn(house, type), surrogates: house.surrogates, now: house.now(), today: today(house) });

/** How many of the entries that a condition drops are named. */
const DROPPED = 3;

/** What a rule gives visitors now, where it stands: entries in order, mapped to their faces. */
export async function resultOf(house: House, { where, ...rest }: ListingRule, at: ListingPlace = {}): Promise<ListingResult> {
  const type = house.model.contentType(rest.from);
  if (!type) return { matching: 0, of: 0, entries: [], places: [] };
  const asked = askedOf(house, type);
  const { place, places } = await placeFor(house, { from: rest.from, where }, at);
  const rule = { ...rest, where: settled(where, place) };
  const [{ matching, versions }, of] = await Promise.all([listLive(house.content, asked, rule), countLive(house.content, asked, everyEntry)]);
  const entries = versions.map(({ uuid, body }) => ({ id: uuid, said: entryBody(body) }));
  const drawing = await drawingOf(house.content, house, entries.flatMap(({ said }) => referencesInSaid(type.fields, said)));
  const layers = listingLayers(house.model.document, type.is, rule);
  return { matching, of, places, entries: entries.map(({ id, said }) => ({ id, face: byKeys(itemBySettings(mapToFace(rule.mapping, type, said, drawing), layers), type) })) };
}

/** A drawn face with its fields spoken of by key. */
const byKeys = (face: FaceContent, type: CompiledType<ContentType>): FaceContent =>
  Object.fromEntries(Object.entries(face).map(([part, shown]) => [part, shown.map(({ field, ...rest }) => ({ ...rest, ...(field ? { field: type.field(field)?.key ?? '' } : {}) }))]));

export const tryListing = async (house: House, { rule, at }: ListingTrial): Promise<ListingResult> => resultOf(house, ruleFrom(house, rule), at);

/** Visitors' result where the listing is in force, else what its working version would give. */
export async function listingResult(house: House, id: Id): Promise<ListingResult> {
  const record = await needListing(house.content, id);
  const now = house.now();
  const live = (await liveOf(house.content, record.id)).find(({ starts, ends }) => starts <= now && now < ends);
  return resultOf(house, listingBody((live ?? record).body).rule);
}

export async function tryListingFigures(house: House, { rule: given, at = {} }: ListingTrial): Promise<ListingFigures> {
  const asks = ruleFrom(house, given);
  const rule = { ...asks, where: settled(asks.where, (await placeFor(house, asks, at)).place) };
  const type = house.model.contentType(rule.from);
  if (!type) return { total: 0, parts: [], steps: [], conditions: [] };
  const asked = askedOf(house, type);
  const questions = coverageQuestions(rule.mapping);
  const conditions = 'all' in rule.where ? rule.where.all : [rule.where];
  const [{ total, parts }, steps, of] = await Promise.all([coverLive(house.content, asked, allIn(rule), questions), countSteps(house.content, asked, conditions), countLive(house.content, asked, everyEntry)]);
  const told = await Promise.all(conditions.map((condition, i) => tellCondition(house.content, asked, conditions.slice(0, i), condition, steps[i - 1] ?? of, steps[i] ?? 0)));
  return {
    total, steps, conditions: told,
    parts: parts.map(({ part, filled, steps: counts }, i) => {
      const chains: number[][] = [];
      questions[i]?.steps.forEach(({ chain }, s) => (chains[chain] ??= []).push(counts[s] ?? 0));
      return { part, filled, chains };
    }),
  };
}

/** What a condition drops of those that the conditions before it let through, and what is odd about it. */
async function tellCondition(asker: Asker, asked: Asked, before: readonly Condition[], condition: Condition, had: number, left: number): Promise<ConditionTold> {
  if (had === 0) return { dropped: [] };
  if (left === had) return { dropped: [], odd: 'everything' };
  const dropped = await titlesLive(asker, asked, { all: [...before, { not: condition }] }, DROPPED);
  if (left > 0) return { dropped };
  const asks = 'field' in condition && condition.is !== 'empty' && condition.is !== 'noneOf' ? condition.field : undefined;
  return { dropped, odd: asks !== undefined && (await countLive(asker, asked, { field: asks, is: 'filled' })) === 0 ? 'unfilled' : 'nothing' };
}
