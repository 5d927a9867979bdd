import type { EntriesAnswer, EntriesQuery, EntryAnswer, EntryPatch, NewEntry, Publication, ReachAnswer, RevisionsAnswer } from '../contract/entries';
import { isLive } from '../core/content/states';
import { readSaid, referencesInSaid, speakSaid } from '../core/content/said';
import { defaultValues, referencesIn, speakValues, titleOf } from '../core/content/values';
import type { Id } from '../core/ids';
import { isId, newId } from '../core/ids';
import type { Json, JsonObject } from '../core/json';
import { everyEntry } from '../core/mapping/listing-rule';
import { readCondition } from '../core/mapping/read-rule';
import type { CompiledType } from '../core/model/compile';
import type { ContentType } from '../core/model/document';
import { mayPublish } from '../core/roles';
import type { EntryChange } from '../core/site/reach';
import { settle } from '../core/model/settings';
import type { Asker, Tx } from '../store/database';
import { placeAmong } from '../store/listing-query';
import { changeWorking, liveOf, makeRecords, note, recordByUuid, referrers, revisionsOf, setBinned, setRefs, putStage, spansOfMany, type KeptRecord, type LiveVersion } from '../store/records';
import { dropRows, putLiveRows, putWorkRows } from '../store/sheet-rows';
import { countRows, pageOfRows, type Cursor, type TableQuestion } from '../store/table-query';
import { entryAddresses, giveSlugs } from './entry-addresses';
import { pagesBeside } from './entry-company';
import { faultsOfEntry } from './entry-faults';
import { knownOf, namesIn } from './known';
import { minuteNow, sheetIn, today, type House } from './house';
import { entryBody, type EntryBody } from './kept-body';
import type { Person } from './people';
import { listingsInForce } from './listings-in-force';
import { reachOfEntry } from './reach';
import { distinctPages, pageLink, type ReachedPage } from './reached-pages';
import { expectThere, knowReferences, refRows } from './references';
import { ledRule } from './leading';
import { shownCondition } from './shown-on';
import { sourcesOf } from './sources';
import { against, changedSince, forbidden, notFound, unreadable } from './refusal';
import { comeDown, expectRevision, goLive, spanAsked, standingBy, standingOf, type LiveChange } from './versions';

const HISTORY = 200;

function typeOf(house: House, record: Pick<KeptRecord, 'type'>): CompiledType<ContentType> {
  const type = record.type === null ? undefined : house.model.contentType(record.type);
  if (!type) throw notFound('entry');
  return type;
}

/** What a patch makes of what it says; refuses what is no value, and references to what is not there. */
async function bodyFrom(asker: Asker, house: House, type: CompiledType<ContentType>, kept: EntryBody, given: Pick<EntryPatch, 'values' | 'translations'>): Promise<EntryBody> {
  const { said, faults } = readSaid(type.fields, given, kept, '', house.model.document.locales.others);
  if (faults.length > 0) throw unreadable(faults);
  await expectThere(asker, house, referencesInSaid(type.fields, said), referencesInSaid(type.fields, kept));
  return said;
}

const refsOf = (type: CompiledType<ContentType>, body: EntryBody) => refRows(type.fields, referencesInSaid(type.fields, body));

async function answer(asker: Asker, house: House, record: KeptRecord, versions: readonly LiveVersion[]): Promise<EntryAnswer> {
  const type = typeOf(house, record);
  const body = entryBody(record.body);
  return {
    id: record.uuid, type: type.is.key, revision: record.revision, title: record.title, stage: record.stage,
    ...standingOf(record, versions, house.now()),
    ...speakSaid(type.fields, body, house.model.locale),
    faults: await faultsOfEntry(asker, house, type, body, record.id),
    changedAt: new Date(record.changedAt).toISOString(),
    changedBy: record.changedBy ?? '',
    address: seen(versions, house.now()) ? (await entryAddresses(asker, house, [{ id: record.uuid, type: type.id }])).get(record.uuid) ?? null : null,
  };
}

async function need(asker: Asker, id: Id): Promise<KeptRecord> {
  const record = isId(id) ? await recordByUuid(asker, id, 'entry') : undefined;
  if (!record) throw notFound('entry');
  return record;
}

/** What visitors see of an entry now. */
const seen = (versions: readonly LiveVersion[], now: number) => {
  const version = versions.find((each) => isLive(each, now));
  return version && entryBody(version.body);
};

