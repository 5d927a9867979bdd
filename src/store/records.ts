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
}

/** One live version. */
export interface LiveVersion extends Span {
  id: number;
  record: number;
  title: string;
  body: string;
  publishedAt: number;
}

const select = `SELECT r.id, r.uuid, r.sort, t.uuid AS type, r.binned_at AS binnedAt, w.revision, w.stage, w.title, w.body, w.faults,
  w.changed_at AS changedAt, p.name AS changedBy
  FROM records r JOIN working w ON w.record = r.id LEFT JOIN ids t ON t.n = r.type LEFT JOIN people p ON p.id = w.changed_by`;

export const recordByUuid = (reader: Reader, uuid: Id, sort: RecordSort): Promise<KeptRecord | undefined> =>
  reader.one<KeptRecord>(`${select} WHERE r.uuid = $1 AND r.sort = $2`, [uuid, sort]);

/** Of which sort a record is, by its id alone. */
export const sortOf = async (reader: Reader, uuid: Id): Promise<RecordSort | undefined> =>
  (await reader.one<{ sort: RecordSort }>('SELECT sort FROM records WHERE uuid = $1', [uuid]))?.sort;

export const recordById = (reader: Reader, id: number): Promise<KeptRecord | undefined> =>
  reader.one<KeptRecord>(`${select} WHERE r.id = $1`, [id]);

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
  return reader.all<LiveVersion>(
    'SELECT id, record, starts, ends, title, body, published_at AS publishedAt FROM live WHERE record = $1 ORDER BY starts',
    [record],
  );
}

export async function liveOfMany(
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, LiveVersion[]>> {
  const found = new Map<number, LiveVersion[]>(records.map((record) => [record, []]));
  const rows = await reader.all<LiveVersion>(
    `SELECT id, record, starts, ends, title, body, published_at AS publishedAt FROM live WHERE record IN (SELECT value FROM json_each($1)) ORDER BY record, starts`,
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
  reader.one<LiveVersion>(
    'SELECT id, record, starts, ends, title, body, published_at AS publishedAt FROM live WHERE record = $1 AND starts <= $2 AND ends > $2',
    [record, now],
  );

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
  title: string;
  body: string;
  faults: number;
  at: number;
  by: number | null;
}

/** Makes records, each with its working version, its first revision and its place in the search. Answers their keys, in order. */
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
    ['record', 'revision', 'stage', 'title', 'body', 'faults', 'changed_at', 'changed_by'],
    made.map((each, i) => [first + i, 1, 'draft', each.title, each.body, each.faults, each.at, each.by]),
  );
  await tx.insertMany(
    'revisions',
    ['record', 'number', 'title', 'body', 'at', 'person', 'why'],
    made.map((each, i) => [first + i, 1, each.title, each.body, each.at, each.by, 'made']),
  );
  await tx.insertMany(
    'record_search',
    ['rowid', 'title'],
    made.map((each, i) => [first + i, each.title]),
  );
  return made.map((_, i) => first + i);
}

export interface WorkingChange {
  title: string;
  body: string;
  faults: number;
  stage: Stage;
  at: number;
  by: number;
  why: string;
}

/** How long one person's savings one after the other count as one kept revision. */
const ONE_SITTING = 5 * 60_000;

/** Puts a new working version in place of the one at `revision`; answers the new revision. */
export async function changeWorking(
  tx: WriteTransaction,
  record: KeptRecord,
  change: WorkingChange,
): Promise<number> {
  const revision = record.revision + 1;
  await tx.run(
    'UPDATE working SET revision = $1, stage = $2, title = $3, body = $4, faults = $5, changed_at = $6, changed_by = $7 WHERE record = $8',
    [revision, change.stage, change.title, change.body, change.faults, change.at, change.by, record.id],
  );
  if (change.why === 'saved') {
    await tx.run(
      "DELETE FROM revisions WHERE record = $1 AND number = $2 AND why = 'saved' AND person = $3 AND at > $4",
      [record.id, record.revision, change.by, change.at - ONE_SITTING],
    );
  }
  await tx.run(
    'INSERT INTO revisions (record, number, title, body, at, person, why) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [record.id, revision, change.title, change.body, change.at, change.by, change.why],
  );
  if (change.title !== record.title)
    await tx.run('UPDATE record_search SET title = $1 WHERE rowid = $2', [change.title, record.id]);
  return revision;
}

