import type {
  EntriesAnswer,
  EntriesQuery,
  EntryAnswer,
  EntryPatch,
  NewEntry,
  Publication,
  ReachAnswer,
  RevisionsAnswer,
} from '../../contract/entries';
import { isLive } from '../../core/content/states';
import {
  parseLocalized,
  referencesInLocalized,
  serializeLocalized,
} from '../../core/content/localized-values';
import { defaultValues, referencesIn, serializeValues, titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { isId, newId } from '../../core/ids';
import type { Json, JsonObject } from '../../core/json';
import { everyEntry } from '../../core/mapping/rule/listing-rule';
import { parseCondition } from '../../core/mapping/rule/parse-rule';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { mayPublish } from '../../core/roles';
import type { EntryChange } from '../../core/site/reach';
import { resolveSetting } from '../../core/model/settings';
import type { Reader, WriteTransaction } from '../../store/database';
import { placeAmong } from '../../store/queries/listing-query';
import {
  changeWorking,
  liveOf,
  makeRecords,
  note,
  recordByUuid,
  referrers,
  revisionsOf,
  setBinned,
  setRefs,
  putStage,
  spansOfMany,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { dropRows, putLiveRows, putWorkRows } from '../../store/index-tables/rows';
import { countRows, pageOfRows, type Cursor, type TableQuestion } from '../../store/queries/table-query';
import { entryAddresses, giveSlugs } from './addresses';
import { pagesBeside } from '../visitor/company';
import { faultsOfEntry } from './faults';
import { knownOf, namesIn } from '../records/known';
import { minuteNow, indexTableIn, today, type Installation } from '../runtime/installation';
import { entryBody, type EntryBody } from '../records/bodies';
import type { Person } from '../people/people';
import { listingsInForce } from '../listings/in-force';
import { reachOfEntry } from '../reach/entry';
import { distinctPages, pageLink, type ReachedPage } from '../reach/pages';
import { expectThere, knowReferences, refRows } from '../records/references';
import { withLeadingEntries } from '../listings/leading';
import { shownCondition } from './shown-on';
import { sourcesOf } from '../listings/sources';
import { ruleViolation, changedSince, forbidden, notFound, invalidInput } from '../runtime/refusal';
import {
  comeDown,
  expectRevision,
  goLive,
  spanOf,
  publicationStateBy,
  publicationStateOf,
  type LiveChange,
} from '../records/versions';

const HISTORY = 200;

function typeOf(installation: Installation, record: Pick<KeptRecord, 'type'>): CompiledType<ContentType> {
  const type = record.type === null ? undefined : installation.model.contentType(record.type);
  if (!type) throw notFound('entry');
  return type;
}

/** What a patch makes of what it says; refuses what is no value, and references to what is not there. */
async function bodyFrom(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  kept: EntryBody,
  given: Pick<EntryPatch, 'values' | 'translations'>,
): Promise<EntryBody> {
  const { localized, faults } = parseLocalized(
    type.fields,
    given,
    kept,
    '',
    installation.model.document.locales.others,
  );
  if (faults.length > 0) throw invalidInput(faults);
  await expectThere(
    reader,
    installation,
    referencesInLocalized(type.fields, localized),
    referencesInLocalized(type.fields, kept),
  );
  return localized;
}

const refsOf = (type: CompiledType<ContentType>, body: EntryBody) =>
  refRows(type.fields, referencesInLocalized(type.fields, body));

async function answer(
  reader: Reader,
  installation: Installation,
  record: KeptRecord,
  versions: readonly LiveVersion[],
): Promise<EntryAnswer> {
  const type = typeOf(installation, record);
  const body = entryBody(record.body);
  return {
    id: record.uuid,
    type: type.definition.key,
    revision: record.revision,
    title: record.title,
    stage: record.stage,
    ...publicationStateOf(record, versions, installation.now()),
    ...serializeLocalized(type.fields, body, installation.model.locale),
    faults: await faultsOfEntry(reader, installation, type, body, record.id),
    changedAt: new Date(record.changedAt).toISOString(),
    changedBy: record.changedBy ?? '',
    address: seen(versions, installation.now())
      ? ((await entryAddresses(reader, installation, [{ id: record.uuid, type: type.id }])).get(
          record.uuid,
        ) ?? null)
      : null,
  };
}

async function need(reader: Reader, id: Id): Promise<KeptRecord> {
  const record = isId(id) ? await recordByUuid(reader, id, 'entry') : undefined;
  if (!record) throw notFound('entry');
  return record;
}

/** What visitors see of an entry now. */
const seen = (versions: readonly LiveVersion[], now: number) => {
  const version = versions.find((each) => isLive(each, now));
  return version && entryBody(version.body);
};

/** Writes both sides of an entry's sheet to what its versions are now. */
export async function reindexEntry(
  tx: WriteTransaction,
  installation: Installation,
  record: KeptRecord,
  live?: LiveChange,
): Promise<void> {
  const type = typeOf(installation, record);
  const indexTable = indexTableIn(installation, type);
  const { keyMap, model } = installation;
  const versions = live?.versions ?? (await liveOf(tx, record.id));
  const body = entryBody(record.body);
  await knowReferences(
    tx,
    installation,
    [body, ...versions.map((version) => entryBody(version.body))].flatMap((localized) =>
      referencesInLocalized(type.fields, localized),
    ),
  );
  await setRefs(tx, record.id, 0, refsOf(type, body));
  await putWorkRows(
    tx,
    indexTable,
    keyMap,
    model.locale,
    [
      {
        entry: record.id,
        title: record.title,
        changed: record.changedAt,
        stage: record.stage,
        binned: record.binnedAt !== null,
        spans: versions,
        localized: body,
      },
    ],
    installation.now(),
  );
  if (!live) return;
  const [first] = versions;
  if (first)
    await giveSlugs(tx, installation, type, [
      { record: record.id, title: first.title, values: entryBody(first.body).values },
    ]);
  await setRefs(
    tx,
    record.id,
    1,
    versions
      .filter(({ ends }) => ends > installation.now())
      .flatMap((version) => refsOf(type, entryBody(version.body))),
  );
  await dropRows(tx, 'live', indexTable, live.dropped);
  await putLiveRows(
    tx,
    indexTable,
    keyMap,
    model.locale,
    versions.map((version) => ({
      version: version.id,
      entry: record.id,
      span: version,
      title: version.title,
      published: version.publishedAt,
      changed: record.changedAt,
      localized: entryBody(version.body),
    })),
  );
}

/**
 * Does one piece of work on an entry at the revision its writer read, then renews the pages that differ for visitors.
 * `shows` says that it may change what they see: only then is asked what the entry stood beside before.
 */
async function work(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  yours: JsonObject,
  act: (
    tx: WriteTransaction,
    record: KeptRecord,
    type: CompiledType<ContentType>,
  ) => Promise<{ live?: LiveChange; what: string }>,
  shows = false,
): Promise<EntryAnswer> {
  const { done, reached } = await installation.content.write(async (tx) => {
    const record = await need(tx, id);
    const type = typeOf(installation, record);
    const before = await liveOf(tx, record.id);
    const current =
      record.revision === revision ? {} : { ...(await answer(tx, installation, record, before)) };
    expectRevision(record, revision, () => changedSince(current as unknown as JsonObject, yours));
    const self = { id, record: record.id };
    const stoodBeside = shows ? await pagesBeside(tx, installation, type, self) : [];
    const { live, what } = await act(tx, record, type);
    const after = await need(tx, id);
    await reindexEntry(tx, installation, after, live);
    await note(tx, installation.now(), person.id, what, record.id);
    const change: EntryChange = {
      id,
      type: type.id,
      before: seen(before, installation.now()),
      after: live ? seen(live.versions, installation.now()) : seen(before, installation.now()),
    };
    const pages: ReachedPage[] = live
      ? [
          ...stoodBeside,
          ...(await pagesBeside(tx, installation, type, self)),
          ...(await reachOfEntry(tx, installation, id, change)),
        ]
      : [];
    return { done: await answer(tx, installation, after, live?.versions ?? before), reached: pages };
  });
  if (reached.length > 0) installation.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

const stays = (record: KeptRecord) => ({
  title: record.title,
  body: record.body,
  faults: record.faults,
  stage: record.stage,
});

export async function addEntry(
  installation: Installation,
  person: Person,
  { type: key, values: given = {} }: NewEntry,
): Promise<EntryAnswer> {
  const type = installation.model.contentTypeByKey(key);
  if (!type)
    throw invalidInput([
      { path: '/type', code: 'unknown-type', message: `There is no content type "${key}".` },
    ]);
  const made = { today: today(installation), minute: minuteNow(installation), person: person.name };
  return installation.content.write(async (tx) => {
    const body = await bodyFrom(
      tx,
      installation,
      type,
      { values: defaultValues(type.fields, made) },
      { values: given },
    );
    const { values } = body;
    const uuid = newId();
    const [id = 0] = await makeRecords(tx, [
      {
        uuid,
        sort: 'entry',
        type: installation.keyMap.of(type.id),
        title: titleOf(type.definition, values),
        body: JSON.stringify(body),
        faults: (await faultsOfEntry(tx, installation, type, body, null)).length,
        at: installation.now(),
        by: person.id,
      },
    ]);
    const begins = resolveSetting('firstState', [
      { source: 'site', layer: installation.model.document.settings },
      { source: 'type', layer: type.definition.settings },
    ]).value;
    if (begins === 'review') await putStage(tx, id, 'review');
    const record = await need(tx, uuid);
    await reindexEntry(tx, installation, record);
    await note(tx, installation.now(), person.id, 'made an entry', id);
    return answer(tx, installation, record, []);
  });
}

export async function entry(installation: Installation, id: Id): Promise<EntryAnswer> {
  const record = await need(installation.content, id);
  return answer(installation.content, installation, record, await liveOf(installation.content, record.id));
}

export const changeEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: EntryPatch,
): Promise<EntryAnswer> =>
  work(installation, person, id, revision, { values: patch.values ?? {} }, async (tx, record, type) => {
    if (record.binnedAt !== null)
      throw ruleViolation('This entry is in the bin. Take it out before changing it.');
    const body = await bodyFrom(tx, installation, type, entryBody(record.body), patch);
    await changeWorking(tx, record, {
      title: titleOf(type.definition, body.values),
      body: JSON.stringify(body),
      faults: (await faultsOfEntry(tx, installation, type, body, record.id)).length,
      stage: 'draft',
      at: installation.now(),
      by: person.id,
      why: 'saved',
    });
    return { what: 'changed an entry' };
  });

export const publishEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  asked: Publication,
): Promise<EntryAnswer> =>
  work(
    installation,
    person,
    id,
    revision,
    {},
    async (tx, record, type) => {
      if (!mayPublish(person.role, type.definition.review))
        throw forbidden(
          `Someone who reviews must publish ${type.definition.plural}. Send it for review instead.`,
        );
      if (record.binnedAt !== null)
        throw ruleViolation('This entry is in the bin. Take it out before publishing it.');
      const faults = await faultsOfEntry(tx, installation, type, entryBody(record.body), record.id);
      if (faults.length > 0)
        throw ruleViolation(
          `${faults.length === 1 ? 'One thing' : `${faults.length} things`} must be mended before this can be published.`,
          faults,
        );
      const live = await goLive(tx, record, spanOf(asked, installation.now()), installation.now(), person.id);
      await changeWorking(tx, record, {
        ...stays(record),
        stage: 'draft',
        at: installation.now(),
        by: person.id,
        why: 'published',
      });
      return { live, what: 'published an entry' };
    },
    true,
  );

export const withdrawEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  work(
    installation,
    person,
    id,
    revision,
    {},
    async (tx, record, type) => {
      if (!mayPublish(person.role, type.definition.review))
        throw forbidden(`Someone who reviews must withdraw ${type.definition.plural}.`);
      const live = await comeDown(tx, record.id, installation.now());
      await changeWorking(tx, record, {
        ...stays(record),
        at: installation.now(),
        by: person.id,
        why: 'withdrawn',
      });
      return { live, what: 'withdrew an entry' };
    },
    true,
  );

const setStage =
  (stage: 'draft' | 'review', why: string) =>
  (installation: Installation, person: Person, id: Id, revision: number): Promise<EntryAnswer> =>
    work(installation, person, id, revision, {}, async (tx, record) => {
      if (record.binnedAt !== null) throw ruleViolation('This entry is in the bin.');
      await changeWorking(tx, record, {
        ...stays(record),
        stage,
        at: installation.now(),
        by: person.id,
        why,
      });
      return { what: why === 'returned' ? 'returned an entry' : 'sent an entry for review' };
    });

export const submitEntry = setStage('review', 'sent for review');
export const returnEntry = setStage('draft', 'returned');

export const binEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  work(
    installation,
    person,
    id,
    revision,
    {},
    async (tx, record, type) => {
      const shown = (await liveOf(tx, record.id)).some((version) => version.ends > installation.now());
      if (shown && !mayPublish(person.role, type.definition.review))
        throw forbidden(`Visitors see this. Someone who reviews must withdraw ${type.definition.plural}.`);
      const live = await comeDown(tx, record.id, installation.now());
      await setBinned(tx, record.id, installation.now());
      await changeWorking(tx, record, {
        ...stays(record),
        stage: 'draft',
        at: installation.now(),
        by: person.id,
        why: 'binned',
      });
      return { live, what: 'binned an entry' };
    },
    true,
  );

export const restoreEntry = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<EntryAnswer> =>
  work(installation, person, id, revision, {}, async (tx, record) => {
    await setBinned(tx, record.id, null);
    await changeWorking(tx, record, {
      ...stays(record),
      at: installation.now(),
      by: person.id,
      why: 'taken out of the bin',
    });
    return { what: 'restored an entry' };
  });

function cursorFrom(text: string | undefined): Cursor | undefined {
  if (text === undefined) return undefined;
  try {
    const read: unknown = JSON.parse(Buffer.from(text, 'base64url').toString());
    if (
      Array.isArray(read) &&
      read.length === 2 &&
      (read[0] === null || typeof read[0] === 'string' || typeof read[0] === 'number') &&
      typeof read[1] === 'number'
    )
      return { value: read[0], entry: read[1] };
  } catch {
    // Told below, like any other cursor that was not given out here.
  }
  throw invalidInput([
    { path: '/cursor', code: 'cursor', message: 'This is no cursor that was given out here.' },
  ]);
}

function questionFrom(
  installation: Installation,
  type: CompiledType<ContentType>,
  query: EntriesQuery,
): TableQuestion {
  const { sort = 'title', limit = 50 } = query;
  const key = sort.replace(/^-/, '');
  const column =
    key === 'title' || key === 'changed'
      ? undefined
      : indexTableIn(installation, type).fields.get(type.fieldByKey(key)?.id ?? '');
  if (key !== 'title' && key !== 'changed' && (!column?.sort || !column.field.indexed))
    throw invalidInput([
      { path: '/sort', code: 'sort', message: `${type.definition.plural} cannot be sorted by "${key}".` },
    ]);
  let where: TableQuestion['where'] = everyEntry;
  if (query.where !== undefined) {
    let given: Json;
    try {
      given = JSON.parse(query.where) as Json;
    } catch {
      throw invalidInput([{ path: '/where', code: 'json', message: 'The condition is not JSON.' }]);
    }
    const read = parseCondition(installation.model, type, given, '/where');
    if (read.faults.length > 0) throw invalidInput(read.faults);
    where = read.condition;
  }
  const after = cursorFrom(query.cursor);
  return {
    where,
    limit,
    ...(query.state ? { state: query.state } : {}),
    ...(query.q?.trim() ? { words: query.q } : {}),
    ...(after ? { after } : {}),
    sort: {
      by: column?.sort ? { column: column.sort } : key === 'changed' ? 'changed' : 'title',
      direction: sort.startsWith('-') ? 'down' : 'up',
    },
  };
}

/** A page of the table of a type's entries. */
export async function entries(installation: Installation, query: EntriesQuery): Promise<EntriesAnswer> {
  const type = installation.model.contentTypeByKey(query.type);
  if (!type)
    throw invalidInput([
      { path: '/type', code: 'unknown-type', message: `There is no content type "${query.type}".` },
    ]);
  const question = {
    ...questionFrom(installation, type, query),
    ...(query.shown
      ? { shown: { somewhere: query.shown === 'somewhere', where: await shownCondition(installation, type) } }
      : {}),
  };
  const indexTable = indexTableIn(installation, type);
  const now = installation.now();
  const total = await countRows(
    installation.content,
    indexTable,
    installation.keyMap,
    question,
    now,
    today(installation),
  );
  const rows = await pageOfRows(
    installation.content,
    indexTable,
    installation.keyMap,
    question,
    total,
    now,
    today(installation),
  );
  const spans = await spansOfMany(
    installation.content,
    rows.map((row) => row.entry),
  );
  const last = rows.at(-1);
  const known = await knownOf(
    installation.content,
    installation,
    rows.flatMap((row) => referencesIn(type.fields, entryBody(row.body).values)),
  );
  return {
    total,
    names: namesIn(
      known,
      rows.flatMap((row) => referencesIn(type.fields, entryBody(row.body).values)),
    ),
    items: rows.map((row) => {
      const { state, differs } = publicationStateBy(row, spans.get(row.entry) ?? [], now);
      return {
        id: row.uuid,
        revision: row.revision,
        title: row.title,
        state,
        differs,
        faults: row.faults,
        values: serializeValues(type.fields, entryBody(row.body).values, installation.model.locale),
        changedAt: new Date(row.changedAt).toISOString(),
      };
    }),
    ...(last && rows.length === question.limit
      ? { next: Buffer.from(JSON.stringify([last.key, last.entry])).toString('base64url') }
      : {}),
  };
}

export async function entryRevisions(installation: Installation, id: Id): Promise<RevisionsAnswer> {
  const record = await need(installation.content, id);
  const rows = await revisionsOf(installation.content, record.id, HISTORY);
  return {
    items: rows.map(({ number, title, at, by, why }) => ({
      number,
      title,
      at: new Date(at).toISOString(),
      by: by ?? '',
      why,
    })),
  };
}

/** Where an entry shows now, and the pages that would differ if its working version were published. */
export async function entryReach(installation: Installation, id: Id): Promise<ReachAnswer> {
  const record = await need(installation.content, id);
  const type = typeOf(installation, record);
  const before = seen(await liveOf(installation.content, record.id), installation.now());
  const change: EntryChange = { id, type: type.id, before, after: entryBody(record.body) };
  const listings = (await listingsInForce(installation.content, installation)).filter(({ rule }) =>
    rule.from.includes(type.id),
  );
  const goesTo: ReachAnswer['goesTo'] = [];
  for (const listing of listings) {
    const kept = await recordByUuid(installation.content, listing.id, 'listing');
    const place = await placeAmong(
      installation.content,
      await sourcesOf(
        installation.content,
        installation,
        await withLeadingEntries(installation.content, installation, listing.rule),
      ),
      { id, record: record.id },
    );
    if (kept && place !== undefined)
      goesTo.push({
        sort: 'listing',
        id: listing.id,
        label: kept.title,
        detail:
          listing.rule.limit !== 'all' && place > listing.rule.limit
            ? `${ordinal(place)}, past the ${listing.rule.limit} it shows`
            : ordinal(place),
      });
  }
  for (const { source, sort, title, uuid } of await referrers(installation.content, id, 0))
    if (source !== record.id && (sort === 'entry' || sort === 'page'))
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
