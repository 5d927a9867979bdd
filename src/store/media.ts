import { anyOf, raw, sql } from './sql';
import type { KnownMedia, MediaSort } from '../core/content/known';
import { valuesIn, type LocalizedValues } from '../core/content/localized-values';
import type { Id } from '../core/ids';
import type { Condition } from '../core/mapping/rule/listing-rule';
import { mediumFields } from '../core/model/media-type';
import { liveNow } from './queries/live-now';
import { conditionSql } from './queries/condition-sql';
import type { Reader, WriteTransaction } from './database';
import type { QueryContext } from './queries/query-context';
import { mediaFiles } from './tables/media-files';

/** The file of a medium as it is kept. It lies beside the database under the medium's id. */
export interface FileRow {
  sort: MediaSort;
  /** Its name in the folder of media. */
  file: string;
  mime: string;
  bytes: number;
  width: number | null;
  height: number | null;
  hash: string;
}

/** One medium: its file, and what is said of it. `record` is its integer key among the records. */
export interface MediaRow extends FileRow {
  record: number;
  uuid: Id;
  label: string;
  body: string;
  revision: number;
}

const select = sql`SELECT f.record, r.uuid, f.sort, f.file, f.mime, f.bytes, f.width, f.height, f.hash, w.title AS label, w.body, w.revision
  FROM media_files f JOIN records r ON r.id = f.record AND r.binned_at IS NULL JOIN working w ON w.record = f.record`;

export const mediaById = (reader: Reader, uuid: Id): Promise<MediaRow | undefined> =>
  reader.one<MediaRow>(sql`${select} WHERE r.uuid = ${uuid}`);
export const mediaByHash = (reader: Reader, hash: string): Promise<MediaRow | undefined> =>
  reader.one<MediaRow>(sql`${select} WHERE f.hash = ${hash}`);
export const mediaAmong = (reader: Reader, ids: readonly Id[]): Promise<MediaRow[]> =>
  reader.all<MediaRow>(sql`${select} WHERE r.uuid IN ${anyOf(ids)}`);

/**
 * Media that a condition lets through, the newest first: so many of those that came before `after` (an
 * integer key; 0 for the first).
 */
export async function findMedia(
  reader: Reader,
  { indexTable, keyMap, now, today }: QueryContext,
  where: Condition,
  limit: number,
  after: number,
): Promise<MediaRow[]> {
  const condition = conditionSql(where, { side: 'live', indexTable, keyMap, today, now, leading: 'filter' });
  const before = after === 0 ? sql`1` : sql`s.entry < ${after}`;
  const found = sql`SELECT s.entry FROM ${raw(indexTable.live)} s WHERE ${condition} AND ${liveNow(now)} AND ${before} ORDER BY s.entry DESC LIMIT ${limit}`;
  return reader.all<MediaRow>(sql`${select} WHERE f.record IN (${found}) ORDER BY f.record DESC`);
}

export const putFile = (tx: WriteTransaction, record: number, file: FileRow): Promise<number> =>
  tx.insert(mediaFiles, { record, ...file });

/** Where visitors get a medium. A picture is asked for by width; what is there never changes under its address. */
export const mediaAddress = ({ uuid, file }: Pick<MediaRow, 'uuid' | 'file'>): string =>
  `/media/${uuid}/${encodeURIComponent(file)}`;

/** What is said of a medium. Written by the services alone. */
export const mediumValues = ({ body }: Pick<MediaRow, 'body'>): LocalizedValues =>
  JSON.parse(body) as LocalizedValues;

const words = (value: unknown): string => (typeof value === 'string' ? value : '');

/** What is kept of a medium, named and described in a language. */
export function knownMedia(row: MediaRow, language?: string): KnownMedia {
  const values = valuesIn(mediumValues(row), language);
  const { width, height } = row;
  return {
    sort: row.sort,
    label: words(values[mediumFields.name]) || row.label,
    address: mediaAddress(row),
    alt: words(values[mediumFields.alt]),
    ...(width && height ? { width, height } : {}),
  };
}
