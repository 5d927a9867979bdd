import type { ListingAnswer, ListingPatch, ListingStands, NewListing } from '../contract/listings';
import type { Publication } from '../contract/entries';
import type { Fault } from '../core/faults';
import { isId, newId, type Id } from '../core/ids';
import type { JsonObject } from '../core/json';
import { isMomentOrder, isStandingOrder, standingTestsOf, testsOf, type ListingRule } from '../core/mapping/listing-rule';
import { fieldsOfMapping } from '../core/mapping/parts';
import { proposeRule } from '../core/mapping/propose-rule';
import { readRule } from '../core/mapping/read-rule';
import { ruleIn, sourceByKey, Sources } from '../core/mapping/sources';
import { fieldAsked, speakRule } from '../core/mapping/speak-rule';
import { mappingFaults } from '../core/model/check';
import { PAGE_WIDTH, standsIn } from '../core/site/slot-width';
import { keyFrom } from '../core/model/naming';
import { equalColumns } from '../store/condition-sql';
import type { Asker, Tx } from '../store/database';
import { keyOfListing, listingKeys, setListingKey } from '../store/listings';
import { changeWorking, liveOf, makeRecords, note, recordByUuid, recordsOf, referrers, setBinned, setRefs, type KeptRecord, type LiveVersion } from '../store/records';
import { indexListing, unindexListing } from '../store/sheet-tables';
import { homesFollowing } from './entry-company';
import { sheetIn, type House } from './house';
import { listingBody, pageBody, type ListingBody } from './kept-body';
import type { Person } from './people';
import { livePagesReferring, pageLink, pagesShowing } from './reached-pages';
import { against, changedSince, notFound, unreadable } from './refusal';
import { comeDown, expectRevision, goLive, spanAsked, standingOf } from './versions';

/** What a rule refers to: its types, the pages below which it looks, and every field it asks, sorts by or shows. */
function refsOf(house: Pick<House, 'model'>, rule: ListingRule): { role: string; target: Id }[] {
  const fieldsAs = ({ where, order, mapping }: ListingRule) => [...testsOf(where).flatMap(({ field }) => field.split('.')), ...order.flatMap(({ by }) => (isStandingOrder(by) ? [] : by.split('.'))), ...fieldsOfMapping(mapping)];
  // What a role stands for is read in every source.
  const fields = [...Sources.of(house.model, rule.from).types.flatMap((type) => fieldsAs(ruleIn(rule, type))), ...(rule.facets ?? [])];
  const below = standingTestsOf(rule.where).flatMap((test) => ('under' in test && test.under !== 'here' ? test.under : []));
  const picked = [...(rule.pins ?? []).map(({ entry }) => entry), ...(rule.leaveOut ?? [])];
  return [...rule.from.map((target) => ({ role: 'type', target })), ...below.map((target) => ({ role: 'below', target })), ...picked.map((target) => ({ role: 'picked', target })), ...(rule.fullList === undefined ? [] : [{ role: 'full list', target: rule.fullList }]), ...[...new Set(fields)].map((target) => ({ role: 'field', target }))];
}

/** What in a kept rule no longer fits the model. */
function faultsOf(house: House, rule: ListingRule): Fault[] {
  const type = Sources.of(house.model, rule.from);
  if (type.types.length < rule.from.length) return [{ path: '/rule/from', code: 'gone', message: 'A type that it takes is gone.' }];
  const gone = testsOf(rule.where).some(({ field }) => !fieldAsked(field, type, house.model)) || [...rule.order.map(({ by }) => by), ...(rule.facets ?? [])].some((by) => !isStandingOrder(by) && !fieldAsked(by, type, house.model));
  return [...(gone ? [{ path: '/rule', code: 'gone', message: 'It filters or sorts by a field that is gone.' }] : []), ...mappingFaults(rule.mapping, type.fields, '/rule/mapping')];
}

/** The slots of visitors' pages in which a listing stands, each width once. */
async function standing(asker: Asker, house: House, listing: Id): Promise<ListingStands[]> {
  const stands = (await livePagesReferring(asker, house, [listing], 'listing')).flatMap(({ type: of, title, body }): ListingStands[] => {
    const type = house.model.pageType(of);
    const { layout, slots = {}, listing: filling } = pageBody(body);
    const rows = (type?.is.layouts.find(({ id }) => id === layout) ?? type?.is.layouts[0])?.rows ?? [];
    const filled = filling === listing ? [{ slot: 'Whole width', width: PAGE_WIDTH }] : [];
    return type ? [...filled, ...standsIn(house.model, type.is.slots, rows, slots, listing)].map((each) => ({ page: title, ...each })) : [];
  });
  return [...new Map(stands.reverse().map((each) => [each.width, each])).values()].sort((a, b) => b.width - a.width);
}

