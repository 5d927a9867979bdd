import type { Publication } from '../contract/entries';
import type { AddressAnswer, AddressQuery, NewPage, PageAnswer, PageMove, PagePatch, PlacesAnswer, TreeAnswer } from '../contract/pages';
import { stateAt } from '../core/content/states';
import { readSaid, speakSaid } from '../core/content/said';
import { defaultValues, titleOf } from '../core/content/values';
import { blocksIn, firstContents, readSlots, speakSlots } from '../core/content/blocks';
import { isId, newId, type Id } from '../core/ids';
import type { JsonObject } from '../core/json';
import type { CompiledType } from '../core/model/compile';
import type { PageType } from '../core/model/document';
import { readLayer, type SettingsLayer } from '../core/model/settings';
import type { Asker, Tx } from '../store/database';
import { putCategoryWords } from '../store/category-words';
import { branchOf, childrenOf, placeOf, putPlaces, tree, type PlacedPage } from '../store/pages';
import { changeWorking, liveOf, liveOfMany, makeRecords, note, recordByUuid, setBinned, setRefs, type KeptRecord, type LiveVersion } from '../store/records';
import { addressOfPlaced } from './category-pages';
import { driftOf, picksAnswer, picksFrom, readPicks } from './collections';
import { expectWords, placeOfWords } from './category-words';
import { readHandOrders } from './hand-order';
import { minuteNow, today, type House } from './house';
import { knownOf, namesIn } from './known';
import { pageBody, type PageBody } from './kept-body';
import { addressAt, parentPlace, positionAfter, slugFor, slugGiven, typesAt, verdictFor, type Place } from './page-places';
import { pageFaults, pageReferences } from './page-faults';
import { fitShown } from './shown-sheet';
import type { Person } from './people';
import { reachOfPage } from './reach';
import { pageLink, type ReachedPage } from './reached-pages';
import { expectThere } from './references';
import { against, changedSince, notFound, unreadable } from './refusal';
import { siteGiven, siteOf, sitesTold } from './sites';
import { comeDown, expectRevision, goLive, spanAsked, standingOf } from './versions';

function typeOf(house: House, id: Id | null): CompiledType<PageType> {
  const type = id === null ? undefined : house.model.pageType(id);
  if (!type) throw notFound('page type');
  return type;
}

function typeByKey(house: House, key: string): CompiledType<PageType> {
  const type = house.model.pageTypeByKey(key);
  if (!type) throw unreadable([{ path: '/type', code: 'unknown-type', message: `There is no page type "${key}".` }]);
  return type;
}

/** What a page is called: its title, or for the words of a category, where they have none, the category's name. */
const titleFor = (house: House, type: CompiledType<PageType>, { values }: PageBody, category: Id | null): string => titleOf(type.is, values) || (category === null ? '' : house.categories.get(category)?.label ?? '');

const newness = (house: House, person: Person) => ({ today: today(house), minute: minuteNow(house), person: person.name });

/** What a patch makes of a page's words, blocks and listing. Refuses what is no value, and references to what is not there. */
async function bodyFrom(asker: Asker, house: House, type: CompiledType<PageType>, kept: PageBody, given: Pick<PagePatch, 'values' | 'translations' | 'slots' | 'listing' | 'picks' | 'beginFrom' | 'byHand' | 'layout' | 'settings'>): Promise<PageBody> {
  const { said, faults } = readSaid(type.fields, given, kept, '', house.model.document.locales.others);
  const { slots, faults: slotFaults } = given.slots ? readSlots(house.model, type.is.slots, given.slots, kept.slots ?? {}, '/slots') : { slots: kept.slots ?? {}, faults: [] };
  const layout = given.layout === undefined ? kept.layout : type.is.layouts.find(({ key }) => key === given.layout)?.id;
  if (given.layout && !layout) slotFaults.push({ path: '/layout', code: 'layout', message: `${type.is.label} has no layout "${given.layout}".` });
  if (faults.length + slotFaults.length > 0) throw unreadable([...faults, ...slotFaults]);
  const listing = given.listing === undefined ? kept.listing : await listingGiven(asker, type, given.listing);
  const settings = given.settings === undefined ? kept.settings : settingsGiven(house, type, given.settings);
  const begun = given.beginFrom === undefined ? undefined : await picksFrom(asker, house, given.beginFrom);
  const picks = await picksGiven(asker, house, type, kept, begun ?? given.picks);
  const began = begun && given.beginFrom !== undefined ? { listing: given.beginFrom, entries: begun } : kept.began;
  const byHand = given.byHand === undefined ? kept.byHand ?? {} : await readHandOrders(asker, given.byHand, kept.byHand ?? {});
  const body: PageBody = { ...said, ...(listing ? { listing } : {}), ...(picks.length > 0 ? { picks } : {}), ...(began ? { began } : {}), ...(Object.keys(byHand).length > 0 ? { byHand } : {}), ...(Object.keys(slots).length > 0 ? { slots } : {}), ...(layout ? { layout } : {}), ...(settings && Object.keys(settings.set ?? {}).length > 0 ? { settings } : {}) };
  await expectThere(asker, house, pageReferences(house, type, body), pageReferences(house, type, kept));
  for (const [i, block] of blocksIn(slots).entries()) if (block.listing && !(await listingThere(asker, block.listing))) throw unreadable([{ path: `/slots/${i}/listing`, code: 'not-there', message: 'There is no such listing.' }]);
  return body;
}

