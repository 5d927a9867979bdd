import type { ReachAnswer } from '../../contract/entries';
import type { Id } from '../../core/ids';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import type { EntryChange } from '../../core/site/reach';
import { placesAmong } from '../../store/queries/place-query';
import { liveOf } from '../../store/records';
import { referrers } from '../../store/refs';
import { listingsInForce } from '../listings/in-force';
import { withLeadingEntries } from '../listings/leading';
import { sourcesOf } from '../listings/sources';
import { reachOfEntry } from './entry';
import { distinctPages, pageLink } from './pages';
import { entryBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { pagesBeside } from '../visitor/company';
import { needEntry, seenOf, typeOfEntry } from '../entries/answer';

/** Up to which place it is counted in a listing that shows all. */
const MOST_COUNTED = 1000;

const placeInWords = (place: number, limit: ListingRule['limit']): string =>
  limit === 'all'
    ? place > MOST_COUNTED
      ? `after the first ${MOST_COUNTED.toLocaleString('en')}`
      : ordinal(place)
    : place > limit
      ? `past the ${limit} it shows`
      : ordinal(place);

/** Where an entry shows now, and the pages that would differ if its working version were published. */
export async function entryReach(installation: Installation, id: Id): Promise<ReachAnswer> {
  const record = await needEntry(installation.content, id);
  const type = typeOfEntry(installation, record);
  const before = seenOf(await liveOf(installation.content, record.id), installation.now());
  const change: EntryChange = { id, type: type.id, before, after: entryBody(record.body) };
  const listings = (await listingsInForce(installation.content, installation)).filter(({ rule }) =>
    rule.from.includes(type.id),
  );
  const places = await placesAmong(
    installation.content,
    await Promise.all(
      listings.map(async ({ rule }) => ({
        branches: await sourcesOf(
          installation.content,
          installation,
          await withLeadingEntries(installation.content, installation, rule),
        ),
        most: rule.limit === 'all' ? MOST_COUNTED : rule.limit,
      })),
    ),
    (branches) => branches.find(({ type: of }) => of.id === type.id),
    { id, record: record.id },
  );
  const goesTo = listings.flatMap(({ id: listing, label, rule: { limit } }, i): ReachAnswer['goesTo'] => {
    const place = places[i];
    return place === undefined
      ? []
      : [{ sort: 'listing', id: listing, label, detail: placeInWords(place, limit) }];
  });
  for (const { source, sort, title, uuid } of await referrers(installation.content, id, 0))
    if (source !== record.id && (sort === 'entry' || sort === 'page' || sort === 'shared'))
      goesTo.push({ sort, id: uuid, label: title, detail: 'links to it' });
  return {
    goesTo: distinctLinks(goesTo),
    pages: distinctPages([
      ...(await reachOfEntry(installation.content, installation, id, change)),
      ...(await pagesBeside(installation.content, installation, type, { id, record: record.id })),
    ]).map(pageLink),
  };
}

const distinctLinks = (links: ReachAnswer['goesTo']): ReachAnswer['goesTo'] => [
  ...new Map(links.map((link) => [link.id, link])).values(),
];

const ordinal = (n: number): string =>
  `${n}${{ one: 'st', two: 'nd', few: 'rd', other: 'th', zero: 'th', many: 'th' }[new Intl.PluralRules('en', { type: 'ordinal' }).select(n)]}`;