async function answer(asker: Asker, house: House, record: KeptRecord, versions: readonly LiveVersion[]): Promise<ListingAnswer> {
  const { rule } = listingBody(record.body);
  const { state, differs } = standingOf(record, versions, house.now());
  return {
    id: record.uuid, key: await keyOfListing(asker, record.id), label: record.title, revision: record.revision, state, differs,
    rule: speakRule(house.model, rule), changedAt: new Date(record.changedAt).toISOString(), changedBy: record.changedBy ?? '',
    faults: faultsOf(house, rule), pages: (await pagesShowing(asker, house, new Set([record.uuid]))).map(pageLink), stands: await standing(asker, house, record.uuid),
  };
}

export async function needListing(asker: Asker, id: Id): Promise<KeptRecord> {
  const record = isId(id) ? await recordByUuid(asker, id, 'listing') : undefined;
  if (!record || record.binnedAt !== null) throw notFound('listing');
  return record;
}

/** A whole rule from one that may say only where it is from: everything else begins as the type suggests. */
function completed(house: House, given: JsonObject): JsonObject {
  const types = Array.isArray(given.from) ? given.from.flatMap((key) => (typeof key === 'string' ? sourceByKey(house.model, key) ?? [] : [])) : [];
  return types.length > 0 ? { ...proposeRule(house.model, ...types), ...given } : given;
}

/** Reads a rule that may say only where it is from; refuses one that cannot be read. */
export function ruleFrom(house: House, given: JsonObject): ListingRule {
  const { rule, faults } = readRule(house.model, completed(house, given), '/rule');
  if (!rule) throw unreadable(faults);
  return rule;
}

/** Refuses a rule that picks what is not there. What was picked before and has gone since may stay. */
async function expectPicked(asker: Asker, house: House, rule: ListingRule, kept?: ListingRule): Promise<void> {
  const before = new Set([...(kept?.pins ?? []).map(({ entry }) => entry), ...(kept?.leaveOut ?? [])]);
  const faults: Fault[] = [];
  const check = async (entry: Id, path: string) => {
    if (before.has(entry)) return;
    const record = (await recordByUuid(asker, entry, 'entry')) ?? (await recordByUuid(asker, entry, 'page')) ?? (await recordByUuid(asker, entry, 'medium'));
    if (!record || record.binnedAt !== null || record.type === null || !rule.from.includes(record.type)) faults.push({ path, code: 'not-there', message: `There is no such ${Sources.of(house.model, rule.from).label}.` });
  };
  for (const [i, { entry }] of (rule.pins ?? []).entries()) await check(entry, `/rule/pins/${i}/entry`);
  for (const [i, entry] of (rule.leaveOut ?? []).entries()) await check(entry, `/rule/leaveOut/${i}`);
  const named = standingTestsOf(rule.where).flatMap((test) => ('site' in test && test.site !== 'here' ? test.site : []));
  if (named.some((id) => !house.sites.some(({ uuid }) => uuid === id))) faults.push({ path: '/rule/where', code: 'not-there', message: 'A condition names a site that is not there.' });
  if (rule.fullList !== undefined && rule.fullList !== kept?.fullList && !(await recordByUuid(asker, rule.fullList, 'page'))) faults.push({ path: '/rule/fullList', code: 'not-there', message: 'There is no such page.' });
  if (faults.length > 0) throw unreadable(faults);
}

export async function listings(house: House): Promise<{ items: ListingAnswer[] }> {
  const records = await recordsOf(house.content, 'listing');
  return { items: await Promise.all(records.map(async (record) => answer(house.content, house, record, await liveOf(house.content, record.id)))) };
}

export async function listing(house: House, id: Id): Promise<ListingAnswer> {
  const record = await needListing(house.content, id);
  return answer(house.content, house, record, await liveOf(house.content, record.id));
}