/** Writes both sides of an entry's sheet to what its versions are now. */
export async function fitEntry(tx: Tx, house: House, record: KeptRecord, live?: LiveChange): Promise<void> {
  const type = typeOf(house, record);
  const sheet = sheetIn(house, type);
  const { surrogates, model } = house;
  const versions = live?.versions ?? (await liveOf(tx, record.id));
  const body = entryBody(record.body);
  await knowReferences(tx, house, [body, ...versions.map((version) => entryBody(version.body))].flatMap((said) => referencesInSaid(type.fields, said)));
  await setRefs(tx, record.id, 0, refsOf(type, body));
  await putWorkRows(tx, sheet, surrogates, model.locale, [{
    entry: record.id, title: record.title, changed: record.changedAt, stage: record.stage, binned: record.binnedAt !== null, spans: versions, said: body,
  }], house.now());
  if (!live) return;
  const [first] = versions;
  if (first) await giveSlugs(tx, house, type, [{ record: record.id, title: first.title, values: entryBody(first.body).values }]);
  await setRefs(tx, record.id, 1, versions.filter(({ ends }) => ends > house.now()).flatMap((version) => refsOf(type, entryBody(version.body))));
  await dropRows(tx, 'live', sheet, live.dropped);
  await putLiveRows(tx, sheet, surrogates, model.locale, versions.map((version) => ({
    version: version.id, entry: record.id, span: version, title: version.title, published: version.publishedAt, changed: record.changedAt, said: entryBody(version.body),
  })));
}

/**
 * Does one piece of work on an entry at the revision its writer read, then renews the pages that differ for visitors.
 * `shows` says that it may change what they see: only then is asked what the entry stood beside before.
 */