const picksGiven = async (asker: Asker, house: House, type: CompiledType<PageType>, kept: PageBody, given: readonly string[] | undefined): Promise<Id[]> =>
  (given === undefined ? kept.picks ?? [] : readPicks(asker, house, type, given, kept.picks ?? []));

/** The settings that a page has of its own: only what the site or the type lets an editor change. */
function settingsGiven(house: House, type: CompiledType<PageType>, given: JsonObject): SettingsLayer {
  const { layer, faults } = readLayer(given, [{ source: 'site', layer: house.model.document.settings }, { source: 'type', layer: type.is.settings }], '/settings');
  if (faults.length > 0) throw unreadable(faults);
  return layer;
}

async function listingThere(asker: Asker, id: Id): Promise<boolean> {
  const record = await recordByUuid(asker, id, 'listing');
  return record !== undefined && record.binnedAt === null;
}

/** What a page refers to: its listing and those of its blocks, the types of its blocks, and whatever its words name. */
function refsOf(house: House, type: CompiledType<PageType>, body: PageBody): { role: string; target: Id }[] {
  const blocks = blocksIn(body.slots ?? {});
  return [
    ...[body.listing, ...blocks.map(({ listing }) => listing)].flatMap((target) => (target ? [{ role: 'listing', target }] : [])),
    ...blocks.map(({ type: target }) => ({ role: 'block', target })),
    ...pageReferences(house, type, body).map(({ sort, target }) => ({ role: `${sort}:`, target })),
  ];
}

interface Standing {
  record: KeptRecord;
  place: PlacedPage;
}

async function need(asker: Asker, id: Id): Promise<Standing> {
  const record = isId(id) ? await recordByUuid(asker, id, 'page') : undefined;
  const place = record && record.binnedAt === null ? await placeOf(asker, record.id) : undefined;
  if (!record || !place) throw notFound('page');
  return { record, place };
}

async function answer(asker: Asker, house: House, { record, place }: Standing, versions: readonly LiveVersion[]): Promise<PageAnswer> {
  const type = typeOf(house, record.type);
  const body = pageBody(record.body);
  const parent = await parentPlace(asker, place.parent);
  return {
    id: record.uuid, parent: parent?.uuid ?? null, type: type.is.key, category: place.category, title: titleFor(house, type, body, place.category), slug: place.slug, address: addressOfPlaced(house, place, parent?.address),
    site: siteOf(house, place.site).uuid, revision: record.revision, stage: record.stage, ...standingOf(record, versions, house.now()),
    ...speakSaid(type.fields, body, house.model.locale), listing: body.listing ?? null, picks: await picksAnswer(asker, house, body), drift: await driftOf(asker, house, body), byHand: body.byHand ?? {}, slots: speakSlots(house.model, type.is.slots, body.slots ?? {}),
    layout: type.is.layouts.find(({ id }) => id === body.layout)?.key ?? null, settings: { ...body.settings?.set },
    faults: await pageFaults(asker, house, type, body, place.category !== null), names: namesIn(await knownOf(asker, house, pageReferences(house, type, body)), pageReferences(house, type, body)),
    changedAt: new Date(record.changedAt).toISOString(), changedBy: record.changedBy ?? '',
    pages: (await reachOfPage(asker, house, record.id)).map(pageLink),
  };
}