export const putStage = (tx: WriteTransaction, record: number, stage: 'draft' | 'review'): Promise<number> =>
  tx.run('UPDATE working SET stage = $1 WHERE record = $2', [stage, record]);

export async function setBinned(tx: WriteTransaction, record: number, at: number | null): Promise<void> {
  await tx.run('UPDATE records SET binned_at = $1 WHERE id = $2', [at, record]);
}

/** Puts live versions in. Answers their keys, in order. */
export async function putLive(
  tx: WriteTransaction,
  versions: readonly (Span & {
    record: number;
    title: string;
    body: string;
    at: number;
    by: number | null;
  })[],
): Promise<number[]> {
  const last = await tx.one<{ id: number }>('SELECT coalesce(max(id), 0) AS id FROM live');
  const first = (last?.id ?? 0) + 1;
  await tx.insertMany(
    'live',
    ['id', 'record', 'starts', 'ends', 'title', 'body', 'published_at', 'published_by'],
    versions.map((each, i) => [
      first + i,
      each.record,
      each.starts,
      each.ends,
      each.title,
      each.body,
      each.at,
      each.by,
    ]),
  );
  return versions.map((_, i) => first + i);
}

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

export const revisionsOf = (reader: Reader, record: number, most: number): Promise<KeptRevision[]> =>
  reader.all<KeptRevision>(
    'SELECT v.number, v.title, v.body, v.at, p.name AS by, v.why FROM revisions v LEFT JOIN people p ON p.id = v.person WHERE v.record = $1 ORDER BY v.number DESC LIMIT $2',
    [record, most],
  );

/** Replaces what one side of a record refers to. `role` says how, `target` is the id of what is referred to. */
export async function setRefs(
  tx: WriteTransaction,
  source: number,
  side: 0 | 1,
  refs: readonly { role: string; target: Id }[],
): Promise<void> {
  await tx.run('DELETE FROM refs WHERE source = $1 AND side = $2', [source, side]);
  await tx.insertMany(
    'refs',
    ['source', 'side', 'role', 'target'],
    refs.map(({ role, target }) => [source, side, role, target]),
    'INSERT OR IGNORE',
  );
}

/** Adds what records refer to that had referred to nothing so far. */
export const addRefs = (
  tx: WriteTransaction,
  refs: readonly { source: number; side: 0 | 1; role: string; target: Id }[],
): Promise<void> =>
  refs.length === 0
    ? Promise.resolve()
    : tx.insertMany(
        'refs',
        ['source', 'side', 'role', 'target'],
        refs.map(({ source, side, role, target }) => [source, side, role, target]),
        'INSERT OR IGNORE',
      );

/** The records that refer to something, on a side. */
export const referrers = (
  reader: Reader,
  target: Id,
  side: 0 | 1,
): Promise<{ source: number; uuid: Id; sort: RecordSort; type: Id | null; role: string; title: string }[]> =>
  reader.all(
    'SELECT f.source, r.uuid, r.sort, t.uuid AS type, f.role, w.title FROM refs f JOIN records r ON r.id = f.source LEFT JOIN ids t ON t.n = r.type JOIN working w ON w.record = f.source WHERE f.target = $1 AND f.side = $2 AND r.binned_at IS NULL',
    [target, side],
  );

/** Notes what someone did. */
export const note = (
  tx: WriteTransaction,
  at: number,
  person: number,
  what: string,
  record: number | null,
): Promise<number> =>
  tx.run('INSERT INTO activity (at, person, what, record) VALUES ($1, $2, $3, $4)', [
    at,
    person,
    what,
    record,
  ]);

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
