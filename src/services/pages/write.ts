import type { Publication } from '../../contract/entries';
import type {
  AddressAnswer,
  AddressQuery,
  NewPage,
  PageAnswer,
  PageMove,
  PagePatch,
  PlacesAnswer,
  TreeAnswer,
} from '../../contract/pages';
import { stateAt } from '../../core/content/states';
import { parseLocalized, serializeLocalized } from '../../core/content/localized-values';
import { defaultValues, titleOf } from '../../core/content/values';
import { blocksIn, firstContents, parseSlots, serializeSlots } from '../../core/content/blocks';
import { isId, newId, type Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { parseLayer, type SettingsLayer } from '../../core/model/settings';
import type { Reader, WriteTransaction } from '../../store/database';
import { putCategoryWords } from '../../store/category-words';
import { branchOf, childrenOf, placeOf, putPlaces, tree, type PlacedPage } from '../../store/pages';
import {
  changeWorking,
  liveOf,
  liveOfMany,
  makeRecords,
  note,
  recordByUuid,
  setBinned,
  setRefs,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { addressOfPlaced } from '../categories/pages';
import { driftOf, picksAnswer, picksFrom, parsePicks } from './collections';
import { expectWords, placeOfWords } from '../categories/words';
import { parseHandOrders } from './hand-order';
import { minuteNow, today, type Installation } from '../runtime/installation';
import { knownOf, namesIn } from '../records/known';
import { pageBody, type PageBody } from '../records/bodies';
import {
  addressAt,
  parentPlace,
  positionAfter,
  slugFor,
  slugGiven,
  typesAt,
  verdictFor,
  type Place,
} from './places';
import { pageFaults, pageReferences } from './faults';
import { reindexShown } from '../records/reindex-shown';
import type { Person } from '../people/people';
import { reachOfPage } from '../reach/entry';
import { pageLink, type ReachedPage } from '../reach/pages';
import { expectThere } from '../records/references';
import { ruleViolation, changedSince, notFound, invalidInput } from '../runtime/refusal';
import { siteGiven, siteOf, sitesTold } from './sites';
import { comeDown, expectRevision, goLive, spanOf, publicationStateOf } from '../records/versions';

function typeOf(installation: Installation, id: Id | null): CompiledType<PageType> {
  const type = id === null ? undefined : installation.model.pageType(id);
  if (!type) throw notFound('page type');
  return type;
}

function typeByKey(installation: Installation, key: string): CompiledType<PageType> {
  const type = installation.model.pageTypeByKey(key);
  if (!type)
    throw invalidInput([{ path: '/type', code: 'unknown-type', message: `There is no page type "${key}".` }]);
  return type;
}

/** What a page is called: its title, or for the words of a category, where they have none, the category's name. */
const titleFor = (
  installation: Installation,
  type: CompiledType<PageType>,
  { values }: PageBody,
  category: Id | null,
): string =>
  titleOf(type.definition, values) ||
  (category === null ? '' : (installation.categories.get(category)?.label ?? ''));

const newness = (installation: Installation, person: Person) => ({
  today: today(installation),
  minute: minuteNow(installation),
  person: person.name,
});

/** What a patch makes of a page's words, blocks and listing. Refuses what is no value, and references to what is not there. */
async function bodyFrom(
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  kept: PageBody,
  given: Pick<
    PagePatch,
    'values' | 'translations' | 'slots' | 'listing' | 'picks' | 'beginFrom' | 'byHand' | 'layout' | 'settings'
  >,
): Promise<PageBody> {
  const { localized, faults } = parseLocalized(
    type.fields,
    given,
    kept,
    '',
    installation.model.document.locales.others,
  );
  const { slots, faults: slotFaults } = given.slots
    ? parseSlots(installation.model, type.definition.slots, given.slots, kept.slots ?? {}, '/slots')
    : { slots: kept.slots ?? {}, faults: [] };
  const layout =
    given.layout === undefined
      ? kept.layout
      : type.definition.layouts.find(({ key }) => key === given.layout)?.id;
  if (given.layout && !layout)
    slotFaults.push({
      path: '/layout',
      code: 'layout',
      message: `${type.definition.label} has no layout "${given.layout}".`,
    });
  if (faults.length + slotFaults.length > 0) throw invalidInput([...faults, ...slotFaults]);
  const listing =
    given.listing === undefined ? kept.listing : await listingGiven(reader, type, given.listing);
  const settings =
    given.settings === undefined ? kept.settings : settingsGiven(installation, type, given.settings);
  const begun =
    given.beginFrom === undefined ? undefined : await picksFrom(reader, installation, given.beginFrom);
  const picks = await picksGiven(reader, installation, type, kept, begun ?? given.picks);
  const began =
    begun && given.beginFrom !== undefined ? { listing: given.beginFrom, entries: begun } : kept.began;
  const byHand =
    given.byHand === undefined
      ? (kept.byHand ?? {})
      : await parseHandOrders(reader, given.byHand, kept.byHand ?? {});
  const body: PageBody = {
    ...localized,
    ...(listing ? { listing } : {}),
    ...(picks.length > 0 ? { picks } : {}),
    ...(began ? { began } : {}),
    ...(Object.keys(byHand).length > 0 ? { byHand } : {}),
    ...(Object.keys(slots).length > 0 ? { slots } : {}),
    ...(layout ? { layout } : {}),
    ...(settings && Object.keys(settings.set ?? {}).length > 0 ? { settings } : {}),
  };
  await expectThere(
    reader,
    installation,
    pageReferences(installation, type, body),
    pageReferences(installation, type, kept),
  );
  for (const [i, block] of blocksIn(slots).entries())
    if (block.listing && !(await listingThere(reader, block.listing)))
      throw invalidInput([
        { path: `/slots/${i}/listing`, code: 'not-there', message: 'There is no such listing.' },
      ]);
  return body;
}

const picksGiven = async (
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  kept: PageBody,
  given: readonly string[] | undefined,
): Promise<Id[]> =>
  given === undefined ? (kept.picks ?? []) : parsePicks(reader, installation, type, given, kept.picks ?? []);

/** The settings that a page has of its own: only what the site or the type lets an editor change. */
function settingsGiven(
  installation: Installation,
  type: CompiledType<PageType>,
  given: JsonObject,
): SettingsLayer {
  const { layer, faults } = parseLayer(
    given,
    [
      { source: 'site', layer: installation.model.document.settings },
      { source: 'type', layer: type.definition.settings },
    ],
    '/settings',
  );
  if (faults.length > 0) throw invalidInput(faults);
  return layer;
}

async function listingThere(reader: Reader, id: Id): Promise<boolean> {
  const record = await recordByUuid(reader, id, 'listing');
  return record !== undefined && record.binnedAt === null;
}

/** What a page refers to: its listing and those of its blocks, the types of its blocks, and whatever its words name. */
function refsOf(
  installation: Installation,
  type: CompiledType<PageType>,
  body: PageBody,
): { role: string; target: Id }[] {
  const blocks = blocksIn(body.slots ?? {});
  return [
    ...[body.listing, ...blocks.map(({ listing }) => listing)].flatMap((target) =>
      target ? [{ role: 'listing', target }] : [],
    ),
    ...blocks.map(({ type: target }) => ({ role: 'block', target })),
    ...pageReferences(installation, type, body).map(({ sort, target }) => ({ role: `${sort}:`, target })),
  ];
}

interface PageWithPlace {
  record: KeptRecord;
  place: PlacedPage;
}

async function need(reader: Reader, id: Id): Promise<PageWithPlace> {
  const record = isId(id) ? await recordByUuid(reader, id, 'page') : undefined;
  const place = record && record.binnedAt === null ? await placeOf(reader, record.id) : undefined;
  if (!record || !place) throw notFound('page');
  return { record, place };
}

async function answer(
  reader: Reader,
  installation: Installation,
  { record, place }: PageWithPlace,
  versions: readonly LiveVersion[],
): Promise<PageAnswer> {
  const type = typeOf(installation, record.type);
  const body = pageBody(record.body);
  const parent = await parentPlace(reader, place.parent);
  return {
    id: record.uuid,
    parent: parent?.uuid ?? null,
    type: type.definition.key,
    category: place.category,
    title: titleFor(installation, type, body, place.category),
    slug: place.slug,
    address: addressOfPlaced(installation, place, parent?.address),
    site: siteOf(installation, place.site).uuid,
    revision: record.revision,
    stage: record.stage,
    ...publicationStateOf(record, versions, installation.now()),
    ...serializeLocalized(type.fields, body, installation.model.locale),
    listing: body.listing ?? null,
    picks: await picksAnswer(reader, installation, body),
    drift: await driftOf(reader, installation, body),
    byHand: body.byHand ?? {},
    slots: serializeSlots(installation.model, type.definition.slots, body.slots ?? {}),
    layout: type.definition.layouts.find(({ id }) => id === body.layout)?.key ?? null,
    settings: { ...body.settings?.set },
    faults: await pageFaults(reader, installation, type, body, place.category !== null),
    names: namesIn(
      await knownOf(reader, installation, pageReferences(installation, type, body)),
      pageReferences(installation, type, body),
    ),
    changedAt: new Date(record.changedAt).toISOString(),
    changedBy: record.changedBy ?? '',
    pages: (await reachOfPage(reader, installation, record.id)).map(pageLink),
  };
}

export async function siteTree(installation: Installation): Promise<TreeAnswer> {
  const pages = await tree(installation.content);
  const live = await liveOfMany(
    installation.content,
    pages.map(({ record }) => record),
  );
  const byRecord = new Map(pages.map((page) => [page.record, page]));
  const inOrder: PlacedPage[] = [];
  const add = (parent: number | null) => {
    for (const page of pages) {
      if (page.parent !== parent) continue;
      inOrder.push(page);
      add(page.record);
    }
  };
  add(null);
  return {
    sites: sitesTold(installation),
    pages: inOrder.map((page) => ({
      id: page.uuid,
      site: siteOf(installation, page.site).uuid,
      parent: byRecord.get(page.parent ?? 0)?.uuid ?? null,
      type: installation.model.pageType(page.type)?.definition.key ?? '',
      category: page.category,
      title: page.title || (installation.categories.get(page.category ?? '')?.label ?? ''),
      slug: page.slug,
      address: addressOfPlaced(installation, page, byRecord.get(page.parent ?? 0)?.address),
      revision: page.revision,
      state: stateAt(
        { stage: page.stage, spans: live.get(page.record) ?? [], binned: false },
        installation.now(),
      ),
    })),
  };
}

export async function page(installation: Installation, id: Id): Promise<PageAnswer> {
  const standing = await need(installation.content, id);
  return answer(
    installation.content,
    installation,
    standing,
    await liveOf(installation.content, standing.record.id),
  );
}

async function parentGiven(reader: Reader, id: Id | null): Promise<PlacedPage | null> {
  if (id === null) return null;
  const record = isId(id) ? await recordByUuid(reader, id, 'page') : undefined;
  const place = record && record.binnedAt === null ? await placeOf(reader, record.id) : undefined;
  if (!place)
    throw invalidInput([{ path: '/parent', code: 'gone', message: 'The page to stand under is not there.' }]);
  return place;
}

async function listingGiven(
  reader: Reader,
  type: CompiledType<PageType>,
  id: Id | null | undefined,
): Promise<Id | undefined> {
  if (id === null || id === undefined) return undefined;
  const refuse = (message: string) => invalidInput([{ path: '/listing', code: 'listing', message }]);
  if (type.definition.source.kind !== 'listing' && type.definition.source.kind !== 'category')
    throw refuse(`${type.definition.label} is not filled by a listing.`);
  const record = isId(id) ? await recordByUuid(reader, id, 'listing') : undefined;
  if (!record || record.binnedAt !== null) throw refuse('There is no such listing.');
  return id;
}

/** Makes a page where its type may stand; anywhere else is refused with the reason. */
export async function addPage(
  installation: Installation,
  person: Person,
  given: NewPage,
): Promise<PageAnswer> {
  const type = typeByKey(installation, given.type);
  return installation.content.write(async (tx) => {
    const parent = await parentGiven(tx, given.parent);
    const at: Place = {
      site: parent ? siteOf(installation, parent.site) : siteGiven(installation, given.site),
      parent,
    };
    const { category = null } = given;
    if (category !== null) await expectWords(tx, installation, type, parent, category);
    const verdict =
      category === null ? await verdictFor(tx, installation, type, at, null) : { allowed: true, reasons: [] };
    if (!verdict.allowed)
      throw ruleViolation(
        verdict.reasons.join(' '),
        verdict.reasons.map((message) => ({ path: '/parent', code: 'placement', message })),
      );
    // Words of a category begin with nothing: what all of them say stands until there is something else.
    const first: PageBody =
      category === null
        ? {
            values: defaultValues(type.fields, newness(installation, person)),
            slots: firstContents(installation.model, type.definition.slots, newness(installation, person)),
          }
        : { values: {} };
    const body = await bodyFrom(tx, installation, type, first, given);
    const title = titleFor(installation, type, body, category);
    const slug =
      category !== null
        ? ''
        : given.slug === undefined
          ? await slugFor(tx, installation, type.definition, title, at, null)
          : await slugGiven(tx, installation, given.slug, at, null);
    const uuid = newId();
    const [record = 0] = await makeRecords(tx, [
      {
        uuid,
        sort: 'page',
        type: installation.keyMap.of(type.id),
        title,
        body: JSON.stringify(body),
        faults: (await pageFaults(tx, installation, type, body, category !== null)).length,
        at: installation.now(),
        by: person.id,
      },
    ]);
    await putPlaces(tx, [
      {
        record,
        site: at.site.id,
        parent: parent?.record ?? null,
        position: await positionAfter(tx, at, undefined, null),
        slug,
        address: category === null ? addressAt(at, slug) : placeOfWords(uuid),
      },
    ]);
    if (category !== null) await putCategoryWords(tx, record, installation.keyMap.of(category));
    await setRefs(tx, record, 0, refsOf(installation, type, body));
    await note(tx, installation.now(), person.id, 'made a page', record);
    return answer(tx, installation, await need(tx, uuid), []);
  });
}

interface Outcome {
  /** Whether visitors may see something else afterwards. */
  shows: boolean;
  what: string;
}

/** Does one piece of work on a page at the revision that was read, then renews every page that differs for visitors. */
async function work(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  yours: JsonObject,
  act: (tx: WriteTransaction, standing: PageWithPlace, type: CompiledType<PageType>) => Promise<Outcome>,
): Promise<PageAnswer> {
  const { done, reached } = await installation.content.write(async (tx) => {
    const standing = await need(tx, id);
    const versions = await liveOf(tx, standing.record.id);
    const current = { ...(await answer(tx, installation, standing, versions)) } as unknown as JsonObject;
    expectRevision(standing.record, revision, () => changedSince(current, yours));
    const before = await reachOfPage(tx, installation, standing.record.id);
    const { shows, what } = await act(tx, standing, typeOf(installation, standing.record.type));
    await note(tx, installation.now(), person.id, what, standing.record.id);
    const reached: ReachedPage[] = shows
      ? [...before, ...(await reachOfPage(tx, installation, standing.record.id))]
      : [];
    return {
      done: await answer(tx, installation, await need(tx, id), await liveOf(tx, standing.record.id)),
      reached,
    };
  });
  if (reached.length > 0) installation.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

/** Gives a page and all below it their addresses, after its slug or place changed. */
async function readdress(
  tx: WriteTransaction,
  record: number,
  at: Place,
  position: string,
  slug: string,
): Promise<void> {
  const branch = await branchOf(tx, record);
  const byParent = (above: number) =>
    branch.filter((each) => each.parent === above && each.record !== record);
  const rows = [
    {
      record,
      site: at.site.id,
      parent: at.parent?.record ?? null,
      position,
      slug,
      address: addressAt(at, slug),
    },
  ];
  for (let i = 0; i < rows.length; i += 1) {
    const above = rows[i];
    if (!above) continue;
    for (const child of byParent(above.record)) {
      if (child.category !== null) continue;
      rows.push({
        record: child.record,
        site: child.site,
        parent: above.record,
        position: child.position,
        slug: child.slug,
        address: above.address === '/' ? `/${child.slug}` : `${above.address}/${child.slug}`,
      });
    }
  }
  await putPlaces(tx, rows);
}

export const changePage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: PagePatch,
): Promise<PageAnswer> =>
  work(
    installation,
    person,
    id,
    revision,
    { ...patch } as unknown as JsonObject,
    async (tx, { record, place }, type) => {
      const body = await bodyFrom(tx, installation, type, pageBody(record.body), patch);
      const at: Place = {
        site: siteOf(installation, place.site),
        parent: await parentPlace(tx, place.parent),
      };
      if (place.category !== null && patch.slug !== undefined)
        throw invalidInput([
          {
            path: '/slug',
            code: 'category',
            message: 'The address is that of the category. Change it there, in Shape.',
          },
        ]);
      const slug =
        patch.slug === undefined ? place.slug : await slugGiven(tx, installation, patch.slug, at, record.id);
      if (slug !== place.slug) await readdress(tx, record.id, at, place.position, slug);
      await changeWorking(tx, record, {
        title: titleFor(installation, type, body, place.category),
        body: JSON.stringify(body),
        faults: (await pageFaults(tx, installation, type, body, place.category !== null)).length,
        stage: 'draft',
        at: installation.now(),
        by: person.id,
        why: 'saved',
      });
      await setRefs(tx, record.id, 0, refsOf(installation, type, body));
      return { shows: slug !== place.slug, what: 'changed a page' };
    },
  );

export const publishPage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  asked: Publication,
): Promise<PageAnswer> =>
  work(installation, person, id, revision, {}, async (tx, { record, place }, type) => {
    const body = pageBody(record.body);
    const faults = await pageFaults(tx, installation, type, body, place.category !== null);
    if (faults.length > 0)
      throw ruleViolation(
        `${faults.length === 1 ? 'One thing' : `${faults.length} things`} must be mended before this can be published.`,
        faults,
      );
    await reindexShown(
      tx,
      installation,
      record,
      await goLive(tx, record, spanOf(asked, installation.now()), installation.now(), person.id),
    );
    await setRefs(tx, record.id, 1, refsOf(installation, type, body));
    await changeWorking(tx, record, {
      title: record.title,
      body: record.body,
      faults: 0,
      stage: 'draft',
      at: installation.now(),
      by: person.id,
      why: 'published',
    });
    return { shows: true, what: 'published a page' };
  });

export const withdrawPage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<PageAnswer> =>
  work(installation, person, id, revision, {}, async (tx, { record }) => {
    await reindexShown(tx, installation, record, await comeDown(tx, record.id, installation.now()));
    await setRefs(tx, record.id, 1, []);
    await changeWorking(tx, record, {
      title: record.title,
      body: record.body,
      faults: record.faults,
      stage: record.stage,
      at: installation.now(),
      by: person.id,
      why: 'withdrawn',
    });
    return { shows: true, what: 'withdrew a page' };
  });

export const movePage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { parent: to, after }: PageMove,
): Promise<PageAnswer> =>
  work(
    installation,
    person,
    id,
    revision,
    { parent: to, after: after ?? null },
    async (tx, { record, place }, type) => {
      const parent = await parentGiven(tx, to);
      const at: Place = { site: siteOf(installation, place.site), parent };
      if (parent && parent.site !== place.site)
        throw ruleViolation('A page stays in its site.', [
          { path: '/parent', code: 'site', message: 'A page stays in its site.' },
        ]);
      if (place.category !== null)
        throw ruleViolation('It stands where its category stands. Move the category, in Shape.');
      if (parent && (await branchOf(tx, record.id)).some((below) => below.record === parent.record))
        throw ruleViolation('A page cannot stand below itself.', [
          { path: '/parent', code: 'circle', message: 'A page cannot stand below itself.' },
        ]);
      if ((parent?.record ?? null) !== place.parent) {
        const verdict = await verdictFor(tx, installation, type, at, record.id);
        if (!verdict.allowed)
          throw ruleViolation(
            verdict.reasons.join(' '),
            verdict.reasons.map((message) => ({ path: '/parent', code: 'placement', message })),
          );
      }
      const slug =
        (parent === null) !== (place.parent === null)
          ? await slugFor(tx, installation, type.definition, record.title, at, record.id)
          : await slugGiven(tx, installation, place.slug, at, record.id);
      await readdress(tx, record.id, at, await positionAfter(tx, at, after, record.id), slug);
      await changeWorking(tx, record, {
        title: record.title,
        body: record.body,
        faults: record.faults,
        stage: record.stage,
        at: installation.now(),
        by: person.id,
        why: 'moved',
      });
      return { shows: true, what: 'moved a page' };
    },
  );

