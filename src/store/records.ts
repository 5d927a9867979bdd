import type { Id } from '../core/ids';
import type { Span, Stage } from '../core/content/states';
import type { Reader, WriteTransaction } from './database';

export type RecordSort = 'entry' | 'page' | 'listing' | 'medium';

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

const select = `SELECT r.id, r.uuid, r.sort, t.uuid AS type, r.binned_at AS binnedAt, w.revision, w.stage, w.title, w.body, w.faults,
  w.changed_at AS changedAt, p.name AS changedBy, w.changed_by AS changedById, w.model
  FROM records r JOIN working w ON w.record = r.id LEFT JOIN ids t ON t.n = r.type LEFT JOIN people p ON p.id = w.changed_by`;

const live =
  'SELECT id, record, starts, ends, title, body, published_at AS publishedAt, published_by AS publishedBy, model FROM live';

export const recordByUuid = (reader: Reader, uuid: Id, sort: RecordSort): Promise<KeptRecord | undefined> =>
  reader.one<KeptRecord>(`${select} WHERE r.uuid = $1 AND r.sort = $2`, [uuid, sort]);

/** Of which sort a record is, by its id alone. */
export const sortOf = async (reader: Reader, uuid: Id): Promise<RecordSort | undefined> =>
  (await reader.one<{ sort: RecordSort }>('SELECT sort FROM records WHERE uuid = $1', [uuid]))?.sort;

export const recordById = (reader: Reader, id: number): Promise<KeptRecord | undefined> =>
  reader.one<KeptRecord>(`${select} WHERE r.id = $1`, [id]);

/** Records by their integer keys, in the order of these. */
export const recordsByIds = (reader: Reader, ids: readonly number[]): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(`${select} WHERE r.id IN (SELECT value FROM json_each($1)) ORDER BY r.id`, [
    JSON.stringify(ids),
  ]);

export const recordsByUuids = (reader: Reader, uuids: readonly Id[]): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(`${select} WHERE r.uuid IN (SELECT value FROM json_each($1)) ORDER BY r.id`, [
    JSON.stringify(uuids),
  ]);

/** Every record of a sort, the bin counted. */
export const recordsOfSort = (reader: Reader, sort: RecordSort): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(`${select} WHERE r.sort = $1 ORDER BY r.id`, [sort]);

/** Some thousands of records of every sort at a time, in the order of their keys. */
export const recordsAfter = (reader: Reader, after: number, most: number): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(`${select} WHERE r.id > $1 ORDER BY r.id LIMIT $2`, [after, most]);

export const recordsOf = (reader: Reader, sort: RecordSort): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(`${select} WHERE r.sort = $1 AND r.binned_at IS NULL ORDER BY w.title, r.id`, [
    sort,
  ]);

/** Some thousands of records of a type at a time, in the order of their keys, for work that must see them all. */
export const recordsOfType = (
  reader: Reader,
  type: number,
  after: number,
  most: number,
): Promise<KeptRecord[]> =>
  reader.all<KeptRecord>(`${select} WHERE r.type = $1 AND r.id > $2 ORDER BY r.id LIMIT $3`, [
    type,
    after,
    most,
  ]);

export async function liveOf(reader: Reader, record: number): Promise<LiveVersion[]> {
  return reader.all<LiveVersion>(`${live} WHERE record = $1 ORDER BY starts`, [record]);
}

