import { entryTitles } from '../../store/known';
import { arrangedReferringToTypes, referrers } from '../../store/refs';
import { referencesInLocalized } from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { inEachLanguage } from '../../core/mapping/rule/here';
import { matches, throughLink } from '../../core/mapping/rule/matches';
import { testsOf } from '../../core/mapping/rule/listing-rule';
import { fieldsOfMapping } from '../../core/mapping/parts';
import { linksIn } from '../../core/mapping/rule/links';
import { mappingIn, ruleIn } from '../../core/mapping/rule/sources';
import {
  listingDiffers,
  subjectOf,
  type MembershipContext,
  type EntryChange,
  type LiveListing,
} from '../../core/site/reach';
import type { Reader } from '../../store/database';
import { livePagesByIds, livePlaces } from '../../store/live-pages';
import { liveAt } from '../../store/records';
import { pagesRelated } from '../visitor/company';
import { addressToBe, entryAddresses, entryHomes } from '../entries/addresses';
import { languagesIn, today, type Installation } from '../runtime/installation';
import { entryBody } from '../records/bodies';
import { knownOf } from '../records/known';
import { fieldOfRole } from '../records/references';
import { listingsInForce } from '../listings/in-force';
import { pagesCounting, placesTelling, takesFromPlace } from './by-place';
import { ownPlace } from './listed';
import { distinctPages, livePlacesReferring, pagesShowing, reachedPages, type ReachedPage } from './pages';

/** The pages visitors see that refer to something, in their own words or in a block. */
const pagesReferring = async (
  reader: Reader,
  installation: Installation,
  targets: readonly Id[],
): Promise<ReachedPage[]> =>
  reachedPages(reader, installation, await livePlacesReferring(reader, installation, targets));

/** How many steps of references a face draws: the linked entry, and what its own face in small shows. */
const DRAWN_DEEP = 2;

/**
 * Every page visitors see that differs when what they see of an entry (or of a medium) changes: pages with a
 * listing it is in, pages that refer to it, and those that show an entry which shows it.
 */
export async function reachOfEntry(
  reader: Reader,
  installation: Installation,
  id: Id,
  change: EntryChange,
): Promise<ReachedPage[]> {
  const day = today(installation);
  const inForce = await listingsInForce(reader, installation);
  // What the entry links to, for conditions that ask it.
  const type = installation.model.contentOrMedia(change.type);
  const references = [change.before, change.after].flatMap((localized) =>
    localized && type ? referencesInLocalized(type.fields, localized) : [],
  );
  const { entries } = await knownOf(
    reader,
    installation,
    references.filter(({ sort }) => sort === 'entry'),
  );
  const around: MembershipContext = {
    isUnder: installation.categories.isUnder,
    linked: (entry) => entries.get(entry)?.live?.values,
    ...(await ownPlace(reader, installation, change.type)),
    locale: installation.model.locale,
    ...(type ? { fields: type.fields } : {}),
  };
  const own = ({ id: listing, rule }: LiveListing): LiveListing => ({
    id: listing,
    rule: type ? ruleIn(rule, type) : rule,
  });
  const differs = ({ id: listing, rule }: LiveListing) =>
    inEachLanguage(rule.where, languagesIn(installation)).some((where) =>
      listingDiffers({ id: listing, rule: { ...rule, where } }, change, day, around),
    );
  const anywhere = inForce.filter(({ rule }) => !takesFromPlace(rule));
  const differing = new Set(anywhere.filter((listing) => differs(own(listing))).map((listing) => listing.id));
  const values = [change.before, change.after].flatMap((localized) => (localized ? [localized.values] : []));
  const links = values.flatMap((each) => linksIn(type?.fields ?? [], each));
  const byPlace: ReachedPage[] = [];
  for (const listing of inForce) {
    const { id: shown, rule } = own(listing);
    if (!takesFromPlace(rule) || !rule.from.includes(change.type)) continue;
    byPlace.push(
      ...(await placesTelling(
        reader,
        installation,
        { id: shown, rule },
        { values, links, tells: (where) => differs({ id: shown, rule: { ...rule, where } }) },
      )),
    );
  }
  const drawn = new Set<Id>([id]);
  let edge = [id];
  for (let step = 0; step < DRAWN_DEEP; step += 1) {
    const next: Id[] = [];
    for (const target of edge)
      for (const { source, uuid, sort, role, type: of } of await referrers(reader, target, 1)) {
        // A listing of pages may show, or go by, what a page of it refers to.
        if (sort === 'page' && of !== null)
          for (const listing of inForce) if (listing.rule.from.includes(of)) differing.add(listing.id);
        if (sort !== 'entry' || drawn.has(uuid)) continue;
        drawn.add(uuid);
        next.push(uuid);
        // A listing shows it through a field that its items show.
        const fields = installation.model.contentType(of ?? '')?.fields ?? [];
        const field = fieldOfRole(installation.keyMap, fields, role)?.id ?? '';
        for (const listing of inForce) {
          // A condition or an order may ask what is linked to: it may come in, go out or move.
          const asks = [
            ...testsOf(listing.rule.where).map((test) => test.field),
            ...listing.rule.order.map(({ by }) => by),
          ];
          const linking =
            of === null || !listing.rule.from.includes(of) ? undefined : installation.model.contentType(of);
          if (linking && asks.some((path) => throughLink(path)?.link === field)) differing.add(listing.id);
          if (!linking || !fieldsOfMapping(mappingIn(listing.rule.mapping, linking)).includes(field))
            continue;
          if (!takesFromPlace(listing.rule)) differing.add(listing.id);
          else
            byPlace.push(...(await placesShowing(reader, installation, listing, linking.id, source, uuid)));
        }
      }
    edge = next;
  }
  const ownPage = await ownPages(reader, installation, [...drawn]);
  // One that nobody sees yet has no page so far: it would come up.
  const coming =
    type && change.after && !ownPage.some(({ uuid }) => uuid === id)
      ? await addressToBe(reader, installation, type, change.after.values)
      : undefined;
  const page: ReachedPage[] =
    coming === undefined || !type || !change.after
      ? []
      : [{ uuid: id, sort: 'entry', title: titleOf(type.definition, change.after.values), address: coming }];
  const related = type
    ? await pagesRelated(reader, installation, type, change.before?.values, change.after?.values)
    : [];
  const counting = await pagesCounting(
    reader,
    installation,
    change.type,
    change.before?.values,
    change.after?.values,
  );
  return distinctPages([
    ...(await pagesShowing(reader, installation, differing)),
    ...byPlace,
    ...counting,
    ...related,
    ...(await pagesReferring(reader, installation, [...drawn])),
    ...ownPage,
    ...page,
  ]);
}