export async function siteTree(house: House): Promise<TreeAnswer> {
  const pages = await tree(house.content);
  const live = await liveOfMany(house.content, pages.map(({ record }) => record));
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
    sites: sitesTold(house),
    pages: inOrder.map((page) => ({
      id: page.uuid, site: siteOf(house, page.site).uuid, parent: byRecord.get(page.parent ?? 0)?.uuid ?? null, type: house.model.pageType(page.type)?.is.key ?? '', category: page.category, title: page.title || (house.categories.get(page.category ?? '')?.label ?? ''),
      slug: page.slug, address: addressOfPlaced(house, page, byRecord.get(page.parent ?? 0)?.address), revision: page.revision, state: stateAt({ stage: page.stage, spans: live.get(page.record) ?? [], binned: false }, house.now()),
    })),
  };
}

export async function page(house: House, id: Id): Promise<PageAnswer> {
  const standing = await need(house.content, id);
  return answer(house.content, house, standing, await liveOf(house.content, standing.record.id));
}

async function parentGiven(asker: Asker, id: Id | null): Promise<PlacedPage | null> {
  if (id === null) return null;
  const record = isId(id) ? await recordByUuid(asker, id, 'page') : undefined;
  const place = record && record.binnedAt === null ? await placeOf(asker, record.id) : undefined;
  if (!place) throw unreadable([{ path: '/parent', code: 'gone', message: 'The page to stand under is not there.' }]);
  return place;
}

async function listingGiven(asker: Asker, type: CompiledType<PageType>, id: Id | null | undefined): Promise<Id | undefined> {
  if (id === null || id === undefined) return undefined;
  const refuse = (message: string) => unreadable([{ path: '/listing', code: 'listing', message }]);
  if (type.is.source.kind !== 'listing' && type.is.source.kind !== 'category') throw refuse(`${type.is.label} is not filled by a listing.`);
  const record = isId(id) ? await recordByUuid(asker, id, 'listing') : undefined;
  if (!record || record.binnedAt !== null) throw refuse('There is no such listing.');
  return id;
}

/** Makes a page where its type may stand; anywhere else is refused with the reason. */
export async function addPage(house: House, person: Person, given: NewPage): Promise<PageAnswer> {
  const type = typeByKey(house, given.type);
  return house.content.write(async (tx) => {
    const parent = await parentGiven(tx, given.parent);
    const at: Place = { site: parent ? siteOf(house, parent.site) : siteGiven(house, given.site), parent };
    const { category = null } = given;
    if (category !== null) await expectWords(tx, house, type, parent, category);
    const verdict = category === null ? await verdictFor(tx, house, type, at, null) : { allowed: true, reasons: [] };
    if (!verdict.allowed) throw against(verdict.reasons.join(' '), verdict.reasons.map((message) => ({ path: '/parent', code: 'placement', message })));
    // Words of a category begin with nothing: what all of them say stands until there is something else.
    const first: PageBody = category === null ? { values: defaultValues(type.fields, newness(house, person)), slots: firstContents(house.model, type.is.slots, newness(house, person)) } : { values: {} };
    const body = await bodyFrom(tx, house, type, first, given);
    const title = titleFor(house, type, body, category);
    const slug = category !== null ? '' : given.slug === undefined ? await slugFor(tx, house, type.is, title, at, null) : await slugGiven(tx, house, given.slug, at, null);
    const uuid = newId();
    const [record = 0] = await makeRecords(tx, [{ uuid, sort: 'page', type: house.surrogates.of(type.id), title, body: JSON.stringify(body), faults: (await pageFaults(tx, house, type, body, category !== null)).length, at: house.now(), by: person.id }]);
    await putPlaces(tx, [{ record, site: at.site.id, parent: parent?.record ?? null, position: await positionAfter(tx, at, undefined, null), slug, address: category === null ? addressAt(at, slug) : placeOfWords(uuid) }]);
    if (category !== null) await putCategoryWords(tx, record, house.surrogates.of(category));
    await setRefs(tx, record, 0, refsOf(house, type, body));
    await note(tx, house.now(), person.id, 'made a page', record);
    return answer(tx, house, await need(tx, uuid), []);
  });
}

interface Outcome {
  /** Whether visitors may see something else afterwards. */
  shows: boolean;
  what: string;
}