export async function addListing(house: House, person: Person, { label, rule: given }: NewListing): Promise<ListingAnswer> {
  const rule = ruleFrom(house, given);
  return house.content.write(async (tx) => {
    await expectPicked(tx, house, rule);
    const uuid = newId();
    const [id = 0] = await makeRecords(tx, [{ uuid, sort: 'listing', type: null, title: label.trim(), body: JSON.stringify({ rule } satisfies ListingBody), faults: 0, at: house.now(), by: person.id }]);
    await setListingKey(tx, id, keyFrom(label, (await listingKeys(tx)).map(({ key }) => key)));
    await setRefs(tx, id, 0, refsOf(house, rule));
    await note(tx, house.now(), person.id, 'made a listing', id);
    return answer(tx, house, await needListing(tx, uuid), []);
  });
}

async function guarded(tx: Tx, house: House, id: Id, revision: number, yours: JsonObject): Promise<{ record: KeptRecord; versions: LiveVersion[] }> {
  const record = await needListing(tx, id);
  const versions = await liveOf(tx, record.id);
  const current = { ...(await answer(tx, house, record, versions)) } as unknown as JsonObject;
  expectRevision(record, revision, () => changedSince(current, yours));
  return { record, versions };
}

export async function changeListing(house: House, person: Person, id: Id, revision: number, { label, rule: given }: ListingPatch): Promise<ListingAnswer> {
  return house.content.write(async (tx) => {
    const { record, versions } = await guarded(tx, house, id, revision, given ?? {});
    // A merge patch, but for the rule's parts: each that is given replaces the kept one as a whole.
    const rule = given ? ruleFrom(house, { ...speakRule(house.model, listingBody(record.body).rule), ...given }) : listingBody(record.body).rule;
    await expectPicked(tx, house, rule, listingBody(record.body).rule);
    await changeWorking(tx, record, { title: label?.trim() ?? record.title, body: JSON.stringify({ rule } satisfies ListingBody), faults: 0, stage: 'draft', at: house.now(), by: person.id, why: 'saved' });
    await setRefs(tx, record.id, 0, refsOf(house, rule));
    await note(tx, house.now(), person.id, 'changed a listing', record.id);
    return answer(tx, house, await needListing(tx, id), versions);
  });
}

/** Gives a listing that visitors see its own indexes, as its rule now asks for. */
export async function fitListingIndex(tx: Tx, house: Pick<House, 'model' | 'surrogates'>, record: number, rule: ListingRule): Promise<void> {
  await unindexListing(tx, record);
  for (const [i, type] of Sources.of(house.model, rule.from).types.entries()) {
    const sheet = sheetIn(house, type);
    const { where, order: [first] } = ruleIn(rule, type);
    const sort = first && (isMomentOrder(first.by) ? first.by : sheet.fields.get(first.by)?.sort);
    await indexListing(tx, sheet, record, i, equalColumns(where, sheet), sort);
  }
}

export async function publishListing(house: House, person: Person, id: Id, revision: number, asked: Publication): Promise<ListingAnswer> {
  const { done, reached } = await house.content.write(async (tx) => {
    const { record } = await guarded(tx, house, id, revision, {});
    const { rule } = listingBody(record.body);
    const faults = faultsOf(house, rule);
    if (faults.length > 0) throw against('This listing names things that are gone. Mend it first.', faults);
    const { versions } = await goLive(tx, record, spanAsked(asked, house.now()), house.now(), person.id);
    await changeWorking(tx, record, { title: record.title, body: record.body, faults: 0, stage: 'draft', at: house.now(), by: person.id, why: 'published' });
    await setRefs(tx, record.id, 1, refsOf(house, rule));
    await fitListingIndex(tx, house, record.id, rule);
    await note(tx, house.now(), person.id, 'put a listing in force', record.id);
    return { done: await answer(tx, house, await needListing(tx, id), versions), reached: [...(await pagesShowing(tx, house, new Set([id]))), ...(await homesFollowing(tx, house, new Set([id])))] };
  });
  house.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

export async function binListing(house: House, person: Person, id: Id, revision: number): Promise<void> {
  await house.content.write(async (tx) => {
    const { record } = await guarded(tx, house, id, revision, {});
    const using = [...(await referrers(tx, id, 0)), ...(await referrers(tx, id, 1))].filter(({ role }) => role === 'listing');
    if (using.length > 0) throw against(`${[...new Set(using.map(({ title }) => title))].join(', ')} ${using.length === 1 ? 'shows' : 'show'} this listing. Give ${using.length === 1 ? 'that page' : 'those pages'} another first.`);
    await comeDown(tx, record.id, house.now());
    await setBinned(tx, record.id, house.now());
    await unindexListing(tx, record.id);
    await note(tx, house.now(), person.id, 'binned a listing', record.id);
  });
}
