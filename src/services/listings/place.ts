import type { ListingPlace, PlaceShown } from '../../contract/listings';
import type { Id } from '../../core/ids';
import { asksOfPlace, type PlaceContext } from '../../core/mapping/rule/here';
import { hereValue } from '../../core/mapping/rule/here-value';
import { everyEntry, metadataTestsOf, testsOf, type Condition } from '../../core/mapping/rule/listing-rule';
import { linkFields } from '../../core/mapping/rule/links';
import { Sources } from '../../core/mapping/rule/sources';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import { answersOf } from '../../core/model/page-source';
import type { ContentType } from '../../core/model/document';
import { listLive } from '../../store/queries/listing-query';
import { placeOf } from '../../store/pages';
import { livePageAt } from '../../store/live-pages';
import { liveAt, recordByUuid, type KeptRecord } from '../../store/records';
import { liveCounts } from '../categories/counts';
import { categoryLabel } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { entryBody, pageBody } from '../records/bodies';
import { siteOf } from '../runtime/sites';
import { queryContextOf } from './sources';
import { kindFor } from '../../core/model/kinds';

/** Among how many categories one with something in it is sought. */
const EXAMPLES = 200;

/**
 * The category that a rule is tried at: the one asked for, else the first of the scheme it asks about in
 * which something stands.
 */
async function categoryFor(
  installation: Installation,
  where: Condition,
  asked: Id | undefined,
): Promise<Id | undefined> {
  if (asked !== undefined) return installation.categories.get(asked)?.id;
  const test = testsOf(where).find(({ value }) => hereValue(value)?.here === 'category');
  const field = installation.model.contentTypes
    .flatMap(({ fields }) => fields)
    .find(({ id }) => id === test?.field);
  const scheme = field && kindFor(field).scheme;
  if (scheme === undefined) return undefined;
  const all = installation.categories
    .inOrder(scheme)
    .slice(0, EXAMPLES)
    .map(({ category }) => category.id);
  const counts = await liveCounts(installation.content, installation, scheme, all);
  return all.find((id) => (counts.get(id) ?? 0) > 0) ?? all[0];
}

async function newestOf(
  installation: Installation,
  type: CompiledType<ContentType>,
): Promise<Id | undefined> {
  return (
    await listLive(installation.content, queryContextOf(installation, type), {
      where: everyEntry,
      order: [{ by: 'changed', direction: 'down' }],
      limit: 1,
    })
  ).versions[0]?.uuid;
}

/**
 * The content type of whose entry a rule asks where it stands: one with the fields it takes values from, else one that
 * what is listed can link to, first one whose entries have pages; else the first that is listed.
 */
function typeAsked(
  model: CompiledModel,
  from: readonly Id[],
  where: Condition,
): CompiledType<ContentType> | undefined {
  const sources = Sources.of(model, from);
  const here = [
    ...testsOf(where).flatMap(({ field, value }) => {
      const taken = hereValue(value);
      return taken ? [{ taken, by: sources.field(field) }] : [];
    }),
    ...metadataTestsOf(where).flatMap((test) =>
      'linksTo' in test && test.linksTo !== 'here' && !Array.isArray(test.linksTo)
        ? [{ taken: test.linksTo, by: undefined }]
        : [],
    ),
  ];
  const fields = here.flatMap(({ taken }) => (taken.here === 'entry' ? taken.fields : []));
  const asking = here.flatMap(({ taken, by }) => (taken.here === 'this entry' && by ? [by] : []));
  const linking =
    asking.length > 0
      ? asking
      : metadataTestsOf(where).some((test) => 'linksTo' in test && test.linksTo === 'here')
        ? linkFields(sources.fields)
        : [];
  const linked = model.contentTypes.filter(({ id }) =>
    linking.some((field) => {
      const types = kindFor(field).leadsTo ?? [];
      return types.length === 0 || types.includes(id);
    }),
  );
  const withPages = new Set(
    model.pageTypes.flatMap(({ definition: { source } }) => answersOf(source).entryType ?? []),
  );
  return (
    model.contentTypes.find((each) => fields.some((id) => each.field(id))) ??
    linked.find(({ id }) => withPages.has(id)) ??
    linked[0] ??
    from.flatMap((id) => model.contentType(id) ?? [])[0]
  );
}

/** The entry that a rule is tried at: the one asked for, else the newest of a type that has what it asks about. */
async function entryFor(
  installation: Installation,
  where: Condition,
  from: readonly Id[],
  asked: Id | undefined,
): Promise<{ id: Id; title: string; body: string } | undefined> {
  const type = typeAsked(installation.model, from, where);
  const id = asked ?? (type && (await newestOf(installation, type)));
  const record = id === undefined ? undefined : await recordByUuid(installation.content, id, 'entry');
  const version = record && (await liveAt(installation.content, record.id, installation.now()));
  return record && version && { id: record.uuid, title: version.title, body: version.body };
}

/** The page that a rule is tried at: the one asked for, else the top of the site. */
async function pageFor(installation: Installation, asked: Id | undefined): Promise<KeptRecord | undefined> {
  const id =
    asked ?? (await livePageAt(installation.content, installation.site.id, installation.now(), '/'))?.uuid;
  return id === undefined ? undefined : recordByUuid(installation.content, id, 'page');
}

/**
 * Where a rule is tried: what it takes from its place comes from there. `places` tells the places by name,
 * those alone that the rule asks about.
 */
export async function placeFor(
  installation: Installation,
  { from, where }: { from: readonly Id[]; where: Condition },
  at: ListingPlace,
): Promise<{ place: PlaceContext; places: PlaceShown[] }> {
  const asks = asksOfPlace(where);
  const place: PlaceContext = {};
  const places: PlaceShown[] = [];
  const category = asks.includes('category')
    ? installation.categories.get((await categoryFor(installation, where, at.category)) ?? '')
    : undefined;
  if (category) {
    place.category = category.id;
    places.push({ sort: 'category', id: category.id, label: categoryLabel(category), of: category.scheme });
  }
  const entry = asks.includes('entry') ? await entryFor(installation, where, from, at.entry) : undefined;
  if (entry) {
    place.entry = { id: entry.id, values: entryBody(entry.body).values };
    places.push({ sort: 'entry', id: entry.id, label: entry.title });
  }
  const page = asks.includes('page') ? await pageFor(installation, at.page) : undefined;
  if (page) {
    place.page = { id: page.uuid, values: pageBody(page.body).values };
    place.site = siteOf(
      installation,
      (await placeOf(installation.content, page.id))?.site ?? installation.site.id,
    ).uuid;
    places.push({ sort: 'page', id: page.uuid, label: page.title });
  }
  return { place, places };
}
