import type { Id } from '../core/ids';
import { standingTestsOf, type ListingRule } from '../core/mapping/listing-rule';
import { isEntrySource, isMediaSource, isPageSource, ruleIn, Sources, type SourceType } from '../core/mapping/sources';
import type { Reference } from '../core/model/kinds';
import type { Asker } from '../store/database';
import { countLive, type Asked, type Branch } from '../store/listing-query';
import { everyEntry } from '../core/mapping/listing-rule';
import { entryAddresses, entryHomes } from './entry-addresses';
import { sheetIn, today, type House } from './house';
import { knownOf } from './known';
import { siteOf } from './sites';

/** One of the types that a listing takes, with the rule as it understands it, and what it is asked of. */
export interface Source extends Branch<ListingRule> {
  type: SourceType;
}

export const askedOf = (house: House, type: SourceType): Asked => ({ sheet: sheetIn(house, type), surrogates: house.surrogates, now: house.now(), today: today(house) });

/** The sources of a rule as they are asked, in the order of a language. What it takes from its place must have been settled. */
export async function sourcesOf(asker: Asker, house: House, rule: ListingRule, language?: string): Promise<Source[]> {
  const { types } = Sources.of(house.model, rule.from);
  const homes = standingTestsOf(rule.where).some((test) => 'under' in test || 'site' in test) ? await entryHomes(asker, house) : undefined;
  return types.map((type) => {
    const page = homes?.get(type.id)?.page;
    const home = page && { site: siteOf(house, page.site).uuid, ...(page.parent === null ? {} : { under: page.parent }) };
    return { type, rule: ruleIn(rule, type), asked: { ...askedOf(house, type), language, ...(home ? { home } : {}) } };
  });
}

/** How many there are of some sources that visitors see. */
export const countSources = async (asker: Asker, sources: readonly Pick<Source, 'asked'>[]): Promise<number> =>
  (await Promise.all(sources.map(({ asked }) => countLive(asker, asked, everyEntry)))).reduce((sum, n) => sum + n, 0);

/** Where visitors find entries that have pages of their own, pages, and the files of media, by their ids. */
export async function addressesOf(asker: Asker, house: House, things: readonly { id: Id; type: SourceType }[], language?: string): Promise<Map<Id, string>> {
  const entries = await entryAddresses(asker, house, things.filter(({ type }) => isEntrySource(type)).map(({ id, type }) => ({ id, type: type.id })), language);
  const others = things.flatMap(({ id, type }, i): Reference[] => (isPageSource(type) ? [{ path: `/${i}`, sort: 'page', target: id }] : isMediaSource(type) ? [{ path: `/${i}`, sort: 'media', target: id }] : []));
  if (others.length === 0) return entries;
  const { pages, media } = await knownOf(asker, house, others, 0, language);
  return new Map([...entries, ...[...pages, ...media].map(([id, { address }]): [Id, string] => [id, address])]);
}