export async function liveOfMany(
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, LiveVersion[]>> {
  const found = new Map<number, LiveVersion[]>(records.map((record) => [record, []]));
  const rows = await reader.all<LiveVersion>(
    `${live} WHERE record IN (SELECT value FROM json_each($1)) ORDER BY record, starts`,
    [JSON.stringify(records)],
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
    'SELECT l.record, l.starts, l.ends, l.body = w.body AS same FROM live l JOIN working w ON w.record = l.record WHERE l.record IN (SELECT value FROM json_each($1)) ORDER BY l.record, l.starts',
    [JSON.stringify(records)],
  );
  for (const { record, starts, ends, same } of rows)
    found.get(record)?.push({ starts, ends, same: same === 1 });
  return found;
}

/** The version of a record that visitors see at a moment. */
export const liveAt = (reader: Reader, record: number, now: number): Promise<LiveVersion | undefined> =>
  reader.one<LiveVersion>(`${live} WHERE record = $1 AND starts <= $2 AND ends > $2`, [record, now]);

/** The next moment after `now` at which any version begins or ends to be seen. */
export async function nextTurn(reader: Reader, now: number): Promise<number | undefined> {
  const row = await reader.one<{ starts: number | null; ends: number | null }>(
    'SELECT (SELECT min(starts) FROM live WHERE starts > $1) AS starts, (SELECT min(ends) FROM live WHERE ends > $1) AS ends',
    [now],
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
  const last = await tx.one<{ id: number }>('SELECT coalesce(max(id), 0) AS id FROM records');
  const first = (last?.id ?? 0) + 1;
  await tx.insertMany(
    'records',
    ['id', 'uuid', 'sort', 'type', 'made_at', 'made_by'],
    made.map((each, i) => [first + i, each.uuid, each.sort, each.type, each.at, each.by]),
  );
  await tx.insertMany(
    'working',
    ['record', 'revision', 'stage', 'title', 'body', 'faults', 'changed_at', 'changed_by', 'model'],
    made.map(({ stage, title, body, at, by, model }, i) => [
      first + i,
      1,
      stage,
      title,
      body,
      0,
      at,
      by,
      model,
    ]),
  );
  await tx.insertMany(
    'revisions',
    ['record', 'number', 'title', 'body', 'at', 'person', 'why', 'model'],
    made.map(({ title, body, at, by, model }, i) => [first + i, 1, title, body, at, by, 'made', model]),
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

/** Puts a new working version in place of the one at `record.revision`; answers the new revision. */
export async function changeWorking(
  tx: WriteTransaction,
  record: Pick<KeptRecord, 'id' | 'revision'>,
  { title, body, stage, model, at, by, why }: WorkingChange,
): Promise<number> {
  const revision = record.revision + 1;
  await tx.run(
    'UPDATE working SET revision = $1, stage = $2, title = $3, body = $4, changed_at = $5, changed_by = $6, model = $7 WHERE record = $8',
    [revision, stage, title, body, at, by, model, record.id],
  );
  await tx.run(
    'INSERT INTO revisions (record, number, title, body, at, person, why, model) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [record.id, revision, title, body, at, by, why, model],
  );
  return revision;
}

/** Forgets one kept revision, which another has taken the place of. */
export const forgetRevision = (tx: WriteTransaction, record: number, number: number): Promise<number> =>
  tx.run('DELETE FROM revisions WHERE record = $1 AND number = $2', [record, number]);

/** What is worked out from a record's bodies and kept beside them. */
export interface DerivedRow {
  record: number;
  title: string;
  faults: number;
}

/** Writes what was worked out of records, where it differs from what is kept. */
export async function putDerived(tx: WriteTransaction, rows: readonly DerivedRow[]): Promise<void> {
  const given = JSON.stringify(rows.map(({ record, title, faults }) => [record, title, faults]));
  await tx.run(
    `UPDATE working SET title = d.value ->> 1, faults = d.value ->> 2 FROM json_each($1) d
     WHERE working.record = d.value ->> 0 AND (working.title <> d.value ->> 1 OR working.faults <> d.value ->> 2)`,
    [given],
  );
  await tx.run(
    `INSERT INTO record_search (rowid, title) SELECT d.value ->> 0, d.value ->> 1 FROM json_each($1) d
     WHERE NOT EXISTS (SELECT 1 FROM record_search s WHERE s.rowid = d.value ->> 0)`,
    [given],
  );
  await tx.run(
    `UPDATE record_search SET title = d.value ->> 1 FROM json_each($1) d
     WHERE record_search.rowid = d.value ->> 0 AND record_search.title <> d.value ->> 1`,
    [given],
  );
}

/** Writes the titles of versions that visitors see, where they differ from what is kept. */
export const putLiveTitles = (
  tx: WriteTransaction,
  titles: readonly (readonly [version: number, title: string])[],
): Promise<number> =>
  tx.run(
    `UPDATE live SET title = d.value ->> 1 FROM json_each($1) d
     WHERE live.id = d.value ->> 0 AND live.title <> d.value ->> 1`,
    [JSON.stringify(titles)],
  );

/** The words by which records are found, by their keys. */
export const searchTitles = async (
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, string>> =>
  new Map(
    (
      await reader.all<{ record: number; title: string }>(
        'SELECT rowid AS record, title FROM record_search WHERE rowid IN (SELECT value FROM json_each($1))',
        [JSON.stringify(records)],
      )
    ).map(({ record, title }) => [record, title]),
  );

export async function setBinned(tx: WriteTransaction, record: number, at: number | null): Promise<void> {
  await tx.run('UPDATE records SET binned_at = $1 WHERE id = $2', [at, record]);
}

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
  const last = await tx.one<{ id: number }>('SELECT coalesce(max(id), 0) AS id FROM live');
  const first = (last?.id ?? 0) + 1;
  await tx.insertMany(
    'live',
    ['id', 'record', 'starts', 'ends', 'title', 'body', 'model', 'published_at', 'published_by'],
    versions.map(({ record, starts, ends, title, body, model, at, by }, i) => [
      first + i,
      record,
      starts,
      ends,
      title,
      body,
      model,
      at,
      by,
    ]),
  );
  return versions.map((_, i) => first + i);
}

/** Puts another body in place of that of a live version. */
export const rewriteLive = (tx: WriteTransaction, version: number, body: string): Promise<number> =>
  tx.run('UPDATE live SET body = $1 WHERE id = $2', [body, version]);

/** Ends a live version at a moment. Not deleted: what visitors saw stays known. */
export const endLive = (tx: WriteTransaction, version: number, ends: number): Promise<number> =>
  tx.run('UPDATE live SET ends = $1 WHERE id = $2', [ends, version]);
export const dropLive = (tx: WriteTransaction, version: number): Promise<number> =>
  tx.run('DELETE FROM live WHERE id = $1', [version]);

export interface KeptRevision {
  number: number;
  title: string;
  body: string;
  at: number;
  by: string | null;
  why: string;
}

/** The body that a record had at a revision. */
export const revisionBody = async (
  reader: Reader,
  record: number,
  number: number,
): Promise<{ body: string; model: number } | undefined> =>
  reader.one('SELECT body, model FROM revisions WHERE record = $1 AND number = $2', [record, number]);

/** The newest revision of a record that holds a body, if one does. */
export const revisionHolding = async (
  reader: Reader,
  record: number,
  body: string,
): Promise<number | undefined> =>
  (
    await reader.one<{ number: number }>(
      "SELECT number FROM revisions WHERE record = $1 AND body = $2 ORDER BY why = 'saved', number DESC LIMIT 1",
      [record, body],
    )
  )?.number;

export const revisionsOf = (reader: Reader, record: number, most: number): Promise<KeptRevision[]> =>
  reader.all<KeptRevision>(
    'SELECT v.number, v.title, v.body, v.at, p.name AS by, v.why FROM revisions v LEFT JOIN people p ON p.id = v.person WHERE v.record = $1 ORDER BY v.number DESC LIMIT $2',
    [record, most],
  );

/** Since when visitors see the versions that they see now, by the ids of their records. */
export const publishedAmong = async (
  reader: Reader,
  ids: readonly Id[],
  now: number,
): Promise<Map<Id, number>> =>
  new Map(
    (
      await reader.all<{ uuid: Id; starts: number }>(
        'SELECT r.uuid, l.starts FROM records r JOIN live l ON l.record = r.id AND l.starts <= $2 AND l.ends > $2 WHERE r.uuid IN (SELECT value FROM json_each($1))',
        [JSON.stringify(ids), now],
      )
    ).map(({ uuid, starts }) => [uuid, starts]),
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
        'SELECT r.uuid, p.name FROM records r JOIN live l ON l.record = r.id AND l.starts <= $2 AND l.ends > $2 JOIN people p ON p.id = l.published_by WHERE r.uuid IN (SELECT value FROM json_each($1))',
        [JSON.stringify(ids), now],
      )
    ).map(({ uuid, name }) => [uuid, name]),
  );

/** How many pages, listings and media there are outside the bin. Entries are counted by their types. */
export const countsBySort = async (reader: Reader): Promise<Map<RecordSort, number>> =>
  new Map(
    (
      await reader.all<{ sort: RecordSort; n: number }>(
        "SELECT sort, count(*) AS n FROM records WHERE binned_at IS NULL AND sort <> 'entry' GROUP BY sort",
      )
    ).map(({ sort, n }) => [sort, n]),
  );