async function work(
  house: House, person: Person, id: Id, revision: number, yours: JsonObject,
  act: (tx: Tx, record: KeptRecord, type: CompiledType<ContentType>) => Promise<{ live?: LiveChange; what: string }>, shows = false,
): Promise<EntryAnswer> {
  const { done, reached } = await house.content.write(async (tx) => {
    const record = await need(tx, id);
    const type = typeOf(house, record);
    const before = await liveOf(tx, record.id);
    const current = record.revision === revision ? {} : { ...(await answer(tx, house, record, before)) };
    expectRevision(record, revision, () => changedSince(current as unknown as JsonObject, yours));
    const self = { id, record: record.id };
    const stoodBeside = shows ? await pagesBeside(tx, house, type, self) : [];
    const { live, what } = await act(tx, record, type);
    const after = await need(tx, id);
    await fitEntry(tx, house, after, live);
    await note(tx, house.now(), person.id, what, record.id);
    const change: EntryChange = { id, type: type.id, before: seen(before, house.now()), after: live ? seen(live.versions, house.now()) : seen(before, house.now()) };
    const pages: ReachedPage[] = live ? [...stoodBeside, ...(await pagesBeside(tx, house, type, self)), ...(await reachOfEntry(tx, house, id, change))] : [];
    return { done: await answer(tx, house, after, live?.versions ?? before), reached: pages };
  });
  if (reached.length > 0) house.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

const stays = (record: KeptRecord) => ({ title: record.title, body: record.body, faults: record.faults, stage: record.stage });

export async function addEntry(house: House, person: Person, { type: key, values: given = {} }: NewEntry): Promise<EntryAnswer> {
  const type = house.model.contentTypeByKey(key);
  if (!type) throw unreadable([{ path: '/type', code: 'unknown-type', message: `There is no content type "${key}".` }]);
  const made = { today: today(house), minute: minuteNow(house), person: person.name };
  return house.content.write(async (tx) => {
    const body = await bodyFrom(tx, house, type, { values: defaultValues(type.fields, made) }, { values: given });
    const { values } = body;
    const uuid = newId();
    const [id = 0] = await makeRecords(tx, [{
      uuid, sort: 'entry', type: house.surrogates.of(type.id), title: titleOf(type.is, values), body: JSON.stringify(body), faults: (await faultsOfEntry(tx, house, type, body, null)).length, at: house.now(), by: person.id,
    }]);
    const begins = settle('firstState', [{ source: 'site', layer: house.model.document.settings }, { source: 'type', layer: type.is.settings }]).value;
    if (begins === 'review') await putStage(tx, id, 'review');
    const record = await need(tx, uuid);
    await fitEntry(tx, house, record);
    await note(tx, house.now(), person.id, 'made an entry', id);
    return answer(tx, house, record, []);
  });
}

export async function entry(house: House, id: Id): Promise<EntryAnswer> {
  const record = await need(house.content, id);
  return answer(house.content, house, record, await liveOf(house.content, record.id));
}

export const changeEntry = (house: House, person: Person, id: Id, revision: number, patch: EntryPatch): Promise<EntryAnswer> =>
  work(house, person, id, revision, { values: patch.values ?? {} }, async (tx, record, type) => {
    if (record.binnedAt !== null) throw against('This entry is in the bin. Take it out before changing it.');
    const body = await bodyFrom(tx, house, type, entryBody(record.body), patch);
    await changeWorking(tx, record, { title: titleOf(type.is, body.values), body: JSON.stringify(body), faults: (await faultsOfEntry(tx, house, type, body, record.id)).length, stage: 'draft', at: house.now(), by: person.id, why: 'saved' });
    return { what: 'changed an entry' };
  });

export const publishEntry = (house: House, person: Person, id: Id, revision: number, asked: Publication): Promise<EntryAnswer> =>
  work(house, person, id, revision, {}, async (tx, record, type) => {
    if (!mayPublish(person.role, type.is.review)) throw forbidden(`Someone who reviews must publish ${type.is.plural}. Send it for review instead.`);
    if (record.binnedAt !== null) throw against('This entry is in the bin. Take it out before publishing it.');
    const faults = await faultsOfEntry(tx, house, type, entryBody(record.body), record.id);
    if (faults.length > 0) throw against(`${faults.length === 1 ? 'One thing' : `${faults.length} things`} must be mended before this can be published.`, faults);
    const live = await goLive(tx, record, spanAsked(asked, house.now()), house.now(), person.id);
    await changeWorking(tx, record, { ...stays(record), stage: 'draft', at: house.now(), by: person.id, why: 'published' });
    return { live, what: 'published an entry' };
  }, true);

export const withdrawEntry = (house: House, person: Person, id: Id, revision: number): Promise<EntryAnswer> =>
  work(house, person, id, revision, {}, async (tx, record, type) => {
    if (!mayPublish(person.role, type.is.review)) throw forbidden(`Someone who reviews must withdraw ${type.is.plural}.`);
    const live = await comeDown(tx, record.id, house.now());
    await changeWorking(tx, record, { ...stays(record), at: house.now(), by: person.id, why: 'withdrawn' });
    return { live, what: 'withdrew an entry' };
  }, true);

const setStage = (stage: 'draft' | 'review', why: string) => (house: House, person: Person, id: Id, revision: number): Promise<EntryAnswer> =>
  work(house, person, id, revision, {}, async (tx, record) => {
    if (record.binnedAt !== null) throw against('This entry is in the bin.');
    await changeWorking(tx, record, { ...stays(record), stage, at: house.now(), by: person.id, why });
    return { what: why === 'returned' ? 'returned an entry' : 'sent an entry for review' };
  });

export const submitEntry = setStage('review', 'sent for review');
export const returnEntry = setStage('draft', 'returned');

export const binEntry = (house: House, person: Person, id: Id, revision: number): Promise<EntryAnswer> =>
  work(house, person, id, revision, {}, async (tx, record, type) => {
    const shown = (await liveOf(tx, record.id)).some((version) => version.ends > house.now());
    if (shown && !mayPublish(person.role, type.is.review)) throw forbidden(`Visitors see this. Someone who reviews must withdraw ${type.is.plural}.`);
    const live = await comeDown(tx, record.id, house.now());
    await setBinned(tx, record.id, house.now());
    await changeWorking(tx, record, { ...stays(record), stage: 'draft', at: house.now(), by: person.id, why: 'binned' });
    return { live, what: 'binned an entry' };
  }, true);

export const restoreEntry = (house: House, person: Person, id: Id, revision: number): Promise<EntryAnswer> =>
  work(house, person, id, revision, {}, async (tx, record) => {
    await setBinned(tx, record.id, null);
    await changeWorking(tx, record, { ...stays(record), at: house.now(), by: person.id, why: 'taken out of the bin' });
    return { what: 'restored an entry' };
  });

function cursorFrom(text: string | undefined): Cursor | undefined {
  if (text === undefined) return undefined;
  try {
    const read: unknown = JSON.parse(Buffer.from(text, 'base64url').toString());
    if (Array.isArray(read) && read.length === 2 && (read[0] === null || typeof read[0] === 'string' || typeof read[0] === 'number') && typeof read[1] === 'number') return { value: read[0], entry: read[1] };
  } catch {
    // Told below, like any other cursor that was not given out here.
  }
  throw unreadable([{ path: '/cursor', code: 'cursor', message: 'This is no cursor that was given out here.' }]);
}

function questionFrom(house: House, type: CompiledType<ContentType>, query: EntriesQuery): TableQuestion {
  const { sort = 'title', limit = 50 } = query;
  const key = sort.replace(/^-/, '');
  const column = key === 'title' || key === 'changed' ? undefined : sheetIn(house, type).fields.get(type.fieldByKey(key)?.id ?? '');
  if (key !== 'title' && key !== 'changed' && (!column?.sort || !column.field.indexed)) throw unreadable([{ path: '/sort', code: 'sort', message: `${type.is.plural} cannot be sorted by "${key}".` }]);
  let where: TableQuestion['where'] = everyEntry;
  if (query.where !== undefined) {
    let given: Json;
    try {
      given = JSON.parse(query.where) as Json;
    } catch {
      throw unreadable([{ path: '/where', code: 'json', message: 'The condition is not JSON.' }]);
    }
    const read = readCondition(house.model, type, given, '/where');
    if (read.faults.length > 0) throw unreadable(read.faults);
    where = read.condition;
  }
  const after = cursorFrom(query.cursor);
  return {
    where, limit, ...(query.state ? { state: query.state } : {}), ...(query.q?.trim() ? { words: query.q } : {}), ...(after ? { after } : {}),
    sort: { by: column?.sort ? { column: column.sort } : key === 'changed' ? 'changed' : 'title', direction: sort.startsWith('-') ? 'down' : 'up' },
  };
}

/** A page of the table of a type's entries. */
export async function entries(house: House, query: EntriesQuery): Promise<EntriesAnswer> {
  const type = house.model.contentTypeByKey(query.type);
  if (!type) throw unreadable([{ path: '/type', code: 'unknown-type', message: `There is no content type "${query.type}".` }]);
  const question = { ...questionFrom(house, type, query), ...(query.shown ? { shown: { somewhere: query.shown === 'somewhere', where: await shownCondition(house, type) } } : {}) };
  const sheet = sheetIn(house, type);
  const now = house.now();
  const total = await countRows(house.content, sheet, house.surrogates, question, now, today(house));
  const rows = await pageOfRows(house.content, sheet, house.surrogates, question, total, now, today(house));
  const spans = await spansOfMany(house.content, rows.map((row) => row.entry));
  const last = rows.at(-1);
  const known = await knownOf(house.content, house, rows.flatMap((row) => referencesIn(type.fields, entryBody(row.body).values)));
  return {
    total,
    names: namesIn(known, rows.flatMap((row) => referencesIn(type.fields, entryBody(row.body).values))),
    items: rows.map((row) => {
      const { state, differs } = standingBy(row, spans.get(row.entry) ?? [], now);
      return {
        id: row.uuid, revision: row.revision, title: row.title, state, differs, faults: row.faults,
        values: speakValues(type.fields, entryBody(row.body).values, house.model.locale), changedAt: new Date(row.changedAt).toISOString(),
      };
    }),
    ...(last && rows.length === question.limit ? { next: Buffer.from(JSON.stringify([last.key, last.entry])).toString('base64url') } : {}),
  };
}

export async function entryRevisions(house: House, id: Id): Promise<RevisionsAnswer> {
  const record = await need(house.content, id);
  const rows = await revisionsOf(house.content, record.id, HISTORY);
  return { items: rows.map(({ number, title, at, by, why }) => ({ number, title, at: new Date(at).toISOString(), by: by ?? '', why })) };
}

/** Where an entry shows now, and the pages that would differ if its working version were published. */
export async function entryReach(house: House, id: Id): Promise<ReachAnswer> {
  const record = await need(house.content, id);
  const type = typeOf(house, record);
  const before = seen(await liveOf(house.content, record.id), house.now());
  const change: EntryChange = { id, type: type.id, before, after: entryBody(record.body) };
  const listings = (await listingsInForce(house.content, house)).filter(({ rule }) => rule.from.includes(type.id));
  const goesTo: ReachAnswer['goesTo'] = [];
  for (const listing of listings) {
    const kept = await recordByUuid(house.content, listing.id, 'listing');
    const place = await placeAmong(house.content, await sourcesOf(house.content, house, await ledRule(house.content, house, listing.rule)), { id, record: record.id });
    if (kept && place !== undefined) goesTo.push({ sort: 'listing', id: listing.id, label: kept.title, detail: listing.rule.limit !== 'all' && place > listing.rule.limit ? `${ordinal(place)}, past the ${listing.rule.limit} it shows` : ordinal(place) });
  }
  for (const { source, sort, title, uuid } of await referrers(house.content, id, 0)) if (source !== record.id && (sort === 'entry' || sort === 'page')) goesTo.push({ sort, id: uuid, label: title, detail: 'links to it' });
  return { goesTo: distinctLinks(goesTo), pages: distinctPages([...(await reachOfEntry(house.content, house, id, change)), ...(await pagesBeside(house.content, house, type, { id, record: record.id }))]).map(pageLink) };
}

const distinctLinks = (links: ReachAnswer['goesTo']): ReachAnswer['goesTo'] => [...new Map(links.map((link) => [link.id, link])).values()];

const ordinal = (n: number): string => `${n}${{ one: 'st', two: 'nd', few: 'rd', other: 'th', zero: 'th', many: 'th' }[new Intl.PluralRules('en', { type: 'ordinal' }).select(n)]}`;
