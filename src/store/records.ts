import { anyOf, joined, raw, sql, type Sql } from './sql';
import type { Id } from '../core/ids';
import type { Span, Stage } from '../core/content/states';
import type { Reader, WriteTransaction } from './database';
import { live } from './tables/live';
import { records, type RecordSort } from './tables/records';
import { revisions } from './tables/revisions';
import { working } from './tables/working';

/** Something people make, with its working version. Times are ms since 1970; `id` is the integer key. */
export interface KeptRecord {
  id: number;
  uuid: Id;
  sort: RecordSort;
  type: Id | null;
  binnedAt: number | null;
  revision: number;
  stage: Stage;
  title: string;
  body: string;
  faults: number;
  changedAt: number;
  changedBy: string | null;
  /** The integer key of who changed it last. */
  changedById: number | null;
  /** The revision of the model under which its body was written. */
  model: number;
}

/** One live version. */
export interface LiveVersion extends Span {
  id: number;
  record: number;
  title: string;
  body: string;
  publishedAt: number;
  publishedBy: number | null;
  /** The revision of the model under which its body was written. */
  model: number;
}

const select = sql`SELECT r.id, r.uuid, r.sort, t.uuid AS type, r.binned_at AS binnedAt, w.revision, w.stage, w.title, w.body, w.faults,
  w.changed_at AS changedAt, p.name AS changedBy, w.changed_by AS changedById, w.model
  FROM records r JOIN working w ON w.record = r.id LEFT JOIN ids t ON t.n = r.type LEFT JOIN people p ON p.id = w.changed_by`;

const liveVersions = sql`SELECT id, record, starts, ends, title, body, published_at AS publishedAt, published_by AS publishedBy, model FROM live`;

export const recordByUuid = (reader: Reader, uuid: Id, sort: RecordSort): Promise<KeptRecord | undefined> =>
  reader.one<KeptRecord>(sql`${select} WHERE r.uuid = ${uuid} AND r.sort = ${sort}`);

/** Of which sort a record is, by its id alone. */
export const sortOf = async (reader: Reader, uuid: Id): Promise<RecordSort | undefined> =>
  (await reader.find(records, { uuid }))?.sort;

export const recordById = (reader: Reader, id: number): Promise<KeptRecord | undefined> =>
  reader.one<KeptRecord>(sql`${select} WHERE r.id = ${id}`);

/** Records by their integer keys, in the order of these. */
export const recordsByIds = (reader: Reader, ids: readonly number[]): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(sql`${select} WHERE r.id IN ${anyOf(ids)} ORDER BY r.id`);

export const recordsByUuids = (reader: Reader, uuids: readonly Id[]): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(sql`${select} WHERE r.uuid IN ${anyOf(uuids)} ORDER BY r.id`);

/** Every record of a sort, the bin counted. */
export const recordsOfSort = (reader: Reader, sort: RecordSort): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(sql`${select} WHERE r.sort = ${sort} ORDER BY r.id`);

/** Some thousands of records of every sort at a time, in the order of their keys. */
export const recordsAfter = (reader: Reader, after: number, most: number): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(sql`${select} WHERE r.id > ${after} ORDER BY r.id LIMIT ${most}`);

export const recordsOf = (reader: Reader, sort: RecordSort): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(
    sql`${select} WHERE r.sort = ${sort} AND r.binned_at IS NULL ORDER BY w.title, r.id`,
  );

/** Which records of a type are meant: all, those that have faults, or those that say something in one of some fields. */
export type AmongType = 'all' | 'faulty' | { saying: readonly Id[] };

function amongSql(among: AmongType): Sql {
  if (among === 'all') return raw('1');
  if (among === 'faulty') return raw('w.faults > 0');
  const says = (body: string) =>
    joined([raw('0'), ...among.saying.map((field) => sql`instr(${raw(body)}, ${field})`)], ' OR ');
  return sql`(${says('w.body')} OR EXISTS (SELECT 1 FROM live v WHERE v.record = r.id AND (${says('v.body')})))`;
}

/** Some thousands of records of a type at a time, in the order of their keys, for work that must see them all, or some. */
export const recordsOfType = (
  reader: Reader,
  type: number,
  after: number,
  most: number,
  among: AmongType = 'all',
): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(
    sql`${select} WHERE r.type = ${type} AND r.id > ${after} AND ${amongSql(among)} ORDER BY r.id LIMIT ${most}`,
  );