/** Does one piece of work on a page at the revision that was read, then renews every page that differs for visitors. */
async function work(house: House, person: Person, id: Id, revision: number, yours: JsonObject, act: (tx: Tx, standing: Standing, type: CompiledType<PageType>) => Promise<Outcome>): Promise<PageAnswer> {
  const { done, reached } = await house.content.write(async (tx) => {
    const standing = await need(tx, id);
    const versions = await liveOf(tx, standing.record.id);
    const current = { ...(await answer(tx, house, standing, versions)) } as unknown as JsonObject;
    expectRevision(standing.record, revision, () => changedSince(current, yours));
    const before = await reachOfPage(tx, house, standing.record.id);
    const { shows, what } = await act(tx, standing, typeOf(house, standing.record.type));
    await note(tx, house.now(), person.id, what, standing.record.id);
    const reached: ReachedPage[] = shows ? [...before, ...(await reachOfPage(tx, house, standing.record.id))] : [];
    return { done: await answer(tx, house, await need(tx, id), await liveOf(tx, standing.record.id)), reached };
  });
  if (reached.length > 0) house.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

/** Gives a page and all below it their addresses, after its slug or place changed. */
async function readdress(tx: Tx, record: number, at: Place, position: string, slug: string): Promise<void> {
  const branch = await branchOf(tx, record);
  const byParent = (above: number) => branch.filter((each) => each.parent === above && each.record !== record);
  const rows = [{ record, site: at.site.id, parent: at.parent?.record ?? null, position, slug, address: addressAt(at, slug) }];
  for (let i = 0; i < rows.length; i += 1) {
    const above = rows[i];
    if (!above) continue;
    for (const child of byParent(above.record)) {
      if (child.category !== null) continue;
      rows.push({ record: child.record, site: child.site, parent: above.record, position: child.position, slug: child.slug, address: above.address === '/' ? `/${child.slug}` : `${above.address}/${child.slug}` });
    }
  }
  await putPlaces(tx, rows);
}

export const changePage = (house: House, person: Person, id: Id, revision: number, patch: PagePatch): Promise<PageAnswer> =>
  work(house, person, id, revision, { ...patch } as unknown as JsonObject, async (tx, { record, place }, type) => {
    const body = await bodyFrom(tx, house, type, pageBody(record.body), patch);
    const at: Place = { site: siteOf(house, place.site), parent: await parentPlace(tx, place.parent) };
    if (place.category !== null && patch.slug !== undefined) throw unreadable([{ path: '/slug', code: 'category', message: 'The address is that of the category. Change it there, in Shape.' }]);
    const slug = patch.slug === undefined ? place.slug : await slugGiven(tx, house, patch.slug, at, record.id);
    if (slug !== place.slug) await readdress(tx, record.id, at, place.position, slug);
    await changeWorking(tx, record, { title: titleFor(house, type, body, place.category), body: JSON.stringify(body), faults: (await pageFaults(tx, house, type, body, place.category !== null)).length, stage: 'draft', at: house.now(), by: person.id, why: 'saved' });
    await setRefs(tx, record.id, 0, refsOf(house, type, body));
    return { shows: slug !== place.slug, what: 'changed a page' };
  });

export const publishPage = (house: House, person: Person, id: Id, revision: number, asked: Publication): Promise<PageAnswer> =>
  work(house, person, id, revision, {}, async (tx, { record, place }, type) => {
    const body = pageBody(record.body);
    const faults = await pageFaults(tx, house, type, body, place.category !== null);
    if (faults.length > 0) throw against(`${faults.length === 1 ? 'One thing' : `${faults.length} things`} must be mended before this can be published.`, faults);
    await fitShown(tx, house, record, await goLive(tx, record, spanAsked(asked, house.now()), house.now(), person.id));
    await setRefs(tx, record.id, 1, refsOf(house, type, body));
    await changeWorking(tx, record, { title: record.title, body: record.body, faults: 0, stage: 'draft', at: house.now(), by: person.id, why: 'published' });
    return { shows: true, what: 'published a page' };
  });

export const withdrawPage = (house: House, person: Person, id: Id, revision: number): Promise<PageAnswer> =>
  work(house, person, id, revision, {}, async (tx, { record }) => {
    await fitShown(tx, house, record, await comeDown(tx, record.id, house.now()));
    await setRefs(tx, record.id, 1, []);
    await changeWorking(tx, record, { title: record.title, body: record.body, faults: record.faults, stage: record.stage, at: house.now(), by: person.id, why: 'withdrawn' });
    return { shows: true, what: 'withdrew a page' };
  });

export const movePage = (house: House, person: Person, id: Id, revision: number, { parent: to, after }: PageMove): Promise<PageAnswer> =>
  work(house, person, id, revision, { parent: to, after: after ?? null }, async (tx, { record, place }, type) => {
    const parent = await parentGiven(tx, to);
    const at: Place = { site: siteOf(house, place.site), parent };
    if (parent && parent.site !== place.site) throw against('A page stays in its site.', [{ path: '/parent', code: 'site', message: 'A page stays in its site.' }]);
    if (place.category !== null) throw against('It stands where its category stands. Move the category, in Shape.');
    if (parent && (await branchOf(tx, record.id)).some((below) => below.record === parent.record)) throw against('A page cannot stand below itself.', [{ path: '/parent', code: 'circle', message: 'A page cannot stand below itself.' }]);
    if ((parent?.record ?? null) !== place.parent) {
      const verdict = await verdictFor(tx, house, type, at, record.id);
      if (!verdict.allowed) throw against(verdict.reasons.join(' '), verdict.reasons.map((message) => ({ path: '/parent', code: 'placement', message })));
    }
    const slug = (parent === null) !== (place.parent === null) ? await slugFor(tx, house, type.is, record.title, at, record.id) : await slugGiven(tx, house, place.slug, at, record.id);
    await readdress(tx, record.id, at, await positionAfter(tx, at, after, record.id), slug);
    await changeWorking(tx, record, { title: record.title, body: record.body, faults: record.faults, stage: record.stage, at: house.now(), by: person.id, why: 'moved' });
    return { shows: true, what: 'moved a page' };
  });

export async function binPage(house: House, person: Person, id: Id, revision: number): Promise<void> {
  const reached = await house.content.write(async (tx) => {
    const { record, place } = await need(tx, id);
    expectRevision(record, revision, () => changedSince({ id, revision: record.revision }, {}));
    if ((await childrenOf(tx, place.site, record.id)).length > 0) throw against('Pages stand below this one. Give them another place first.');
    const pages = await reachOfPage(tx, house, record.id);
    await fitShown(tx, house, record, await comeDown(tx, record.id, house.now()));
    await setRefs(tx, record.id, 0, []);
    await setRefs(tx, record.id, 1, []);
    await setBinned(tx, record.id, house.now());
    // The address becomes free for another page.
    await putPlaces(tx, [{ ...place, address: `bin:${record.uuid}` }]);
    await note(tx, house.now(), person.id, 'binned a page', record.id);
    return pages;
  });
  house.rendered.renew(reached.map(({ uuid }) => uuid));
}

/** The page types that may stand under a page, and with none at the top of a site (by id; without one, of the first). */
export async function typesUnder(house: House, id: Id | null, site?: Id): Promise<PlacesAnswer> {
  if (id === null) return { items: await typesAt(house, { site: siteGiven(house, site), parent: null }) };
  const { place } = await need(house.content, id);
  return { items: await typesAt(house, { site: siteOf(house, place.site), parent: place }) };
}

/** Every place in the tree, with whether the page may stand there. */
export async function homesFor(house: House, id: Id): Promise<PlacesAnswer> {
  const { record, place } = await need(house.content, id);
  const type = typeOf(house, record.type);
  const branch = new Set((await branchOf(house.content, record.id)).map((below) => below.record));
  const pages = (await tree(house.content)).filter((each) => each.record !== record.id && each.site === place.site);
  const site = siteOf(house, place.site);
  const items = await Promise.all(pages.map(async (each) => {
    if (branch.has(each.record)) return { id: each.uuid, label: each.title, allowed: false, reasons: ['A page cannot stand below itself.'] };
    if (each.record === place.parent) return { id: each.uuid, label: each.title, allowed: true, reasons: ['It stands here now.'] };
    return { id: each.uuid, label: each.title, ...(await verdictFor(house.content, house, type, { site, parent: each }, record.id)) };
  }));
  return { items: items.sort((a, b) => Number(b.allowed) - Number(a.allowed)) };
}

export async function addressFor(house: House, { title, type: key, parent: id, site }: AddressQuery): Promise<AddressAnswer> {
  const parent = await parentGiven(house.content, id ?? null);
  const at: Place = { site: parent ? siteOf(house, parent.site) : siteGiven(house, site), parent };
  const slug = await slugFor(house.content, house, typeByKey(house, key).is, title, at, null);
  return { slug, address: addressAt(at, slug) };
}
