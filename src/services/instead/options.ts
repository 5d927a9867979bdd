import type { InsteadAnswer, InsteadQuery } from '../../contract/instead';
import { isId, type Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import { pagesAmong } from '../../store/known';
import { knownMedia, mediaAmong } from '../../store/media';
import { liveAt, recordsByUuids, type KeptRecord } from '../../store/records';
import { findSeen } from '../../store/search';
import { trailsOf } from '../../store/pages';
import { addressOfPlaced } from '../categories/pages';
import { entryPlaces } from '../entries/addresses';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound } from '../runtime/refusal';

const MOST = 30;

/** Those of some records, by their ids, that are files of the same sort as a medium. */
async function alikeMedia(reader: Reader, id: Id, others: readonly Id[]): Promise<Set<Id>> {
  const rows = await mediaAmong(reader, [id, ...others]);
  const sorts = new Map(rows.map((row) => [row.uuid, knownMedia(row).sort]));
  return new Set(others.filter((other) => sorts.get(other) === sorts.get(id)));
}

/** Those of some pages, by their integer keys, that stand below a page, or are it. */
async function standingIn(reader: Reader, page: number, others: readonly number[]): Promise<Set<number>> {
  const trails = await trailsOf(reader, others);
  return new Set(others.filter((other) => (trails.get(other) ?? []).some(({ record }) => record === page)));
}

/** Where visitors find some pages, or some entries of a type, by their ids. */
async function addressesOf(
  installation: Installation,
  { sort, type }: Pick<KeptRecord, 'sort' | 'type'>,
  ids: readonly Id[],
): Promise<Map<Id, string>> {
  const { content } = installation;
  if (sort === 'page')
    return new Map(
      (await pagesAmong(content, ids, installation.now())).map((page) => [
        page.uuid,
        addressOfPlaced(installation, page, page.above ?? undefined),
      ]),
    );
  return sort === 'entry' && type
    ? entryPlaces(
        content,
        installation,
        ids.map((id) => ({ id, type })),
      )
    : new Map();
}

async function needRecord(reader: Reader, id: Id): Promise<KeptRecord> {
  const [record] = isId(id) ? await recordsByUuids(reader, [id]) : [];
  if (!record) throw notFound('record');
  return record;
}

/** What may stand in the place of a record: others of its sort (of entries, of its type) that visitors see. */
export async function insteadOf(
  installation: Installation,
  id: Id,
  { q = '' }: InsteadQuery,
): Promise<InsteadAnswer> {
  const { content, keyMap, model } = installation;
  const { id: key, sort, type } = await needRecord(content, id);
  const found = await findSeen(
    content,
    { sort, type: sort === 'entry' && type ? keyMap.of(type) : null, words: q, now: installation.now() },
    MOST * 2,
  );
  const ids = found.map(({ uuid }) => uuid);
  const [alike, inside, addresses] = await Promise.all([
    sort === 'medium' ? alikeMedia(content, id, ids) : new Set(ids),
    sort === 'page'
      ? standingIn(
          content,
          key,
          found.map(({ record }) => record),
        )
      : new Set<number>(),
    addressesOf(installation, { sort, type }, ids),
  ]);
  const of = model.contentType(type ?? '')?.definition.label ?? '';
  return {
    items: found
      .filter(({ record, uuid }) => uuid !== id && alike.has(uuid) && !inside.has(record))
      .slice(0, MOST)
      .map(({ uuid, title }) => ({ id: uuid, label: title, detail: addresses.get(uuid) ?? of })),
  };
}

/** The record that is to stand in the place of another, as it was asked for. */
export async function insteadGiven(
  installation: Installation,
  record: KeptRecord,
  instead: Id,
): Promise<KeptRecord> {
  const { content } = installation;
  const refuse = (code: string, message: string) => invalidInput([{ path: '/instead', code, message }]);
  const [other] = await recordsByUuids(content, [instead]);
  if (!other || other.binnedAt !== null || other.sort !== record.sort)
    throw refuse('gone', 'What is to stand in its place is not there.');
  const isAlike =
    record.sort === 'medium'
      ? (await alikeMedia(content, record.uuid, [instead])).has(instead)
      : record.sort !== 'entry' || other.type === record.type;
  if (!isAlike) throw refuse('type', 'Only another of the same sort can stand in its place.');
  if (
    other.id === record.id ||
    (record.sort === 'page' && (await standingIn(content, record.id, [other.id])).size > 0)
  )
    throw refuse('itself', 'Neither it nor what stands below it can stand in its place.');
  const now = installation.now();
  if ((await liveAt(content, record.id, now)) && !(await liveAt(content, other.id, now)))
    throw refuse('not-seen', 'Visitors do not see what is to stand in its place. Publish that first.');
  return other;
}