export async function binPage(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> {
  const reached = await installation.content.write(async (tx) => {
    const { record, place } = await need(tx, id);
    expectRevision(record, revision, () => changedSince({ id, revision: record.revision }, {}));
    if ((await childrenOf(tx, place.site, record.id)).length > 0)
      throw ruleViolation('Pages stand below this one. Give them another place first.');
    const pages = await reachOfPage(tx, installation, record.id);
    await reindexShown(tx, installation, record, await comeDown(tx, record.id, installation.now()));
    await setRefs(tx, record.id, 0, []);
    await setRefs(tx, record.id, 1, []);
    await setBinned(tx, record.id, installation.now());
    // The address becomes free for another page.
    await putPlaces(tx, [{ ...place, address: `bin:${record.uuid}` }]);
    await note(tx, installation.now(), person.id, 'binned a page', record.id);
    return pages;
  });
  installation.rendered.renew(reached.map(({ uuid }) => uuid));
}

/** The page types that may stand under a page, and with none at the top of a site (by id; without one, of the first). */
export async function typesUnder(
  installation: Installation,
  id: Id | null,
  site?: Id,
): Promise<PlacesAnswer> {
  if (id === null)
    return { items: await typesAt(installation, { site: siteGiven(installation, site), parent: null }) };
  const { place } = await need(installation.content, id);
  return { items: await typesAt(installation, { site: siteOf(installation, place.site), parent: place }) };
}

/** Every place in the tree, with whether the page may stand there. */
export async function homesFor(installation: Installation, id: Id): Promise<PlacesAnswer> {
  const { record, place } = await need(installation.content, id);
  const type = typeOf(installation, record.type);
  const branch = new Set((await branchOf(installation.content, record.id)).map((below) => below.record));
  const pages = (await tree(installation.content)).filter(
    (each) => each.record !== record.id && each.site === place.site,
  );
  const site = siteOf(installation, place.site);
  const items = await Promise.all(
    pages.map(async (each) => {
      if (branch.has(each.record))
        return {
          id: each.uuid,
          label: each.title,
          allowed: false,
          reasons: ['A page cannot stand below itself.'],
        };
      if (each.record === place.parent)
        return { id: each.uuid, label: each.title, allowed: true, reasons: ['It stands here now.'] };
      return {
        id: each.uuid,
        label: each.title,
        ...(await verdictFor(installation.content, installation, type, { site, parent: each }, record.id)),
      };
    }),
  );
  return { items: items.sort((a, b) => Number(b.allowed) - Number(a.allowed)) };
}

export async function addressFor(
  installation: Installation,
  { title, type: key, parent: id, site }: AddressQuery,
): Promise<AddressAnswer> {
  const parent = await parentGiven(installation.content, id ?? null);
  const at: Place = {
    site: parent ? siteOf(installation, parent.site) : siteGiven(installation, site),
    parent,
  };
  const slug = await slugFor(
    installation.content,
    installation,
    typeByKey(installation, key).definition,
    title,
    at,
    null,
  );
  return { slug, address: addressAt(at, slug) };
}