/** The pages on which a listing that goes by its place shows an entry. */
async function placesShowing(
  reader: Reader,
  installation: Installation,
  listing: LiveListing,
  of: Id,
  record: number,
  id: Id,
): Promise<ReachedPage[]> {
  const version = await liveAt(reader, record, installation.now());
  if (!version) return [];
  const localized = entryBody(version.body);
  const type = installation.model.contentType(of);
  const around: MembershipContext = {
    ...(await ownPlace(reader, installation, of)),
    locale: installation.model.locale,
    ...(type ? { fields: type.fields } : {}),
  };
  const own = { id: listing.id, rule: type ? ruleIn(listing.rule, type) : listing.rule };
  return placesTelling(reader, installation, own, {
    values: [localized.values],
    links: linksIn(type?.fields ?? [], localized.values),
    tells: (where) =>
      inEachLanguage(where, languagesIn(installation)).some((each) =>
        matches(
          each,
          localized.values,
          today(installation),
          installation.categories.isUnder,
          subjectOf(id, localized, around),
        ),
      ),
  });
}

/** The pages of their own that some entries have. */
async function ownPages(
  reader: Reader,
  installation: Installation,
  ids: readonly Id[],
): Promise<ReachedPage[]> {
  const entries = await entryTitles(reader, ids);
  const addresses = await entryAddresses(reader, installation, entries);
  return entries.flatMap(({ id, title }) => {
    const address = addresses.get(id);
    return address === undefined ? [] : [{ uuid: id, sort: 'entry' as const, title, address }];
  });
}

/** Pages that refer to an entry of one of the types. */
async function pagesShowingEntriesOf(
  reader: Reader,
  installation: Installation,
  types: ReadonlySet<Id>,
): Promise<ReachedPage[]> {
  const numbers = [...types].map((type) => installation.keyMap.find(type));
  const referring = await arrangedReferringToTypes(reader, numbers);
  const pages = referring.flatMap(({ sort, source }) => (sort === 'page' ? [source] : []));
  const shared = referring.flatMap(({ sort, uuid }) => (sort === 'shared' ? [uuid] : []));
  return [
    ...(await reachedPages(
      reader,
      installation,
      pages.length === 0 ? [] : await livePagesByIds(reader, installation.now(), pages),
    )),
    ...(await pagesReferring(reader, installation, shared)),
  ];
}

/** Every page visitors see that is of one of the types, or shows a listing over one of them. */
export async function reachOfTypes(
  reader: Reader,
  installation: Installation,
  types: ReadonlySet<Id>,
): Promise<ReachedPage[]> {
  const listings = (await listingsInForce(reader, installation)).filter(({ rule }) =>
    rule.from.some((of) => types.has(of)),
  );
  const showing = await pagesShowing(reader, installation, new Set(listings.map(({ id }) => id)));
  const ofType = await reachedPages(
    reader,
    installation,
    await livePlaces(reader, installation.now(), {
      types: [...types].map((type) => installation.keyMap.find(type)),
    }),
  );
  const homes = [...(await entryHomes(reader, installation))].flatMap(
    ([
      type,
      {
        page: { uuid, title, address },
      },
    ]) => (types.has(type) ? [{ uuid, title, address }] : []),
  );
  // Blocks of a type, and pages that show an entry of one: both are kept as references of the page.
  return distinctPages([
    ...showing,
    ...ofType,
    ...homes,
    ...(await pagesReferring(reader, installation, [...types])),
    ...(await pagesShowingEntriesOf(reader, installation, types)),
  ]);
}
