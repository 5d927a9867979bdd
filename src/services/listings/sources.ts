import type { Id } from '../../core/ids';
import { metadataTestsOf, type ListingRule } from '../../core/mapping/rule/listing-rule';
import {
  isCommentSource,
  isEntrySource,
  isMediaSource,
  isPageSource,
  ruleIn,
  Sources,
  type SourceType,
} from '../../core/mapping/rule/sources';
import type { Reference } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import { countLive, type Branch } from '../../store/queries/listing-query';
import type { QueryContext } from '../../store/queries/query-context';
import { everyEntry } from '../../core/mapping/rule/listing-rule';
import { entryAddresses, entryHomes } from '../entries/addresses';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { knownOf } from '../records/known';
import { siteOf } from '../runtime/sites';

/** One of the types that a listing takes, with the rule as it understands it, and what it is asked of. */
export interface Source extends Branch<ListingRule> {
  type: SourceType;
}

export const queryContextOf = (installation: Installation, type: SourceType): QueryContext => ({
  indexTable: indexTableIn(installation, type),
  keyMap: installation.keyMap,
  now: installation.now(),
  today: today(installation),
});

/**
 * The sources of a rule as they are asked, in the order of a language. What it takes from its place must have
 * been settled. What visitors said is no content, and asked otherwise.
 */
export async function sourcesOf(
  reader: Reader,
  installation: Installation,
  rule: ListingRule,
  language?: string,
): Promise<Source[]> {
  const { types } = Sources.of(installation.model, rule.from);
  const homes = metadataTestsOf(rule.where).some((test) => 'under' in test || 'site' in test)
    ? await entryHomes(reader, installation)
    : undefined;
  return types
    .filter((type) => !isCommentSource(type))
    .map((type) => {
      const page = homes?.get(type.id)?.page;
      const home = page && {
        site: siteOf(installation, page.site).uuid,
        ...(page.parent === null ? {} : { under: page.parent }),
      };
      return {
        type,
        rule: ruleIn(rule, type),
        asked: { ...queryContextOf(installation, type), language, ...(home ? { home } : {}) },
      };
    });
}

/** How many there are of some sources that visitors see. */
export const countSources = async (
  reader: Reader,
  sources: readonly Pick<Source, 'asked'>[],
): Promise<number> =>
  (await Promise.all(sources.map(({ asked }) => countLive(reader, asked, everyEntry)))).reduce(
    (sum, n) => sum + n,
    0,
  );

/** Where visitors find entries that have pages of their own, pages, and the files of media, by their ids. */
export async function addressesOf(
  reader: Reader,
  installation: Installation,
  things: readonly { id: Id; type: SourceType }[],
  language?: string,
): Promise<Map<Id, string>> {
  const entries = await entryAddresses(
    reader,
    installation,
    things.filter(({ type }) => isEntrySource(type)).map(({ id, type }) => ({ id, type: type.id })),
    language,
  );
  const others = things.flatMap(({ id, type }, i): Reference[] =>
    isPageSource(type)
      ? [{ path: `/${i}`, sort: 'page', target: id }]
      : isMediaSource(type)
        ? [{ path: `/${i}`, sort: 'media', target: id }]
        : [],
  );
  if (others.length === 0) return entries;
  const { pages, media } = await knownOf(reader, installation, others, 0, language);
  return new Map([
    ...entries,
    ...[...pages, ...media].map(([id, { address }]): [Id, string] => [id, address]),
  ]);
}