/** How many records a type has, or how many of them are meant. */
export async function countOfType(reader: Reader, type: number, among: AmongType = 'all'): Promise<number> {
  const found = await reader.one<{ n: number }>(
    among === 'all'
      ? sql`SELECT count(*) AS n FROM records WHERE type = ${type}`
      : sql`SELECT count(*) AS n FROM records r CROSS JOIN working w ON w.record = r.id WHERE r.type = ${type} AND ${amongSql(among)}`,
  );
  return found?.n ?? 0;
}

export async function liveOf(reader: Reader, record: number): Promise<LiveVersion[]> {
  return reader.all<LiveVersion>(sql`${liveVersions} WHERE record = ${record} ORDER BY starts`);
}

export async function liveOfMany(
  reader: Reader,
  keys: readonly number[],
): Promise<Map<number, LiveVersion[]>> {
  const found = new Map<number, LiveVersion[]>(keys.map((record) => [record, []]));
  const rows = await reader.all<LiveVersion>(
    sql`${liveVersions} WHERE record IN ${anyOf(keys)} ORDER BY record, starts`,
  );
  for (const row of rows) found.get(row.record)?.push(row);
  return found;
}

/** When versions of records are seen, and whether they say what the working version says; without their bodies. */
export async function spansOfMany(
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, (Span & { same: boolean })[]>> {
  const found = new Map<number, (Span & { same: boolean })[]>(records.map((record) => [record, []]));
  const rows = await reader.all<{ record: number; starts: number; ends: number; same: number }>(
    sql`SELECT l.record, l.starts, l.ends, l.body = w.body AS same FROM live l JOIN working w ON w.record = l.record WHERE l.record IN ${anyOf(records)} ORDER BY l.record, l.starts`,
  );
  for (const { record, starts, ends, same } of rows)
    found.get(record)?.push({ starts, ends, same: same === 1 });
  return found;
}

/** The version of a record that visitors see at a moment. */
export const liveAt = (reader: Reader, record: number, now: number): Promise<LiveVersion | undefined> =>
  reader.one<LiveVersion>(
    sql`${liveVersions} WHERE record = ${record} AND starts <= ${now} AND ends > ${now}`,
  );

/** The next moment after `now` at which any version begins or ends to be seen. */
export async function nextTurn(reader: Reader, now: number): Promise<number | undefined> {
  const row = await reader.one<{ starts: number | null; ends: number | null }>(
    sql`SELECT (SELECT min(starts) FROM live WHERE starts > ${now}) AS starts, (SELECT min(ends) FROM live WHERE ends > ${now}) AS ends`,
  );
  const turns = [row?.starts, row?.ends].filter((turn): turn is number => typeof turn === 'number');
  return turns.length > 0 ? Math.min(...turns) : undefined;
}

export interface NewRecord {
  uuid: Id;
  sort: RecordSort;
  type: number | null;
  stage: Stage;
  title: string;
  body: string;
  model: number;
  at: number;
  by: number | null;
}

/** Makes records, each with its working version and its first revision. Answers their keys, in order. */
export async function makeRecords(tx: WriteTransaction, made: readonly NewRecord[]): Promise<number[]> {
  const last = await tx.one<{ id: number }>(sql`SELECT coalesce(max(id), 0) AS id FROM records`);
  const first = (last?.id ?? 0) + 1;
  await tx.insertAll(
    records,
    made.map(({ uuid, sort, type, at, by }, i) => ({
      id: first + i,
      uuid,
      sort,
      type,
      madeAt: at,
      madeBy: by,
    })),
  );
  await tx.insertAll(
    working,
    made.map(({ stage, title, body, at, by, model }, i) => ({
      record: first + i,
      revision: 1,
      stage,
      title,
      body,
      faults: 0,
      changedAt: at,
      changedBy: by,
      model,
    })),
  );
  await tx.insertAll(
    revisions,
    made.map(({ title, body, at, by, model }, i) => ({
      record: first + i,
      number: 1,
      title,
      body,
      at,
      person: by,
      why: 'made',
      model,
    })),
  );
  return made.map((_, i) => first + i);
}

export interface WorkingChange {
  title: string;
  body: string;
  stage: Stage;
  model: number;
  at: number;
  by: number | null;
  why: string;
}

/** Puts a new working version of each of some records in place of the one at its revision, and keeps it. */
export async function changeWorking(
  tx: WriteTransaction,
  changes: readonly (WorkingChange & { record: Pick<KeptRecord, 'id' | 'revision'> })[],
): Promise<void> {
  const given = JSON.stringify(
    changes.map(({ record, title, body, stage, model, at, by }) => [
      record.id,
      record.revision + 1,
      stage,
      title,
      body,
      at,
      by,
      model,
    ]),
  );
  await tx.run(
    sql`UPDATE working SET revision = d.value ->> 1, stage = d.value ->> 2, title = d.value ->> 3, body = d.value ->> 4,
       changed_at = d.value ->> 5, changed_by = d.value ->> 6, model = d.value ->> 7
     FROM json_each(${given}) d WHERE working.record = d.value ->> 0`,
  );
  await tx.insertAll(
    revisions,
    changes.map(({ record, title, body, model, at, by, why }) => ({
      record: record.id,
      number: record.revision + 1,
      title,
      body,
      at,
      person: by,
      why,
      model,
    })),
  );
}

/** Forgets one kept revision, which another has taken the place of. */
export const forgetRevision = (tx: WriteTransaction, record: number, number: number): Promise<number> =>
  tx.remove(revisions, { record, number });

/** What is worked out from a record's bodies and kept beside them. */
export interface DerivedRow {
  record: number;
  title: string;
  faults: number;
}

/** Since when a record has something to fix, once so many faults are written at a moment (ms). */
const brokeAt = (faults: Sql, now: number): Sql =>
  sql`CASE WHEN ${faults} = 0 THEN NULL ELSE coalesce(working.broke_at, ${now}) END`;

/** Writes what was worked out of records at a moment (ms), where it differs from what is kept. */
export async function putDerived(
  tx: WriteTransaction,
  rows: readonly DerivedRow[],
  now: number,
): Promise<void> {
  const given = JSON.stringify(rows.map(({ record, title, faults }) => [record, title, faults]));
  await tx.run(
    sql`UPDATE working SET title = d.value ->> 1, faults = d.value ->> 2, broke_at = ${brokeAt(raw('d.value ->> 2'), now)} FROM json_each(${given}) d
     WHERE working.record = d.value ->> 0 AND (working.title <> d.value ->> 1 OR working.faults <> d.value ->> 2)`,
  );
  await tx.run(
    sql`INSERT INTO record_search (rowid, title) SELECT d.value ->> 0, d.value ->> 1 FROM json_each(${given}) d
     WHERE NOT EXISTS (SELECT 1 FROM record_search s WHERE s.rowid = d.value ->> 0)`,
  );
  await tx.run(
    sql`UPDATE record_search SET title = d.value ->> 1 FROM json_each(${given}) d
     WHERE record_search.rowid = d.value ->> 0 AND record_search.title <> d.value ->> 1`,
  );
}

/** How many faults a record has at a revision. */
export interface FaultCount {
  record: number;
  revision: number;
  faults: number;
}

/** Writes how many faults records have at a moment (ms), where they are still at the revision at which they were counted. */
export const putFaultCounts = (
  tx: WriteTransaction,
  counts: readonly FaultCount[],
  now: number,
): Promise<number> =>
  tx.run(
    sql`UPDATE working SET faults = d.value ->> 2, broke_at = ${brokeAt(raw('d.value ->> 2'), now)}
     FROM json_each(${JSON.stringify(counts.map(({ record, revision, faults }) => [record, revision, faults]))}) d
     WHERE working.record = d.value ->> 0 AND working.revision = d.value ->> 1 AND working.faults <> d.value ->> 2`,
  );

/** Writes the titles of versions that visitors see, where they differ from what is kept. */
export const putLiveTitles = (
  tx: WriteTransaction,
  titles: readonly (readonly [version: number, title: string])[],
): Promise<number> =>
  tx.run(
    sql`UPDATE live SET title = d.value ->> 1 FROM json_each(${JSON.stringify(titles)}) d
     WHERE live.id = d.value ->> 0 AND live.title <> d.value ->> 1`,
  );

/** Lays a record in the bin, at a moment and by somebody, or takes it out (null). */
export const setBinned = (
  tx: WriteTransaction,
  record: number,
  binned: { at: number; by: number | null } | null,
): Promise<number> =>
  tx.update(records, { id: record }, { binnedAt: binned?.at ?? null, binnedBy: binned?.by ?? null });

export interface NewLive extends Span {
  record: number;
  title: string;
  body: string;
  model: number;
  at: number;
  by: number | null;
}

/** Puts live versions in. Answers their keys, in order. */
export async function putLive(tx: WriteTransaction, versions: readonly NewLive[]): Promise<number[]> {
  const last = await tx.one<{ id: number }>(sql`SELECT coalesce(max(id), 0) AS id FROM live`);
  const first = (last?.id ?? 0) + 1;
  await tx.insertAll(
    live,
    versions.map(({ record, starts, ends, title, body, model, at, by }, i) => ({
      id: first + i,
      record,
      starts,
      ends,
      title,
      body,
      model,
      publishedAt: at,
      publishedBy: by,
    })),
  );
  return versions.map((_, i) => first + i);
}

/** Puts other bodies in place of those of live versions. */
export const rewriteLive = (
  tx: WriteTransaction,
  bodies: readonly (readonly [version: number, body: string])[],
): Promise<number> =>
  bodies.length === 0
    ? Promise.resolve(0)
    : tx.run(
        sql`UPDATE live SET body = d.value ->> 1 FROM json_each(${JSON.stringify(bodies)}) d WHERE live.id = d.value ->> 0`,
      );

/** Ends a live version at a moment. Not deleted: what visitors saw stays known. */
export const endLive = (tx: WriteTransaction, version: number, ends: number): Promise<number> =>
  tx.update(live, { id: version }, { ends });
export const dropLive = (tx: WriteTransaction, version: number): Promise<number> =>
  tx.remove(live, { id: version });

/** The body that a record had at a revision. */
export const revisionBody = async (
  reader: Reader,
  record: number,
  number: number,
): Promise<{ body: string; model: number } | undefined> => reader.find(revisions, { record, number });

/** For each of some bodies of records the newest revision that holds it, if one does. */
export async function revisionsHolding(
  reader: Reader,
  bodies: readonly { record: number; body: string }[],
): Promise<(number | undefined)[]> {
  if (bodies.length === 0) return [];
  const given = JSON.stringify(bodies.map(({ record, body }) => [record, body]));
  const rows = await reader.all<{ number: number | null }>(
    sql`SELECT (SELECT v.number FROM revisions v WHERE v.record = d.value ->> 0 AND v.body = d.value ->> 1 ORDER BY v.why = 'saved', v.number DESC LIMIT 1) AS number
     FROM json_each(${given}) d ORDER BY d.key`,
  );
  return rows.map(({ number }) => number ?? undefined);
}

/** Since when (ms) visitors see something at all, and since when as it is now; by the ids of the records. */
export const shownSince = async (
  reader: Reader,
  ids: readonly Id[],
  now: number,
): Promise<Map<Id, { first: number; last: number }>> =>
  new Map(
    (
      await reader.all<{ uuid: Id; first: number; last: number }>(
        sql`SELECT r.uuid, l.starts AS last, (SELECT min(e.starts) FROM live e WHERE e.record = r.id) AS first
         FROM records r JOIN live l ON l.record = r.id AND l.starts <= ${now} AND l.ends > ${now} WHERE r.uuid IN ${anyOf(ids)}`,
      )
    ).map(({ uuid, first, last }) => [uuid, { first, last }]),
  );

/** Who let visitors see the versions that they see now, by the ids of their records. */
export const publishersAmong = async (
  reader: Reader,
  ids: readonly Id[],
  now: number,
): Promise<Map<Id, string>> =>
  new Map(
    (
      await reader.all<{ uuid: Id; name: string }>(
        sql`SELECT r.uuid, p.name FROM records r JOIN live l ON l.record = r.id AND l.starts <= ${now} AND l.ends > ${now} JOIN people p ON p.id = l.published_by WHERE r.uuid IN ${anyOf(ids)}`,
      )
    ).map(({ uuid, name }) => [uuid, name]),
  );

/** Whether visitors see anything of a sort. */
export const visitorsSee = async (reader: Reader, sort: RecordSort, now: number): Promise<boolean> =>
  (await reader.one<{ found: number }>(
    sql`SELECT 1 AS found FROM records r CROSS JOIN live l ON l.record = r.id WHERE r.sort = ${sort} AND r.binned_at IS NULL AND l.starts <= ${now} AND l.ends > ${now} LIMIT 1`,
  )) !== undefined;

/** How many pages, listings and media there are outside the bin. Entries are counted by their types. */
export const countsBySort = async (reader: Reader): Promise<Map<RecordSort, number>> =>
  new Map(
    (
      await reader.all<{ sort: RecordSort; n: number }>(
        sql`SELECT s.value AS sort, (SELECT count(*) FROM records WHERE sort = s.value AND binned_at IS NULL) AS n FROM json_each('["page", "listing", "medium"]') s`,
      )
    ).map(({ sort, n }) => [sort, n]),
  );

/** The integer key of the newest record; 0 where there is none. */
export const newestRecord = async (reader: Reader): Promise<number> =>
  (await reader.one<{ id: number | null }>(sql`SELECT max(id) AS id FROM records`))?.id ?? 0;
